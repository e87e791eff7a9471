/**
 * Line breaking and fitting, in board units. Text is laid out once and only transformed afterwards,
 * so a note reads the same on screen, on a phone and in every export.
 *
 * Break opportunities follow Unicode Standard Annex #14; words that are wider than the room are broken
 * inside. A line fits when its width is at most the room plus 1/64 unit, the grain in which browsers
 * compute layout.
 */
import LineBreaker from 'linebreak';
import { ASCENT, LINE_HEIGHT, type Face, type Family, type Measure } from './fonts';
import {
	plainParagraph,
	sameMarks,
	type ListKind,
	type Marks,
	type Paragraph,
	type RichText,
	type Run,
} from './rich';

const GRAIN = 1 / 64;

/** A piece of one line in one face; `x` counts from the left edge of the room. */
export interface LaidRun {
	text: string;
	x: number;
	width: number;
	face: Face;
	/** Marks that are drawn beside the letters: lines, links, colours. */
	marks: Marks;
}

/** What stands before the first line of a list's item; `x` is its left edge. */
export interface Marker {
	list: ListKind;
	text: string;
	x: number;
	checked: boolean;
}

export interface LaidLine {
	runs: LaidRun[];
	width: number;
	marker?: Marker;
	/** Whether it belongs to a list: such lines stand at the left whatever the alignment. */
	isItem?: boolean;
	/** Distance of the baseline from the top of the room. */
	baseline: number;
}

export interface LaidText {
	lines: LaidLine[];
	/** Type size in board units. */
	size: number;
	/** Height of all lines together. */
	height: number;
	/** Whether everything lies inside the room. */
	fits: boolean;
}

export interface LayoutOptions {
	room: { w: number; h: number };
	family: Family;
	/** Whether all of it is bold, as in headings. */
	bold?: boolean;
	align: 'left' | 'centre' | 'right';
	/** Where the block stands when the room is higher than the text. */
	stand: 'top' | 'middle';
	measure: Measure;
}

interface Piece {
	text: string;
	face: Face;
	marks: Marks;
}

/** Room at the left of a list's item for its marker, in em, for each level. */
const INDENT = 1.35;

const indentOf = (paragraph: Paragraph, size: number): number =>
	paragraph.list ? INDENT * size * ((paragraph.level ?? 0) + 1) : 0;

/** Markers of all paragraphs: numbers count within their level and start anew after something else. */
function markersOf(rich: RichText): (Omit<Marker, 'x'> | undefined)[] {
	const counts: number[] = [];
	return rich.map((paragraph) => {
		const { list, level = 0, checked = false } = paragraph;
		if (!list) {
			counts.length = 0;
			return undefined;
		}
		counts.length = level + 1;
		counts[level] = list === 'number' ? (counts[level] ?? 0) + 1 : 0;
		return { list, checked, text: list === 'number' ? `${counts[level]}.` : list === 'bullet' ? '•' : '' };
	});
}

/** Lays `rich` out at one type size. */
export function layout(rich: RichText, size: number, options: LayoutOptions): LaidText {
	const { room, align, stand } = options;
	const lines: LaidLine[] = [];
	const markers = rich.some((paragraph) => paragraph.list) ? markersOf(rich) : undefined;
	rich.forEach((paragraph, p) => {
		const indent = indentOf(paragraph, size);
		const inner = indent === 0 ? options : { ...options, room: { ...room, w: Math.max(1, room.w - indent) } };
		breakParagraph(paragraph, size, inner).forEach((pieces, i) => {
			const line = setLine(pieces, size, inner);
			const marker = markers?.[p];
			if (marker && i === 0) line.marker = { ...marker, x: indent - INDENT * size };
			if (indent > 0) {
				for (const run of line.runs) run.x += indent;
				line.width += indent;
				line.isItem = true;
			}
			lines.push(line);
		});
	});
	const height = lines.length * size * LINE_HEIGHT;
	const top = stand === 'middle' ? Math.max(0, (room.h - height) / 2) : 0;
	let widest = 0;
	lines.forEach((line, i) => {
		line.baseline = top + (i * LINE_HEIGHT + (LINE_HEIGHT - 1) / 2 + ASCENT - 0.12) * size;
		widest = Math.max(widest, line.width);
		if (align !== 'left' && !line.isItem) {
			const shift = Math.max(0, room.w - line.width) / (align === 'centre' ? 2 : 1);
			for (const run of line.runs) run.x += shift;
		}
	});
	return { lines, size, height, fits: height <= room.h + GRAIN && widest <= room.w + GRAIN };
}

/**
 * The largest type size between `least` and `most` at which the text fits its room, in half units; at
 * `least` when nothing fits, with `fits` false: then the room has to grow.
 */
export function fit(rich: RichText, least: number, most: number, options: LayoutOptions): LaidText {
	const step = 0.5;
	const atMost = layout(rich, most, options);
	if (atMost.fits && !breaksWords(rich, most, options)) return atMost;
	let low = 0;
	let high = Math.round((most - least) / step);
	let best: LaidText | undefined;
	while (low < high) {
		const middle = Math.floor((low + high) / 2);
		const size = most - middle * step;
		const tried = layout(rich, size, options);
		if (tried.fits && !breaksWords(rich, size, options)) {
			best = tried;
			high = middle;
		} else low = middle + 1;
	}
	const size = Math.max(least, most - low * step);
	return best && best.size === size ? best : layout(rich, size, options);
}

