<script lang="ts">
	/** A layout as a picture, drawn from the very objects that it would put down. */
	import { addObjects } from '$core/board/ops/edits';
	import type { EditContext } from '$core/board/store';
	import { groundOf } from '$core/board/ground';
	import { BoardModel } from '$core/board/model/model';
	import { pictureOf } from '$core/board/scene';
	import { addSheet } from '$core/board/ops/sheets';
	import { shrinkBox } from '$core/geometry/view';
	import { Sketch } from '$core/templates/sketch';
	import * as Y from 'yjs';
	import { loadFaces } from './faces';
	import { browserMeasure } from './measure';
	import { paintDrawing } from './painter/primitives';

	interface Props {
		/** Draws the layout, or puts it down by itself. */
		draw?: (sketch: Sketch) => void;
		put?: (editContext: EditContext, model: BoardModel, sheet: string) => void;
		width: number;
		height: number;
	}
	const { draw, put, width, height }: Props = $props();

	function paint(canvas: HTMLCanvasElement): void {
		const ctx = canvas.getContext('2d');
		if (!ctx) return;
		const ratio = devicePixelRatio;
		[canvas.width, canvas.height] = [width * ratio, height * ratio];
		const doc = new Y.Doc();
		const model = new BoardModel(doc);
		let id = 0;
		const newId = (): string => `l${id++}`;
		const editContext: EditContext = {
			doc,
			person: { id: '', name: '' },
			origin: undefined,
			now: () => 0,
			newId,
		};
		const sheet = addSheet(editContext, model, '');
		if (draw) {
			const sketch = new Sketch(newId, sheet);
			draw(sketch);
			addObjects(editContext, model, sketch.objects);
		}
		put?.(editContext, model, sheet);
		const ground = groundOf(model.sheets[0]!);
		const picture = pictureOf(model, model.onSheet(sheet), ground, browserMeasure, 0);
		ctx.fillStyle = ground.colour;
		ctx.fillRect(0, 0, canvas.width, canvas.height);
		if (picture) {
			const view = shrinkBox(picture.view, { w: width, h: height }, 6);
			const base = { scale: view.scale * ratio, x: view.x, y: view.y, ratio };
			for (const drawing of picture.drawings) paintDrawing(ctx, drawing, base);
		}
		model.destroy();
	}
	/** Set right once the faces are there; before that their widths would be wrong. */
	function show(canvas: HTMLCanvasElement): () => void {
		let isGone = false;
		void loadFaces().then(() => {
			if (!isGone) paint(canvas);
		});
		return () => (isGone = true);
	}
</script>

<canvas {@attach show} style:max-width="{width}px" style:aspect-ratio="{width} / {height}" aria-hidden="true"
></canvas>

<style>
	canvas {
		display: block;
		width: 100%;
		border-radius: var(--radius-field);
	}
</style>
