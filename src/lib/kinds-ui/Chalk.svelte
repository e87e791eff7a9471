<script lang="ts">
	/** The chalk that something is drawn with. */
	import { m } from '$lib/messages';
	import Swatches from '../ui/Swatches.svelte';

	interface Props {
		style: Record<string, unknown>;
		onset: (style: Record<string, unknown>) => void;
	}
	const { style, onset }: Props = $props();
</script>

<Swatches
	of="chalks"
	own
	value={style['chalk'] as string | undefined}
	onchoose={(chalk) => onset({ chalk })}
	label={m.chalk()}
	size={20}
/>
