<script lang="ts">
	/** All shapes to choose from, by what they are for. */
	import { SHAPES, type ShapeName } from '$core/board/objects';
	import { SHAPE_FORMS } from '$core/board/shapes';
	import { m } from '$lib/messages';
	import { shapeName } from '../../ui/shape-names';
	import ShapePicture from '../../ui/ShapePicture.svelte';
	import LedgePop from './LedgePop.svelte';

	const { value, onchoose }: { value: ShapeName; onchoose: (shape: ShapeName) => void } = $props();
	const groups = $derived([
		{ label: m.shapes_flow(), shapes: SHAPES.filter((shape) => SHAPE_FORMS[shape].group === 'flow') },
		{ label: m.shapes_basic(), shapes: SHAPES.filter((shape) => SHAPE_FORMS[shape].group === 'basic') },
	]);
</script>

<LedgePop label="{m.form()}: {shapeName(value)}" word={m.form()} wide>
	{#snippet icon()}<ShapePicture shape={value} />{/snippet}
	{#each groups as { label, shapes } (label)}
		<div role="group" aria-label={label}>
			<p class="label">{label}</p>
			<div class="shelf">
				{#each shapes as shape (shape)}
					<button
						type="button"
						class="icon-button"
						aria-pressed={value === shape}
						aria-label={shapeName(shape)}
						title={shapeName(shape)}
						onclick={() => onchoose(shape)}><ShapePicture {shape} size={30} /></button
					>
				{/each}
			</div>
		</div>
	{/each}
</LedgePop>

<style>
	.shelf {
		display: grid;
		grid-template-columns: repeat(10, 38px);
		gap: 2px;
		margin-top: 4px;
	}
	.shelf .icon-button {
		width: 38px;
		height: 38px;
	}
</style>
