/** A sheet as SVG, its text as text, fonts and pictures within. */
import type { Drawing } from '../board/drawing';
import type { Face } from '../text/fonts';
import { chosenPicture } from './chosen';
import type { ExportedFile, ExportInput, ExportServices } from './exports';
import { svgOf } from './svg';
import { textFile } from './text-file';

const facesUsed = (drawings: readonly Drawing[]): Face[] => {
	const faces = new Map<string, Face>();
	for (const { items } of drawings)
		for (const item of items) if ('face' in item) faces.set(JSON.stringify(item.face), item.face);
	return [...faces.values()];
};

export async function svgFile(input: ExportInput, services: ExportServices): Promise<ExportedFile> {
	const { view, drawings, ...picture } = chosenPicture(input, services.measure);
	const backdrop = input.clear ? undefined : picture.backdrop;
	const svg = svgOf(drawings, {
		view,
		...(input.clear ? {} : { ground: picture.ground }),
		backdrop,
		title: input.title,
		fontCss: services.fontCss(facesUsed(drawings)),
		images: await services.images(drawings, backdrop?.file),
	});
	return textFile(svg);
}
