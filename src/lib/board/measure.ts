/** Text widths in the browser and its workers, measured on a canvas with the shipped fonts. */
import { cachedMeasure, type Measure } from '$core/text/fonts';
import { cssFont } from './faces';

/** Measured at this size and divided, so that rounding at small sizes plays no part. */
const SIZE = 200;

let context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D | undefined;

export const browserMeasure: Measure = cachedMeasure((text, face) => {
	context ??=
		typeof document === 'undefined'
			? new OffscreenCanvas(1, 1).getContext('2d')!
			: document.createElement('canvas').getContext('2d')!;
	context.font = cssFont(face, SIZE);
	return context.measureText(text).width / SIZE;
});
