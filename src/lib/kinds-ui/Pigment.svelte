<script lang="ts">
	/** The colour of notes. */
	import { m } from '$lib/messages';
	import Swatches from '../ui/Swatches.svelte';

	interface Props {
		style: Record<string, unknown>;
		onset: (style: Record<string, unknown>) => void;
	}
	const { style, onset }: Props = $props();
</script>

<Swatches
	of="pigments"
	own
	value={style['pigment'] as string | undefined}
	onchoose={(pigment) => onset({ pigment })}
	label={m.pigment()}
	size={20}
/>
