/** Writes slides (ECMA-376, Office Open XML) whose text and shapes can be edited. */
import pptxgen from 'pptxgenjs';
import svgpath from 'svgpath';
import {
	SLIDE,
	type Slide,
	type SlideDeck,
	type SlideItem,
	type SlideShape,
	type SlideText,
} from '$core/formats/slides';
import type { Box } from '$core/geometry/box';
import { FAMILY_NAMES } from '$core/text/fonts';

type Presentation = InstanceType<typeof pptxgen>;
type PptxSlide = ReturnType<Presentation['addSlide']>;
type Point = NonNullable<Parameters<PptxSlide['addShape']>[1]>['points'] extends (infer P)[] | undefined
	? P
	: never;

/** Points an inch. */
const POINTS = 72;
/** Sides below this are widened, inches: programs drop what has none. */
const THIN = 0.01;

/** A colour as these files have it, and how much of it is clear, percent. */
function colourOf(value: string): { color: string; transparency: number } {
	const alpha = value.length === 9 ? parseInt(value.slice(7), 16) / 255 : 1;
	return { color: value.slice(1, 7), transparency: Math.round((1 - alpha) * 100) };
}

function looks({ item, scale }: SlideShape): object {
	const width = 'width' in item && item.width !== undefined ? item.width : 1;
	return {
		...(item.fill ? { fill: colourOf(item.fill) } : { fill: { type: 'none' } }),
		...(item.stroke
			? {
					line: {
						...colourOf(item.stroke),
						width: width * scale * POINTS,
						...(item.dash ? { dashType: 'dash' } : {}),
					},
				}
			: {}),
	};
}

/** Corners and curves of a shape, in inches from its upper left corner, and the box round them. */
function outlineOf({ item, at, scale }: SlideShape): { points: Point[]; box: Box } | undefined {
	if (item.type === 'rect' || item.type === 'ellipse') return undefined;
	if (item.type === 'glyph') return glyphOf(item.d, at, scale * item.scale);
	const xs = item.points.map(([x]) => x);
	const ys = item.points.map(([, y]) => y);
	const [left, top] = [Math.min(...xs), Math.min(...ys)];
	const [x, y] = [(value: number) => (value - left) * scale, (value: number) => (value - top) * scale];
	const points: object[] = [];
	item.points.forEach(([px, py], i) => {
		if (i === 0) points.push({ x: x(px), y: y(py), moveTo: true });
		else if (item.type === 'path') points.push({ x: x(px), y: y(py) });
		else if (i % 3 === 0) {
			const [[x1, y1], [x2, y2]] = [item.points[i - 2]!, item.points[i - 1]!];
			points.push({
				x: x(px),
				y: y(py),
				curve: { type: 'cubic', x1: x(x1), y1: y(y1), x2: x(x2), y2: y(y2) },
			});
		}
	});
	if (item.closed) points.push({ close: true });
	return { points: points as Point[], box: at };
}

/** A pictogram, from its path data. */
function glyphOf(d: string, at: Box, scale: number): { points: Point[]; box: Box } | undefined {
	const parts: { type: string; values: number[] }[] = [];
	svgpath(d)
		.abs()
		.unarc()
		.unshort()
		.iterate(([type, ...values], _, x, y) => {
			if (type === 'H') parts.push({ type: 'L', values: [Number(values[0]), y] });
			else if (type === 'V') parts.push({ type: 'L', values: [x, Number(values[0])] });
			else parts.push({ type, values: values.map(Number) });
		});
	const all = parts.flatMap(({ values }) => values);
	const xs = all.filter((_, i) => i % 2 === 0);
	const ys = all.filter((_, i) => i % 2 === 1);
	if (xs.length === 0) return undefined;
	const [left, top] = [Math.min(...xs), Math.min(...ys)];
	const box = {
		x: at.x + left * scale,
		y: at.y + top * scale,
		w: (Math.max(...xs) - left) * scale,
		h: (Math.max(...ys) - top) * scale,
	};
	const x = (value: number): number => (value - left) * scale;
	const y = (value: number): number => (value - top) * scale;
	const points = parts.map(({ type, values: v }): object => {
		if (type === 'M') return { x: x(v[0]!), y: y(v[1]!), moveTo: true };
		if (type === 'Z') return { close: true };
		if (type === 'Q')
			return { x: x(v[2]!), y: y(v[3]!), curve: { type: 'quadratic', x1: x(v[0]!), y1: y(v[1]!) } };
		if (type === 'C')
			return {
				x: x(v[4]!),
				y: y(v[5]!),
				curve: { type: 'cubic', x1: x(v[0]!), y1: y(v[1]!), x2: x(v[2]!), y2: y(v[3]!) },
			};
		return { x: x(v[0]!), y: y(v[1]!) };
	});
	return { points: points as Point[], box };
}

