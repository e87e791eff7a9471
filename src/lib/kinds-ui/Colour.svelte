<script lang="ts">
	/** The chalk or the pigment that objects have. */
	import { m } from '$lib/messages';
	import Swatches from '../ui/Swatches.svelte';

	interface Props {
		of: 'chalks' | 'pigments';
		style: Record<string, unknown>;
		onset: (style: Record<string, unknown>) => void;
	}
	const { of, style, onset }: Props = $props();
	const key = $derived(of === 'chalks' ? 'chalk' : 'pigment');
</script>

<Swatches
	{of}
	own
	folded
	value={style[key] as string | undefined}
	onchoose={(colour) => onset({ [key]: colour })}
	label={of === 'chalks' ? m.chalk() : m.pigment()}
	size={19}
/>