/** Height that the text needs at size `size` in a room of the given width. */
export const heightAt = (rich: RichText, size: number, options: LayoutOptions): number =>
	layout(rich, size, { ...options, room: { w: options.room.w, h: Infinity }, stand: 'top' }).height;

/** Whether some word is wider than the room, so that it could only be broken inside. */
function breaksWords(rich: RichText, size: number, options: LayoutOptions): boolean {
	return rich.some((paragraph) =>
		segments(paragraph, options).some(
			(word) =>
				widthOf(word, size, options.measure, true) > options.room.w - indentOf(paragraph, size) + GRAIN,
		),
	);
}

const faceOf = (run: Run, options: LayoutOptions): Face => ({
	family: options.family,
	bold: Boolean(options.bold) || Boolean(run.bold),
	italic: Boolean(run.italic),
});

/** The stretches between break opportunities, each with its trailing spaces, as pieces of one face. */
function segments(paragraph: Paragraph, options: LayoutOptions): Piece[][] {
	const text = plainParagraph(paragraph);
	if (text === '') return [];
	const breaker = new LineBreaker(text);
	const words: Piece[][] = [];
	let from = 0;
	for (let point = breaker.nextBreak(); point; point = breaker.nextBreak()) {
		words.push(cut(paragraph, from, point.position, options));
		from = point.position;
	}
	return words;
}

/** The pieces of a paragraph between two offsets. */
function cut(paragraph: Paragraph, from: number, to: number, options: LayoutOptions): Piece[] {
	const pieces: Piece[] = [];
	let at = 0;
	for (const run of paragraph.runs) {
		const start = Math.max(from, at);
		const end = Math.min(to, at + run.text.length);
		if (start < end) {
			pieces.push({ text: run.text.slice(start - at, end - at), face: faceOf(run, options), marks: run });
		}
		at += run.text.length;
	}
	return pieces;
}

function widthOf(pieces: Piece[], size: number, measure: Measure, trimmed: boolean): number {
	let width = 0;
	pieces.forEach((piece, i) => {
		const text = trimmed && i === pieces.length - 1 ? piece.text.trimEnd() : piece.text;
		if (text !== '') width += measure(text, piece.face) * size;
	});
	return width;
}

/** Breaks one paragraph into lines; an empty paragraph is one empty line. */
function breakParagraph(paragraph: Paragraph, size: number, options: LayoutOptions): Piece[][] {
	const { measure, room } = options;
	const lines: Piece[][] = [];
	let line: Piece[] = [];
	let width = 0;
	const queue = segments(paragraph, options);
	for (let i = 0; i < queue.length; i++) {
		const word = queue[i]!;
		const bare = widthOf(word, size, measure, true);
		if (line.length > 0 && width + bare > room.w + GRAIN) {
			lines.push(line);
			line = [];
			width = 0;
		}
		if (line.length === 0 && bare > room.w + GRAIN) {
			const [head, tail] = splitWord(word, size, options);
			if (tail.length > 0) {
				lines.push(head);
				queue[i] = tail;
				i--;
				continue;
			}
		}
		line.push(...word);
		width += widthOf(word, size, measure, false);
	}
	if (line.length > 0 || lines.length === 0) lines.push(line);
	return lines;
}

/**
 * The largest count up to `most` for which `holds`, which holds for every smaller one too; 0 when
 * it holds for none. Counts are doubled first: few letters of a very long word fit into a line, and
 * only those are measured.
 */
function lastThat(most: number, holds: (count: number) => boolean): number {
	let low = 0;
	let high = 1;
	while (high <= most && holds(high)) {
		low = high;
		high *= 2;
	}
	high = Math.min(high, most + 1);
	while (high - low > 1) {
		const middle = (low + high) >> 1;
		if (holds(middle)) low = middle;
		else high = middle;
	}
	return low;
}

/** Cuts an over-long word so that its head fits the room; the head has at least one character. */
function splitWord(word: Piece[], size: number, options: LayoutOptions): [Piece[], Piece[]] {
	const head: Piece[] = [];
	let left = options.room.w + GRAIN;
	for (let i = 0; i < word.length; i++) {
		const { text, face, marks } = word[i]!;
		const chars = [...text];
		const widthTo = (count: number): number =>
			options.measure(chars.slice(0, count).join('').trimEnd(), face) * size;
		let taken = lastThat(chars.length, (count) => widthTo(count) <= left);
		if (taken === 0 && head.length === 0) taken = 1;
		if (taken > 0) head.push({ text: chars.slice(0, taken).join(''), face, marks });
		if (taken < chars.length) {
			return [head, [{ text: chars.slice(taken).join(''), face, marks }, ...word.slice(i + 1)]];
		}
		left -= widthTo(taken);
	}
	return [head, []];
}

/** Joins neighbouring pieces of one face and gives each its place on the line. */
function setLine(pieces: Piece[], size: number, options: LayoutOptions): LaidLine {
	const merged: Piece[] = [];
	for (const piece of pieces) {
		const last = merged.at(-1);
		if (last && sameMarks(last.marks, piece.marks)) last.text += piece.text;
		else merged.push({ ...piece });
	}
	const tail = merged.at(-1);
	if (tail) tail.text = tail.text.trimEnd();
	const runs: LaidRun[] = [];
	let x = 0;
	for (const piece of merged) {
		const width = options.measure(piece.text, piece.face) * size;
		if (piece.text !== '') runs.push({ text: piece.text, x, width, face: piece.face, marks: piece.marks });
		x += width;
	}
	return { runs, width: x, baseline: 0 };
}
