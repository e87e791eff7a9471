<script lang="ts">
	/** How a poster is cut: the picture with its pages of paper, and how large it becomes. */
	import { isFault } from '$core/fault';
	import { pagesOf } from '$core/formats/pages';
	import { posterPlanOf } from '$core/formats/poster-plan';
	import { rowName, type PosterPlan } from '$core/formats/poster';
	import { shrinkBox } from '$core/geometry/view';
	import { m } from '$lib/messages';
	import { faultWords } from '$lib/words/faults';
	import type { Board } from '../../board/board.svelte';
	import { browserMeasure } from '../../board/measure';
	import { paintDrawing } from '../../board/painter/primitives';
	import { isComplete, partTaken, posterOptions, type ExportChoices } from './choices';

	const { board, choices }: { board: Board; choices: ExportChoices } = $props();
	/** Width of the picture, px. */
	const WIDTH = 420;
	const MAX_HEIGHT = 260;
	/** Points of a centimetre. */
	const CENTIMETRE = 72 / 2.54;

	const page = $derived.by(() => {
		const model = board.room.observed;
		const ids =
			partTaken(choices, board.selection.size > 0) === 'selection' ? [...board.selection] : undefined;
		try {
			return pagesOf(
				{ model, title: '', sheet: board.sheet, ...(ids ? { ids } : {}) },
				{ by: 'sheets', colours: choices.colours },
				browserMeasure,
			)[0];
		} catch (error) {
			if (isFault(error)) return undefined;
			throw error;
		}
	});
	const planned = $derived.by((): { plan: PosterPlan } | { problem: string } => {
		const options = posterOptions(choices);
		if (!page) return { problem: m.export_nothing() };
		// A number is being typed.
		if (!isComplete(choices)) return { problem: m.poster_number() };
		try {
			return { plan: posterPlanOf(page, options) };
		} catch (error) {
			if (isFault(error)) return { problem: faultWords(error) };
			throw error;
		}
	});
	const height = $derived(page ? Math.min(MAX_HEIGHT, (WIDTH * page.view.h) / page.view.w) : 0);
	const width = $derived(page ? (height * page.view.w) / page.view.h : 0);

	/** Paints the picture under the cuts. */
	function paint(canvas: HTMLCanvasElement): void {
		const ctx = canvas.getContext('2d');
		if (!ctx || !page) return;
		const ratio = devicePixelRatio;
		[canvas.width, canvas.height] = [Math.round(width * ratio), Math.round(height * ratio)];
		ctx.fillStyle = page.ground ?? '#FFFFFF';
		ctx.fillRect(0, 0, canvas.width, canvas.height);
		const view = shrinkBox(page.view, { w: width, h: height }, 0);
		const base = { scale: view.scale * ratio, x: view.x, y: view.y, ratio };
		for (const drawing of page.drawings) paintDrawing(ctx, drawing, base);
	}
	const across = (plan: PosterPlan): number => (page!.view.w * plan.scale) / CENTIMETRE;
	const down = (plan: PosterPlan): number => (page!.view.h * plan.scale) / CENTIMETRE;
</script>

{#if 'problem' in planned}
	<p class="quiet" role="status">{planned.problem}</p>
{:else if page}
	{@const { plan } = planned}
	<figure data-testid="poster-preview">
		<div class="picture" style:aspect-ratio="{width} / {height}" style:max-width="{width}px">
			<canvas {@attach paint} aria-hidden="true"></canvas>
			<svg
				viewBox="{page.view.x} {page.view.y} {page.view.w} {page.view.h}"
				preserveAspectRatio="none"
				aria-hidden="true"
			>
				{#each plan.cutsX as cut (cut)}<path d="M{cut} {page.view.y}v{page.view.h}" />{/each}
				{#each plan.cutsY as cut (cut)}<path d="M{page.view.x} {cut}h{page.view.w}" />{/each}
			</svg>
			{#each plan.rows as row, r (r)}{#each plan.columns as column, c (c)}
					<span
						style:left="{(((column.from + column.to) / 2 - page.view.x) / page.view.w) * 100}%"
						style:top="{(((row.from + row.to) / 2 - page.view.y) / page.view.h) * 100}%"
						aria-hidden="true">{rowName(r)}{c + 1}</span
					>
				{/each}{/each}
		</div>
		<figcaption role="status">
			{m.poster_told({
				count: plan.columns.length * plan.rows.length,
				width: Math.round(across(plan)),
				height: Math.round(down(plan)),
			})}
			{plan.cutTexts === 0 ? m.poster_no_cut() : m.poster_cut_texts({ count: plan.cutTexts })}
		</figcaption>
	</figure>
{/if}

<style>
	figure {
		display: flex;
		flex-direction: column;
		gap: 6px;
	}
	.picture {
		position: relative;
		width: 100%;
		border: 1px solid var(--frame-line);
	}
	canvas,
	svg {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
	}
	path {
		fill: none;
		stroke: var(--frame-accent);
		stroke-width: 2px;
		stroke-dasharray: 6 4;
		vector-effect: non-scaling-stroke;
	}
	span {
		position: absolute;
		padding: 0 6px;
		border-radius: 4px;
		background: var(--frame-ground);
		font-size: var(--size-small);
		font-weight: 700;
		transform: translate(-50%, -50%);
	}
	figcaption {
		font-size: var(--size-note);
	}
</style>
