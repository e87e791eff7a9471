/**
 * The set of pictograms: line drawings from an icon package, and emoji as outlines of the shipped emoji font,
 * so that they look the same on every machine and in every export.
 */
import * as fontkit from 'fontkit';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { GLYPH_SIDE, MOST_PATH_DATA } from '$core/board/kinds/mark';
import { findPictograms, type Pictogram } from '$core/marks/search';
import { once } from '../once';

const require = createRequire(join(process.cwd(), 'package.json'));
/** Path data of a basic SVG shape. The package is CommonJS whose export is the function itself. */
const elementToPath = require('element-to-path') as (node: {
	name: string;
	attributes: Record<string, string>;
}) => string;
const folderOf = (name: string): string => dirname(require.resolve(`${name}/package.json`));
const readJson = <T>(...path: string[]): T => JSON.parse(readFileSync(join(...path), 'utf8')) as T;

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

type Node = [string, Record<string, string>];

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

function lineDrawings(): Drawable[] {
	const folder = folderOf('lucide-static');
	const nodes = readJson<Record<string, Node[]>>(folder, 'icon-nodes.json');
	const tags = readJson<Record<string, string[]>>(folder, 'tags.json');
	return Object.entries(nodes).map(([name, parts]) => ({
		name,
		label: name.replaceAll('-', ' '),
		words: (tags[name] ?? []).flatMap((tag) => tag.toLowerCase().split(' ')),
		solid: false,
		draw: () =>
			parts
				.map(([tag, attributes]) =>
					tag === 'path' ? (attributes['d'] ?? '') : elementToPath({ name: tag, attributes }),
				)
				// A path of its own may start with a relative move: joined to another, it would count from there.
				.map((d) => (d.startsWith('m') ? `M0 0${d}` : d))
				.join(''),
	}));
}

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

interface Emoji {
	name: string;
	slug: string;
	group: string;
}

/** Files of the emoji font by the characters that they have; each is read when it is needed. */
function emojiFiles(): { holds: (code: number) => boolean; font: () => Font }[] {
	const folder = folderOf('@fontsource/noto-emoji');
	const ranges = readJson<Record<string, string>>(folder, 'unicode.json');
	return Object.entries(ranges).map(([subset, list]) => {
		const parts = list.split(',').map((range) => {
			const [from = '', to = from] = range.replace('U+', '').split('-');
			return [parseInt(from, 16), parseInt(to, 16)] as const;
		});
		const file = join(folder, 'files', `noto-emoji-${subset.replace(/[[\]]/g, '')}-400-normal.woff2`);
		return {
			holds: (code) => parts.some(([from, to]) => code >= from && code <= to),
			font: () => once(file, () => fontkit.create(readFileSync(file)) as unknown as Font),
		};
	});
}

/** Emoji of a single character, in the order of the Unicode list; flags and combinations are left out. */
function emoji(): Drawable[] {
	const files = emojiFiles();
	const names = readJson<Record<string, Emoji>>(folderOf('unicode-emoji-json'), 'data-by-emoji.json');
	const words = readJson<Record<string, string[]>>(folderOf('emojilib'), 'dist', 'emoji-en-US.json');
	return Object.entries(names).flatMap(([sign, { name, slug, group }]): Drawable[] => {
		const codes = [...sign].map((char) => char.codePointAt(0)!).filter((code) => code !== 0xfe0f);
		const [code] = codes;
		const file = code === undefined ? undefined : files.find(({ holds }) => holds(code));
		if (codes.length !== 1 || code === undefined || !file) return [];
		const known = [...(words[sign] ?? []), group].flatMap((each) => each.toLowerCase().split(/[\s_&]+/));
		const draw = (): string => {
			const font = file.font();
			return font.hasGlyphForCodePoint(code) ? outlineOf(font, code) : '';
		};
		return [
			{ name: `emoji-${slug}`, label: name.toLowerCase(), words: known.filter(Boolean), solid: true, draw },
		];
	});
}

/** All pictograms; listed when they are first asked for. */
export const pictograms = (): Drawable[] =>
	once('pictograms', () => {
		const lines = lineDrawings();
		const first = FIRST.flatMap((name) => lines.find((each) => each.name === name) ?? []);
		const isFirst = new Set(first.map(({ name }) => name));
		return [...first, ...emoji(), ...lines.filter(({ name }) => !isFirst.has(name))];
	});

const drawings = once('drawings of pictograms', () => new Map<string, string>());

/** The drawing of a pictogram; undefined when there is none, or none that a board should carry. */
export function drawn({ name, label, solid, draw }: Drawable): Drawn | undefined {
	let d = drawings.get(name);
	if (d === undefined) drawings.set(name, (d = draw()));
	return d === '' || d.length > MOST_PATH_DATA ? undefined : { name, label, d, solid };
}

/** Pictograms that go with some words, drawn; the best first. */
export const findDrawn = (words: string, most: number): Drawn[] =>
	findPictograms(pictograms(), words, most + 12)
		.flatMap((each) => drawn(each) ?? [])
		.slice(0, most);
