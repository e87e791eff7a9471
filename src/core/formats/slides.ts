/**
 * A board as slides, before they are written: a slide a field or sheet, whose text can be edited.
 * What an object consists of are shapes and pictures, and its text as one box.
 */
import { chalkOn } from '../board/colours';
import type { Drawing, Primitive } from '../board/drawing';
import type { GroundPicture } from '../board/ground';
import { settingOf, type Setting } from '../board/kinds';
import { textItems } from '../board/kinds/kind';
import type { BoardModel } from '../board/model/model';
import type { BoardObject } from '../board/objects';
import { sceneContext } from '../board/scene';
import { placedIn, type Box, type TurnedBox } from '../geometry/box';
import { ASCENT, LINE_HEIGHT, type Family, type Measure } from '../text/fonts';
import { isEmpty, type Paragraph } from '../text/rich';
import type { ExportedFile, ExportInput, ExportServices } from './exports';
import { pagesOf, type Page } from './pages';
import { fitInto, type Size } from './paper';

/** Size of a slide, inches: 16 to 9, as screens are. */
export const SLIDE: Size = { w: 40 / 3, h: 7.5 };
/** Points an inch. */
const POINTS = 72;

interface Placed {
	/** Where it is, inches from the upper left corner of the slide, before it is turned. */
	at: Box;
	/** Clockwise about its middle, degrees. */
	angle: number;
}
export interface SlideText extends Placed {
	type: 'text';
	paragraphs: { runs: SlideRun[]; list?: Paragraph['list']; level?: number | undefined }[];
	align: Setting['align'];
	stand: Setting['stand'];
	/** Whether lines are broken by the slide; one line of text is not. */
	wraps: boolean;
}
export interface SlideRun {
	text: string;
	/** Points. */
	size: number;
	family: Family;
	bold: boolean;
	italic: boolean;
	underline: boolean;
	strike: boolean;
	colour: string;
	link: string | undefined;
}
export interface SlideShape extends Placed {
	type: 'shape';
	/** In its own units, the upper left corner of `at` as the origin. */
	item: Exclude<Primitive, { type: 'text' | 'image' }>;
	/** Inches of a unit. */
	scale: number;
}
export interface SlidePicture extends Placed {
	type: 'picture';
	file: string;
	natural: readonly [number, number];
	crop: readonly [number, number, number, number];
}
export type SlideItem = SlideText | SlideShape | SlidePicture;

export interface Slide {
	title: string;
	ground: string | undefined;
	backdrop: GroundPicture | undefined;
	items: SlideItem[];
}
export interface SlideDeck {
	title: string;
	author: string;
	slides: Slide[];
}

/** How the board lies on the slide. */
interface Placing {
	view: Box;
	at: Box;
	scale: number;
}

/** A box of a drawing on the slide: turned with the drawing, about its own middle. */
function placed(inner: Box, outer: TurnedBox, { view, at, scale }: Placing): Placed {
	const { x, y, w, h, angle } = placedIn(inner, outer);
	return {
		at: { x: at.x + (x - view.x) * scale, y: at.y + (y - view.y) * scale, w: w * scale, h: h * scale },
		angle,
	};
}

/** Upright box of a shape in its drawing, without the width of its line. */
function boxOfShape(item: SlideShape['item']): Box {
	if (item.type === 'rect') return { x: item.x, y: item.y, w: item.w, h: item.h };
	if (item.type === 'ellipse')
		return { x: item.cx - item.rx, y: item.cy - item.ry, w: item.rx * 2, h: item.ry * 2 };
	// What its data reaches is known to whoever reads it.
	if (item.type === 'glyph') return { x: item.x, y: item.y, w: 0, h: 0 };
	const xs = item.points.map(([x]) => x);
	const ys = item.points.map(([, y]) => y);
	const [x, y] = [Math.min(...xs), Math.min(...ys)];
	return { x, y, w: Math.max(...xs) - x, h: Math.max(...ys) - y };
}

/** The text of an object as one box, with its paragraphs as they were written. */
function textBox(object: BoardObject, setting: Setting, box: TurnedBox, placing: Placing): SlideText {
	const { room, laid, ink, family, bold, align, stand, on } = setting;
	const size = laid.size * placing.scale * POINTS;
	// A little wider: letters of another font would break the lines earlier.
	const wide = { ...room, x: room.x - 2, w: room.w + 4 };
	return {
		type: 'text',
		...placed(wide, box, placing),
		align,
		stand,
		wraps: true,
		paragraphs: object.text.map(({ runs, list, level }) => ({
			...(list ? { list, level } : {}),
			runs: runs.map((run) => ({
				text: run.text,
				size,
				family,
				bold: bold || Boolean(run.bold),
				italic: Boolean(run.italic),
				underline: Boolean(run.underline ?? run.link),
				strike: Boolean(run.strike),
				colour: run.chalk ? chalkOn(run.chalk, on) : ink,
				link: run.link,
			})),
		})),
	};
}

/** One line of text that is not the object's own: a name, a cell, a label. */
function lineBox(item: Extract<Primitive, { type: 'text' }>, box: TurnedBox, placing: Placing): SlideText {
	const { face, fill, text, link } = item;
	const room = { x: item.x, y: item.y - item.size * ASCENT, w: item.width, h: item.size * LINE_HEIGHT };
	const { family, bold, italic } = face;
	const size = item.size * placing.scale * POINTS;
	return {
		type: 'text',
		...placed(room, box, placing),
		align: 'left',
		stand: 'top',
		wraps: false,
		paragraphs: [
			{ runs: [{ text, size, family, bold, italic, underline: false, strike: false, colour: fill, link }] },
		],
	};
}

function itemsOf(
	object: BoardObject,
	{ box, items }: Drawing,
	setting: Setting | undefined,
	placing: Placing,
): SlideItem[] {
	// The object's own text, with its rules and markers, is known by what it is made of.
	const own = new Set(setting ? textItems(setting).map((item) => JSON.stringify(item)) : []);
	const shown = items.flatMap((item): SlideItem[] => {
		if (own.has(JSON.stringify(item))) return [];
		if (item.type === 'image')
			return [
				{
					type: 'picture',
					...placed(item, box, placing),
					file: item.file,
					natural: item.natural,
					crop: item.crop,
				},
			];
		if (item.type !== 'text')
			return [{ type: 'shape', ...placed(boxOfShape(item), box, placing), item, scale: placing.scale }];
		return [lineBox(item, box, placing)];
	});
	return setting && own.size > 0 ? [...shown, textBox(object, setting, box, placing)] : shown;
}

function slideOf(
	model: BoardModel,
	{ title, view, ground, backdrop, surface, objects, drawings }: Page,
	measure: Measure,
): Slide {
	const at = fitInto(view, { x: 0, y: 0, ...SLIDE });
	const placing = { view, at, scale: at.w / view.w };
	const context = sceneContext(model, surface, measure);
	const items = objects.flatMap((object, i) => {
		const setting = object.hidden || isEmpty(object.text) ? undefined : settingOf(object, context);
		return itemsOf(object, drawings[i]!, setting, placing);
	});
	return { title, ground, backdrop, items };
}

export async function slidesFile(input: ExportInput, services: ExportServices): Promise<ExportedFile> {
	const { model, title, author = '', by = 'fields', colours = 'screen' } = input;
	const pages = pagesOf(input, { by, colours }, services.measure);
	return {
		body: await services.slides({
			title,
			author,
			slides: pages.map((page) => slideOf(model, page, services.measure)),
		}),
	};
}
