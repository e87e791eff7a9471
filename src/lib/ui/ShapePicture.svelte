<script lang="ts">
	/** A shape as it will look on the board, small. */
	import { SHAPE_FORMS, type Part } from '$core/board/shapes';
	import type { ShapeName } from '$core/board/objects';

	const { shape, size = 26 }: { shape: ShapeName; size?: number } = $props();
	const EDGE = 2;
	const form = $derived(SHAPE_FORMS[shape]);
	const scale = $derived((size - 2 * EDGE) / Math.max(form.size.w, form.size.h));
	const w = $derived(form.size.w * scale);
	const h = $derived(form.size.h * scale);
	const parts = $derived(form.parts(w, h));

	function pathOf(part: Extract<Part, { type: 'path' | 'curve' }>): string {
		const d = part.points
			.map(([x, y], i) => {
				const letter = i === 0 ? 'M' : part.type === 'path' ? 'L' : i % 3 === 1 ? 'C' : ' ';
				return `${letter}${x.toFixed(2)} ${y.toFixed(2)}`;
			})
			.join('');
		return d + (part.closed ? 'Z' : '');
	}
</script>

<svg width={size} height={size} viewBox="{(w - size) / 2} {(h - size) / 2} {size} {size}" aria-hidden="true">
	{#each parts as part, i (i)}
		{#if part.type === 'rect'}
			<rect x={part.x} y={part.y} width={part.w} height={part.h} rx={part.r * scale} />
		{:else if part.type === 'ellipse'}
			<ellipse cx={part.cx} cy={part.cy} rx={part.rx} ry={part.ry} />
		{:else}
			<path d={pathOf(part)} />
		{/if}
	{/each}
</svg>

<style>
	svg {
		fill: none;
		stroke: currentColor;
		stroke-width: 1.5;
		stroke-linejoin: round;
	}
</style>