function addShape(slide: PptxSlide, shape: SlideShape): void {
	const { item, angle } = shape;
	const place = ({ x, y, w, h }: Box): object => ({
		x,
		y,
		w: Math.max(w, THIN),
		h: Math.max(h, THIN),
		rotate: angle,
	});
	const look = looks(shape);
	if (item.type === 'rect') {
		const radius = Math.min(item.r, item.w / 2, item.h / 2) * shape.scale;
		if (radius > 0) slide.addShape('roundRect', { ...place(shape.at), ...look, rectRadius: radius });
		else slide.addShape('rect', { ...place(shape.at), ...look });
	} else if (item.type === 'ellipse') slide.addShape('ellipse', { ...place(shape.at), ...look });
	else {
		const outline = outlineOf(shape);
		if (outline)
			slide.addShape('custGeom' as 'rect', { ...place(outline.box), ...look, points: outline.points });
	}
}

function addText(slide: PptxSlide, { at, angle, paragraphs, align, stand, wraps }: SlideText): void {
	const runs = paragraphs.flatMap(({ runs: own, list, level }) => {
		const filled = own.length > 0 ? own : [undefined];
		return filled.map((run, i) => ({
			text: run?.text ?? '',
			options: {
				...(run
					? {
							fontSize: Math.max(1, Math.round(run.size * 10) / 10),
							fontFace: FAMILY_NAMES[run.family],
							bold: run.bold,
							italic: run.italic,
							...(run.underline ? { underline: { style: 'sng' as const } } : {}),
							...(run.strike ? { strike: 'sngStrike' as const } : {}),
							color: colourOf(run.colour).color,
							...(run.link ? { hyperlink: { url: run.link } } : {}),
						}
					: {}),
				...(list && i === 0
					? { bullet: list === 'number' ? { type: 'number' as const } : true, indentLevel: level ?? 0 }
					: {}),
				breakLine: i === filled.length - 1,
			},
		}));
	});
	slide.addText(runs, {
		...at,
		w: Math.max(at.w, THIN),
		h: Math.max(at.h, THIN),
		rotate: angle,
		margin: 0,
		align: align === 'centre' ? 'center' : align,
		valign: stand,
		wrap: wraps,
		fit: 'none',
	});
}

const asData = (data: Uint8Array): string => {
	const type = data[0] === 0xff ? 'jpeg' : 'png';
	return `image/${type};base64,${Buffer.from(data).toString('base64')}`;
};

function addItem(slide: PptxSlide, item: SlideItem, pictures: ReadonlyMap<string, Uint8Array>): void {
	if (item.type === 'shape') return addShape(slide, item);
	if (item.type === 'text') return addText(slide, item);
	const data = pictures.get(item.file);
	const { at, angle } = item;
	if (!data) {
		slide.addShape('rect', { ...at, rotate: angle, fill: { color: '808080', transparency: 70 } });
		return;
	}
	const [cx, cy, cw, ch] = item.crop;
	const whole = { w: at.w / cw, h: at.h / ch };
	slide.addImage({
		data: asData(data),
		x: at.x,
		y: at.y,
		...whole,
		rotate: angle,
		...(cw < 1 || ch < 1
			? { sizing: { type: 'crop' as const, x: cx * whole.w, y: cy * whole.h, w: at.w, h: at.h } }
			: {}),
	});
}

function addSlide(
	presentation: Presentation,
	{ title, ground, backdrop, items }: Slide,
	pictures: ReadonlyMap<string, Uint8Array>,
): void {
	const slide = presentation.addSlide();
	if (ground) slide.background = { color: ground.slice(1, 7) };
	const image = backdrop && pictures.get(backdrop.file);
	if (backdrop && image && ground) {
		slide.addImage({ data: asData(image), x: 0, y: 0, ...SLIDE, sizing: { type: 'cover', ...SLIDE } });
		slide.addShape('rect', {
			x: 0,
			y: 0,
			...SLIDE,
			fill: { color: ground.slice(1, 7), transparency: Math.round((1 - backdrop.veil) * 100) },
		});
	}
	for (const item of items) addItem(slide, item, pictures);
	slide.addNotes(title);
}

/**
 * @param pictures pictures on the slides, by file
 * @param onSlide told how many slides are done
 */
export async function writeSlides(
	{ title, author, slides }: SlideDeck,
	pictures: ReadonlyMap<string, Uint8Array>,
	onSlide?: (done: number, of: number) => void,
): Promise<Uint8Array> {
	const presentation = new pptxgen();
	presentation.title = title;
	presentation.author = author;
	presentation.company = '';
	presentation.defineLayout({ name: 'screen', width: SLIDE.w, height: SLIDE.h });
	presentation.layout = 'screen';
	for (const [i, slide] of slides.entries()) {
		addSlide(presentation, slide, pictures);
		onSlide?.(i + 1, slides.length);
	}
	return (await presentation.write({ outputType: 'nodebuffer' })) as Uint8Array;
}
