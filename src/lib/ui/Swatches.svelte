<script lang="ts">
	/** A row of colours to choose from; each says its name. */
	import { chalkOn, CHALKS, PIGMENT_COLOURS, PIGMENTS } from '$core/board/colours';
	import { colourName } from './colour-names';

	interface Props {
		of: 'pigments' | 'chalks';
		value: string | undefined;
		onchoose: (value: string) => void;
		label: string;
		/** Offer "no fill" as well. */
		none?: boolean;
		size?: number;
	}
	const { of, value, onchoose, label, none = false, size = 24 }: Props = $props();
	const names = $derived<readonly string[]>([
		...(none ? ['none'] : []),
		...(of === 'pigments' ? PIGMENTS : CHALKS),
	]);

	function colour(name: string): string {
		if (name === 'none') return 'transparent';
		return of === 'pigments'
			? PIGMENT_COLOURS[name as keyof typeof PIGMENT_COLOURS].ground
			: chalkOn(name as (typeof CHALKS)[number], 'slate');
	}
</script>

<div class="swatches" role="group" aria-label={label}>
	{#each names as name (name)}
		<button
			class="swatch"
			class:none={name === 'none'}
			class:round={of === 'chalks'}
			style:background={colour(name)}
			style:--swatch="{size}px"
			aria-label={colourName(name)}
			title={colourName(name)}
			aria-pressed={value === name}
			onclick={() => onchoose(name)}
		></button>
	{/each}
</div>

<style>
	.swatches {
		display: flex;
		gap: 6px;
	}
	.swatch {
		width: var(--swatch);
		height: var(--swatch);
		flex: none;
		border: 1px solid color-mix(in srgb, var(--frame-strong-line) 70%, transparent);
		border-radius: 4px;
		cursor: pointer;
	}
	.swatch.round {
		border-radius: 50%;
	}
	.swatch.none {
		border: 1px dashed var(--frame-quiet);
	}
	.swatch[aria-pressed='true'] {
		outline: 2px solid var(--frame-text);
		outline-offset: 2px;
	}
</style>
