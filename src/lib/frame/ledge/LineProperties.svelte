<script lang="ts">
	/** The place of the ledge for how a line is drawn. */
	import { m } from '$lib/messages';
	import type { Snippet } from 'svelte';
	import LedgePop from './LedgePop.svelte';
	import LineSample from './LineSample.svelte';
	import LineValues from './LineValues.svelte';

	interface Props {
		style: Record<string, unknown>;
		of: 'connector' | 'stroke';
		onset: (style: Record<string, unknown>) => void;
		/** What belongs to the kind alone. */
		children?: Snippet;
	}
	const { style, of, onset, children }: Props = $props();
	const width = $derived((style['width'] as number | undefined) ?? 2);
	const dash = $derived((style['dash'] as string | undefined) ?? 'solid');
</script>

<LedgePop label={m.line()} word={m.line()}>
	{#snippet icon()}<LineSample thickness={Math.min(width, 6)} {dash} />{/snippet}
	{@render children?.()}
	<LineValues {style} {of} {onset} />
</LedgePop>
