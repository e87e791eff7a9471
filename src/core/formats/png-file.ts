/** A sheet as PNG. */
import { chosenPicture } from './chosen';
import type { ExportedFile, ExportInput, ExportServices } from './exports';
import { svgOf } from './svg';

/** Longest side, pixels. */
export const LARGEST_PNG = 16_000;

export async function pngFile(input: ExportInput, services: ExportServices): Promise<ExportedFile> {
	const { outline } = services;
	const { view, ground, drawings, backdrop } = chosenPicture(input, services.measure);
	// As large as was asked for, or as large as such a picture can be; which one it is is said.
	const scale = Math.min(input.scale ?? 1, LARGEST_PNG / Math.max(view.w, view.h));
	const images = await services.images(drawings, backdrop?.file);
	const svg = svgOf(drawings, { view, ground, backdrop, title: input.title, outline, scale, images });
	return { body: await services.rasterize(svg), scale };
}
