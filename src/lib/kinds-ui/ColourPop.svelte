<script lang="ts">
	/** One of two colours of an object: its place shows the colour it has. */
	import { chalkOn, OWN_COLOUR, pigmentColours } from '$core/board/colours';
	import type { Snippet } from 'svelte';
	import LedgePop from '../frame/ledge/LedgePop.svelte';
	import Swatches from '../ui/Swatches.svelte';

	interface Props {
		of: 'chalks' | 'pigments';
		/** What is read out. */
		label: string;
		word: string;
		value: string | undefined;
		/** Whether it may have none. */
		none?: boolean;
		onchoose: (colour: string) => void;
		/** What else belongs to it. */
		children?: Snippet;
	}
	const { of, label, word, value, none = false, onchoose, children }: Props = $props();
	const colour = $derived.by(() => {
		if (value === undefined || value === 'none') return 'transparent';
		if (OWN_COLOUR.test(value)) return value;
		return of === 'pigments' ? pigmentColours(value).ground : chalkOn(value, 'slate');
	});
</script>

<LedgePop {label} {word}>
	{#snippet icon()}
		<span class="sample" class:line={of === 'chalks'} style:--colour={colour} aria-hidden="true"></span>
	{/snippet}
	<Swatches {of} {none} own {value} {onchoose} {label} size={22} />
	{@render children?.()}
</LedgePop>

<style>
	.sample {
		width: 18px;
		height: 18px;
		border: 1px solid var(--frame-strong-line);
		border-radius: 4px;
		background: var(--colour);
	}
	.sample.line {
		border: 3px solid var(--colour);
		background: none;
		box-shadow: 0 0 0 1px var(--frame-line);
	}
</style>
