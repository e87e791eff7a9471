/**
 * The set of pictograms: line drawings from an icon package, and emoji as outlines of the shipped emoji font,
 * so that they look the same on every machine and in every export.
 */
import * as fontkit from 'fontkit';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { GLYPH_SIDE, MAX_PATH_DATA } from '$core/board/kinds/mark';
import { findPictograms, type Pictogram } from '$core/marks/search';
import { once } from '../once';

/** Names, words to find them by and drawings, as the build made them (scripts/pictograms). */
const dataSchema = z.object({
	lines: z.array(z.object({ name: z.string(), words: z.string(), d: z.string() })),
	emoji: z.array(z.object({ name: z.string(), label: z.string(), words: z.string(), code: z.number() })),
});
type Data = z.infer<typeof dataSchema>;

const read = (...path: string[]): unknown => JSON.parse(readFileSync(join(process.cwd(), ...path), 'utf8'));

/** Shown first when nothing is looked for: what workshops need most. */
const FIRST = [
	'star',
	'heart',
	'circle-check',
	'circle-x',
	'circle-question-mark',
	'triangle-alert',
	'lightbulb',
	'flag',
	'clock',
	'calendar',
	'users',
	'user',
	'wrench',
	'hammer',
	'coins',
	'banknote',
	'phone',
	'mail',
	'map-pin',
	'house',
	'zap',
	'flame',
	'leaf',
	'recycle',
	'thumbs-up',
	'thumbs-down',
	'smile',
	'frown',
	'target',
	'rocket',
	'puzzle',
	'key',
	'lock',
	'trash-2',
	'plus',
	'minus',
	'arrow-right',
	'arrow-up',
	'eye',
	'message-circle',
];

/** A pictogram whose drawing is made when it is asked for: there are thousands, and a few are looked at. */
export interface Drawable extends Pictogram {
	/** Whether the paths are areas; otherwise they are lines. */
	solid: boolean;
	/** Path data in a square of 24 units; empty when there is no drawing of it. */
	draw: () => string;
}

/** A pictogram with its drawing. */
export interface Drawn {
	name: string;
	label: string;
	d: string;
	solid: boolean;
}

const lineDrawings = ({ lines }: Data): Drawable[] =>
	lines.map(({ name, words, d }) => ({
		name,
		label: name.replaceAll('-', ' '),
		words: words.split(' ').filter(Boolean),
		solid: false,
		draw: () => d,
	}));

interface Outline {
	path: {
		scale: (x: number, y?: number) => Outline['path'];
		translate: (x: number, y: number) => Outline['path'];
		toSVG: () => string;
		bbox: { minX: number; minY: number; maxX: number; maxY: number };
	};
}
interface Font {
	hasGlyphForCodePoint: (code: number) => boolean;
	glyphForCodePoint: (code: number) => Outline;
}

/** The outline of a character, in the square of pictograms. */
function outlineOf(font: Font, code: number): string {
	const { path } = font.glyphForCodePoint(code);
	const { minX, minY, maxX, maxY } = path.bbox;
	const side = Math.max(maxX - minX, maxY - minY);
	if (!Number.isFinite(side) || side <= 0) return '';
	const scale = (GLYPH_SIDE - 1) / side;
	// Fonts count upwards, drawings downwards.
	const [x, y] = [GLYPH_SIDE / 2 - ((minX + maxX) / 2) * scale, GLYPH_SIDE / 2 + ((minY + maxY) / 2) * scale];
	const d = path.scale(scale, -scale).translate(x, y).toSVG();
	return d.replace(/-?\d+\.\d+/g, (number) => String(Math.round(Number(number) * 100) / 100));
}

/** Files of the emoji font by the characters that they have; each is read when it is needed. */
function emojiFiles(): { holds: (code: number) => boolean; font: () => Font }[] {
	const folder = join('node_modules', '@fontsource', 'noto-emoji');
	const ranges = z.record(z.string(), z.string()).parse(read(folder, 'unicode.json'));
	return Object.entries(ranges).map(([subset, list]) => {
		const parts = list.split(',').map((range) => {
			const [from = '', to = from] = range.replace('U+', '').split('-');
			return [parseInt(from, 16), parseInt(to, 16)] as const;
		});
		const file = join(
			process.cwd(),
			folder,
			'files',
			`noto-emoji-${subset.replace(/[[\]]/g, '')}-400-normal.woff2`,
		);
		return {
			holds: (code) => parts.some(([from, to]) => code >= from && code <= to),
			font: () => once(file, () => fontkit.create(readFileSync(file)) as unknown as Font),
		};
	});
}

/** Emoji that the shipped font has. */
function emoji({ emoji: all }: Data): Drawable[] {
	const files = emojiFiles();
	return all.flatMap(({ name, label, words, code }): Drawable[] => {
		const file = files.find(({ holds }) => holds(code));
		if (!file) return [];
		const draw = (): string => {
			const font = file.font();
			return font.hasGlyphForCodePoint(code) ? outlineOf(font, code) : '';
		};
		return [{ name, label, words: words.split(' '), solid: true, draw }];
	});
}

/** All pictograms; listed when they are first asked for. */
export const pictograms = (): Drawable[] =>
	once('pictograms', () => {
		const data = dataSchema.parse(read('build', 'pictograms.json'));
		const lines = lineDrawings(data);
		const first = FIRST.flatMap((name) => lines.find((each) => each.name === name) ?? []);
		const isFirst = new Set(first.map(({ name }) => name));
		return [...first, ...emoji(data), ...lines.filter(({ name }) => !isFirst.has(name))];
	});

const drawings = once('drawings of pictograms', () => new Map<string, string>());

/** The drawing of a pictogram; undefined when there is none, or none that a board should carry. */
export function drawn({ name, label, solid, draw }: Drawable): Drawn | undefined {
	let d = drawings.get(name);
	if (d === undefined) drawings.set(name, (d = draw()));
	return d === '' || d.length > MAX_PATH_DATA ? undefined : { name, label, d, solid };
}

/** Pictograms that go with some words, drawn; the best first. */
export const findDrawn = (words: string, most: number): Drawn[] =>
	findPictograms(pictograms(), words, most + 12)
		.flatMap((each) => drawn(each) ?? [])
		.slice(0, most);
