/**
 * Canvases that show a finished picture. One that was painted on costs the browser a copy of all its pixels in each frame in which
 * anything on the page moves; one that was handed a picture costs nothing.
 */

import type { Canvas2D } from './primitives';

const canHandOver = (): boolean =>
	typeof OffscreenCanvas !== 'undefined' &&
	'transferToImageBitmap' in OffscreenCanvas.prototype &&
	typeof ImageBitmapRenderingContext !== 'undefined';

/**
 * Paints a picture for a canvas that takes its size; whatever it showed before is gone.
 * @param w @param h canvas pixels, whole numbers from 1
 */
export function paintStill(
	canvas: HTMLCanvasElement,
	w: number,
	h: number,
	paint: (ctx: Canvas2D) => void,
): void {
	[canvas.width, canvas.height] = [w, h];
	if (!canHandOver()) {
		paint(canvas.getContext('2d')!);
		return;
	}
	const aside = new OffscreenCanvas(w, h);
	paint(aside.getContext('2d')!);
	canvas.getContext('bitmaprenderer')!.transferFromImageBitmap(aside.transferToImageBitmap());
}
