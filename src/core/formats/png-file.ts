/**
 * A sheet, field or selection as PNG, drawn strip by strip: a large picture is never held as a
 * whole.
 */
import { paintedBounds } from '../board/kinds';
import { inflate, overlaps, type Box } from '../geometry/box';
import { chosenPicture } from './chosen';
import type { ExportedFile, ExportInput, ExportServices } from './exports';
import { svgOf } from './svg';

/** Longest side, pixels. */
export const LARGEST_PNG = 16_000;
/** Pixels of a strip: 16 MB of memory where they are drawn. */
const STRIP_PIXELS = 4_000_000;
/** How far shadows and wide lines reach beyond the bounds of what they belong to, board units. */
const REACH = 16;

export async function pngFile(input: ExportInput, services: ExportServices): Promise<ExportedFile> {
	const { outline } = services;
	const { view, ground, objects, drawings, ...picture } = chosenPicture(input, services.measure);
	const backdrop = input.clear ? undefined : picture.backdrop;
	// As large as was asked for, or as large as such a picture can be; which one it is is said.
	const scale = Math.min(input.scale ?? 1, LARGEST_PNG / Math.max(view.w, view.h));
	const width = Math.max(1, Math.round(view.w * scale));
	const height = Math.max(1, Math.round(view.h * scale));
	const images = await services.images(drawings, backdrop?.file);
	const placed = drawings.map((drawing, i) => {
		const bounds = paintedBounds(objects[i]!, input.model.routeOf);
		return { drawing, bounds: bounds && inflate(bounds, REACH) };
	});
	/** The part of the picture between two rows of pixels. */
	const strip = (from: number, to: number): string => {
		const part: Box = { x: view.x, y: view.y + from / scale, w: width / scale, h: (to - from) / scale };
		const within = placed.filter(({ bounds }) => bounds && overlaps(bounds, part));
		return svgOf(
			within.map(({ drawing }) => drawing),
			{
				view: part,
				...(input.clear ? {} : { ground }),
				backdrop,
				title: input.title,
				outline,
				scale,
				images,
			},
		);
	};
	const rows = Math.max(1, Math.floor(STRIP_PIXELS / width));
	const strips = Array.from({ length: Math.ceil(height / rows) }, (_, i) => ({
		rows: Math.min(rows, height - i * rows),
		svg: () => strip(i * rows, Math.min(height, (i + 1) * rows)),
	}));
	return { body: await services.rasterize({ width, height, isOpaque: !input.clear, strips }), scale };
}
