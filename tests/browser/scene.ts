/** What of the board is on the screen, read from the page: the scene is a stack of canvases, whichever painter made them. */
import type { Page } from '@playwright/test';

export interface SceneReader {
	/** Paints what is seen on a canvas; everything of a painter that is out of sight is left out. */
	paint(ctx: CanvasRenderingContext2D): void;
	/**
	 * Red, green, blue and opacity at a point of the window, each up to 255.
	 * @param isAll whether what is in the hand, over the scene, counts too
	 */
	at(x: number, y: number, isAll?: boolean): number[];
}

/** Puts a reader into every page of a context; it is found as `sceneReader` on the window. */
export const readScene = (): void => {
	const scene = (): HTMLElement => document.querySelector<HTMLElement>('[data-testid="scene"]')!;
	const paintFrom = (
		ctx: CanvasRenderingContext2D,
		left: number,
		top: number,
		root: HTMLElement = scene(),
	): void => {
		const ground = scene().querySelector<HTMLElement>('[data-testid="tiles"]');
		if (ground?.checkVisibility()) {
			ctx.fillStyle = getComputedStyle(ground).backgroundColor;
			ctx.fillRect(0, 0, ctx.canvas.width, ctx.canvas.height);
		}
		// Canvases lie on each other as they stand in the document.
		for (const canvas of root.querySelectorAll('canvas')) {
			if (!canvas.checkVisibility()) continue;
			const { x, y, width, height } = canvas.getBoundingClientRect();
			ctx.drawImage(canvas, x - left, y - top, width, height);
		}
	};
	const reader: SceneReader = {
		paint(ctx) {
			const { left, top } = scene().getBoundingClientRect();
			paintFrom(ctx, left, top);
		},
		at(x, y, isAll = false) {
			const ctx = new OffscreenCanvas(1, 1).getContext('2d') as unknown as CanvasRenderingContext2D;
			paintFrom(ctx, x, y, isAll ? scene().parentElement! : scene());
			return [...ctx.getImageData(0, 0, 1, 1).data];
		},
	};
	(window as unknown as { sceneReader: SceneReader }).sceneReader = reader;
};

/** Red, green, blue and opacity of the scene at a point of the window. */
export const colourAt = (page: Page, x: number, y: number): Promise<number[]> =>
	page.evaluate(
		([px, py]) => (window as unknown as { sceneReader: SceneReader }).sceneReader.at(px!, py!),
		[x, y],
	);
