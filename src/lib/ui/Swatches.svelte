<script lang="ts">
	/** A row of colours to choose from; each says its name. */
	import { chalkOn, CHALKS, OWN_COLOUR, pigmentColours, PIGMENTS } from '$core/board/colours';
	import { m } from '$lib/messages';
	import { colourName } from './colour-names';

	interface Props {
		of: 'pigments' | 'chalks';
		value: string | undefined;
		onchoose: (value: string) => void;
		label: string;
		/** Offer "no fill" as well. */
		none?: boolean;
		/** Offer any other colour as well. */
		own?: boolean;
		size?: number;
		/** In two rows of five, for the ledge. */
		folded?: boolean;
	}
	const {
		of,
		value,
		onchoose,
		label,
		none = false,
		own = false,
		size = 24,
		folded = false,
	}: Props = $props();
	const isOwn = $derived(value !== undefined && OWN_COLOUR.test(value));
	const names = $derived<readonly string[]>([
		...(none ? ['none'] : []),
		...(of === 'pigments' ? PIGMENTS : CHALKS),
	]);

	function colour(name: string): string {
		if (name === 'none') return 'transparent';
		return of === 'pigments' ? pigmentColours(name).ground : chalkOn(name, 'slate');
	}
</script>

<div
	class="swatches"
	class:folded
	style:--columns={Math.ceil((names.length + (own ? 1 : 0)) / 2)}
	role="group"
	aria-label={label}
>
	{#each names as name (name)}
		<button
			type="button"
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
	{#if own}
		<label
			class="swatch own"
			class:round={of === 'chalks'}
			class:chosen={isOwn}
			style:--swatch="{size}px"
			style:background={isOwn ? value : 'transparent'}
			title={m.own_colour()}
		>
			<span aria-hidden="true">{isOwn ? '' : '+'}</span>
			<input
				type="color"
				aria-label={m.own_colour()}
				value={isOwn ? value : '#d9a441'}
				onchange={(event) => onchoose(event.currentTarget.value.toUpperCase())}
			/>
		</label>
	{/if}
</div>

<style>
	.swatches {
		display: flex;
		gap: 6px;
	}
	.folded {
		display: grid;
		grid-template-columns: repeat(var(--columns), max-content);
		/* Far enough apart to be hit: the middles 24 px from each other (WCAG 2.5.8). */
		gap: 5px;
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
	.own {
		position: relative;
		display: grid;
		place-items: center;
		color: var(--frame-quiet);
		font-size: var(--size-note);
		line-height: 1;
	}
	.own input {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		opacity: 0;
		cursor: pointer;
	}
	.own:focus-within,
	.own.chosen,
	.swatch[aria-pressed='true'] {
		outline: 2px solid var(--frame-text);
		outline-offset: 2px;
	}
	.folded .swatch {
		outline-offset: 1px;
	}
</style>
