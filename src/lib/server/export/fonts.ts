/** The shipped fonts on the server: widths for the layout, outlines for pictures, data for SVG files. */
import * as fontkit from 'fontkit';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { TextOutline } from '$core/formats/svg';
import { FAMILY_NAMES, cachedMeasure, faceName, type Face, type Measure } from '$core/text/fonts';
import { once } from '../once';

interface GlyphPath {
	commands: { command: string; args: number[] }[];
}
interface Font {
	unitsPerEm: number;
	hasGlyphForCodePoint(code: number): boolean;
	layout(text: string): {
		glyphs: { id: number; path: GlyphPath }[];
		positions: { xAdvance: number; xOffset: number; yOffset: number }[];
	};
}

const PACKAGES = {
	sans: {
		package: '@fontsource/atkinson-hyperlegible-next',
		file: 'atkinson-hyperlegible-next',
		italic: true,
	},
	hand: { package: '@fontsource/kalam', file: 'kalam', italic: false },
	mono: { package: '@fontsource/jetbrains-mono', file: 'jetbrains-mono', italic: true },
} as const;
export const SUBSETS = ['latin', 'latin-ext'] as const;
export type Subset = (typeof SUBSETS)[number];
/** Width of a character that no shipped font has, in em: it is drawn as a box. */
export const UNKNOWN_WIDTH = 0.6;

const require = createRequire(join(process.cwd(), 'package.json'));

export function fileOf(face: Face, subset: string, format = 'woff2'): string {
	const { package: name, file, italic } = PACKAGES[face.family];
	const style = face.italic && italic ? 'italic' : 'normal';
	const folder = dirname(require.resolve(`${name}/package.json`));
	return join(folder, 'files', `${file}-${subset}-${face.bold ? 700 : 400}-${style}.${format}`);
}

function fontsOf(face: Face): Font[] {
	return once(`font ${faceName(face)}`, () =>
		SUBSETS.map((subset) => fontkit.create(readFileSync(fileOf(face, subset))) as unknown as Font),
	);
}

/**
 * Text in runs that one of the files of a face can set, by its subset; none has the letters of the
 * others.
 */
export const runsInFace = (text: string, face: Face): { subset: Subset | undefined; text: string }[] =>
	runs(text, fontsOf(face)).map(({ font, text: part }) => ({ subset: SUBSETS[font], text: part }));

/** Text in runs that one of the files of a face can set, by its subset; what none can set is left out. */
export const runsBySubset = (text: string, face: Face): { subset: Subset; text: string }[] =>
	runsInFace(text, face).flatMap(({ subset, text: part }) => (subset ? [{ subset, text: part }] : []));

/** Splits text into runs that one font file can set; -1 stands for characters that none has. */
function runs(text: string, fonts: Font[]): { font: number; text: string }[] {
	const out: { font: number; text: string }[] = [];
	for (const char of text) {
		const font = fonts.findIndex((each) => each.hasGlyphForCodePoint(char.codePointAt(0)!));
		const last = out.at(-1);
		if (last && last.font === font) last.text += char;
		else out.push({ font, text: char });
	}
	return out;
}

/** Width of text in em, set at one go. */
export function widthAsOne(text: string, face: Face): number {
	const fonts = fontsOf(face);
	let width = 0;
	for (const run of runs(text, fonts)) {
		const font = fonts[run.font];
		if (!font) width += [...run.text].length * UNKNOWN_WIDTH;
		else for (const { xAdvance } of font.layout(run.text).positions) width += xAdvance / font.unitsPerEm;
	}
	return width;
}
const cachedWidth = cachedMeasure(widthAsOne);

/** Text whose words are parted by single spaces: it can be set word by word. */
const PLAIN_WORDS = /^[^ ]+(?: [^ ]+)*$/;

/** What lies between two words, em: a space, nearer to or further from the letters beside it. */
function gapWidth(before: string, after: string, face: Face): number {
	const [left, right] = [[...before].at(-1)!, [...after][0]!];
	return cachedWidth(`${left} ${right}`, face) - cachedWidth(left, face) - cachedWidth(right, face);
}

/** Words with where each begins, em, and the width of all. */
function wordsOf(text: string, face: Face): { words: { word: string; x: number }[]; width: number } {
	if (!PLAIN_WORDS.test(text)) return { words: [{ word: text, x: 0 }], width: cachedWidth(text, face) };
	const words: { word: string; x: number }[] = [];
	let width = 0;
	for (const word of text.split(' ')) {
		const last = words.at(-1);
		if (last) width += gapWidth(last.word, word, face);
		words.push({ word, x: width });
		width += cachedWidth(word, face);
	}
	return { words, width };
}

/**
 * Width of text in em, with kerning, as the browser sets it with the same fonts. Words come again
 * and again, and setting them takes long: each is set once, and so is each pair of letters with a
 * space between.
 */
export const serverMeasure: Measure = (text, face) => wordsOf(text, face).width;

const LETTERS: Record<string, string> = {
	moveTo: 'M',
	lineTo: 'L',
	quadraticCurveTo: 'Q',
	bezierCurveTo: 'C',
	closePath: 'Z',
};
const short = (value: number): string => String(Math.round(value * 1e4) / 1e4);

/** Outlines of words that were drawn before, by face and word; words that are kept at most. */
const drawn = new Map<string, string>();
const MAX_DRAWN = 20_000;

/**
 * Outlines of a line of text, word by word, as SVG path data at 1 em; characters that no font has
 * are drawn as boxes.
 */
export const outline = (text: string, face: Face): TextOutline[] =>
	wordsOf(text, face).words.map(({ word, x }) => {
		const key = `${faceName(face)} ${word}`;
		let d = drawn.get(key);
		if (d === undefined) {
			if (drawn.size >= MAX_DRAWN) drawn.clear();
			drawn.set(key, (d = outlineOfWord(word, face)));
		}
		return { x, d };
	});

function outlineOfWord(text: string, face: Face): string {
	const fonts = fontsOf(face);
	let d = '';
	let x = 0;
	for (const run of runs(text, fonts)) {
		const font = fonts[run.font];
		if (!font) {
			for (const char of run.text) {
				if (char.trim() !== '') d += `M${short(x + 0.08)} 0h.44v-.7h-.44Z`;
				x += UNKNOWN_WIDTH;
			}
			continue;
		}
		const scale = 1 / font.unitsPerEm;
		const { glyphs, positions } = font.layout(run.text);
		glyphs.forEach((glyph, i) => {
			const { xAdvance, xOffset, yOffset } = positions[i]!;
			for (const { command, args } of glyph.path.commands) {
				d += LETTERS[command];
				d += args
					.map((value, k) =>
						k % 2 === 0 ? short(x + (value + xOffset) * scale) : short(-(value + yOffset) * scale),
					)
					.join(' ');
			}
			x += xAdvance * scale;
		});
	}
	return d;
}

/** Style sheet with the faces of the board as data, for SVG files. */
export function fontCss(faces: readonly Face[]): string {
	return faces
		.flatMap((face) =>
			SUBSETS.map((subset) => {
				const data = readFileSync(fileOf(face, subset)).toString('base64');
				const range =
					subset === 'latin'
						? 'U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD'
						: 'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF';
				return `@font-face{font-family:'${FAMILY_NAMES[face.family]}';font-weight:${face.bold ? 700 : 400};font-style:${face.italic ? 'italic' : 'normal'};src:url(data:font/woff2;base64,${data}) format('woff2');unicode-range:${range}}`;
			}),
		)
		.join('');
}
