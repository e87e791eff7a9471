/**
 * A poster over several sheets of paper: how large it can be, and where it is cut so that few texts
 * are cut. A sheet shows a little more than its part; the neighbours are laid over each other and
 * trimmed at the marks.
 */
import { Fault } from '../fault';
import type { Box } from '../geometry/box';
import { millimetres, paperSize, type PaperName, type Size } from './paper';

export const POSTER_PAPERS = ['a4', 'a3', 'a2'] as const satisfies readonly PaperName[];
export type PosterPaper = (typeof POSTER_PAPERS)[number];

/** How large it is to be: its height, mm, or as large as so many sheets of paper allow. */
export type PosterExtent = { heightMm: number } | { sheets: number };

export interface PosterOptions {
	paper: PosterPaper;
	extent: PosterExtent;
	/** What neighbouring sheets show both, mm. */
	overlapMm: number;
}

/** What a poster is made of where nothing is said. */
export const USUAL_POSTER: PosterOptions = { paper: 'a4', extent: { sheets: 4 }, overlapMm: 10 };

/** Part of a poster from edge to edge, board units. */
export interface Span {
	from: number;
	to: number;
}

export interface PosterPlan {
	isLandscape: boolean;
	page: Size;
	/** Points of a board unit. */
	scale: number;
	/** What the sheets of each column and each row show, with what they share. */
	columns: Span[];
	rows: Span[];
	/** Where sheets are trimmed, board units. */
	cutsX: number[];
	cutsY: number[];
	/** Texts that lie across a cut. */
	cutTexts: number;
}

/** Sheets of paper that a poster can have. */
export const MAX_SHEETS = 100;
/** Paper that printers leave white, with room for the marks, points. */
export const POSTER_MARGIN = millimetres(10);
/** How much smaller than it could be a poster becomes so that fewer texts are cut. */
const SHRINK = [1, 0.985, 0.97, 0.955, 0.94];
/** How much smaller than the largest one a plan may be. */
const NEARLY = 0.935;
/** Places between two cuts that are looked at besides the edges of texts. */
const STEPS = 400;
/** Edges of texts that are looked at. */
const MAX_EDGES = 1600;

interface Frame {
	/** What paper can show, points. */
	tile: Size;
	overlap: number;
}

/** How many sheets in a row are needed for a length, points. */
const countFor = (length: number, tile: number, overlap: number): number =>
	Math.max(1, Math.ceil((length - overlap) / (tile - overlap) - 1e-9));
/** The longest that so many sheets in a row can show, points. */
const lengthOf = (count: number, tile: number, overlap: number): number => count * (tile - overlap) + overlap;

/** Texts that a cut crosses, for cuts in ascending order. */
function crossings(places: readonly number[], texts: readonly Span[]): number[] {
	const starts = texts.map(({ from }) => from).sort((a, b) => a - b);
	const ends = texts.map(({ to }) => to).sort((a, b) => a - b);
	let [begun, over] = [0, 0];
	return places.map((place) => {
		while (begun < starts.length && starts[begun]! < place) begun++;
		while (over < ends.length && ends[over]! <= place) over++;
		return begun - over;
	});
}

/**
 * Where a length is cut into parts so that as few texts as possible are cut, and the parts are as
 * even as that allows: the shortest path over the places where it may be cut.
 * @param longest what a part between two cuts, or between a cut and an edge, may measure
 */
function cutsOf(
	whole: Span,
	count: number,
	longest: { inner: number; outer: number },
	texts: readonly Span[],
): number[] {
	if (count <= 1) return [];
	const length = whole.to - whole.from;
	const step = length / STEPS;
	const edges = texts.flatMap(({ from, to }) => [from - step / 50, to + step / 50]);
	const every = Math.ceil(edges.length / MAX_EDGES);
	const places = [
		...Array.from({ length: STEPS - 1 }, (_, i) => whole.from + (i + 1) * step),
		...edges.filter((edge, i) => i % every === 0 && edge > whole.from && edge < whole.to),
	].sort((a, b) => a - b);
	const crossed = crossings(places, texts);
	const even = length / count;
	/** Cost of the best way to each place with so many cuts, and the place before it. */
	let costs = places.map(() => Infinity);
	const before: Int32Array[] = [];
	for (let cut = 0; cut < count - 1; cut++) {
		const next = places.map(() => Infinity);
		const from = new Int32Array(places.length).fill(-1);
		let first = 0;
		places.forEach((place, i) => {
			const cost = crossed[i]! + (((place - whole.from) / even - (cut + 1)) / count) ** 2 / 100;
			if (cut === 0) {
				if (place - whole.from <= longest.outer + 1e-6) next[i] = cost;
				return;
			}
			while (place - places[first]! > longest.inner + 1e-6) first++;
			for (let k = first; k < i; k++)
				if (costs[k]! + cost < next[i]!) {
					next[i] = costs[k]! + cost;
					from[i] = k;
				}
		});
		costs = next;
		before.push(from);
	}
	let best = -1;
	places.forEach((place, i) => {
		if (whole.to - place > longest.outer + 1e-6) return;
		if (costs[i]! < (costs[best] ?? Infinity)) best = i;
	});
	// The sheets are just long enough: then there is one way to cut.
	if (best < 0)
		return Array.from({ length: count - 1 }, (_, i) => whole.from + longest.outer + i * longest.inner);
	const cuts: number[] = [];
	for (let cut = count - 2, i = best; cut >= 0; cut--) {
		cuts.unshift(places[i]!);
		i = before[cut]![i]!;
	}
	return cuts;
}

const spansOf = (whole: Span, cuts: readonly number[], half: number): Span[] =>
	[...cuts, undefined].map((cut, i) => ({
		from: i === 0 ? whole.from : cuts[i - 1]! - half,
		to: cut === undefined ? whole.to : cut + half,
	}));

/** A plan at a scale, points of a board unit. */
function planAt(
	view: Box,
	texts: readonly Box[],
	scale: number,
	isLandscape: boolean,
	page: Size,
	{ tile, overlap }: Frame,
): PosterPlan {
	const half = overlap / 2 / scale;
	const along = (from: number, length: number, room: number, spans: readonly Span[]) => {
		const whole = { from, to: from + length };
		const count = countFor(length * scale, room, overlap);
		const longest = { inner: (room - overlap) / scale, outer: (room - overlap / 2) / scale };
		const cuts = cutsOf(whole, count, longest, spans);
		const cut = crossings(cuts, spans).reduce((sum, each) => sum + each, 0);
		return { cuts, cut, spans: spansOf(whole, cuts, half) };
	};
	const x = along(
		view.x,
		view.w,
		tile.w,
		texts.map((text) => ({ from: text.x, to: text.x + text.w })),
	);
	const y = along(
		view.y,
		view.h,
		tile.h,
		texts.map((text) => ({ from: text.y, to: text.y + text.h })),
	);
	return {
		isLandscape,
		page,
		scale,
		columns: x.spans,
		rows: y.spans,
		cutsX: x.cuts,
		cutsY: y.cuts,
		cutTexts: x.cut + y.cut,
	};
}

/** The largest scale at which a view goes onto so many sheets. */
function scaleFor(view: Box, sheets: number, { tile, overlap }: Frame): number {
	let best = 0;
	for (let columns = 1; columns <= sheets; columns++) {
		const rows = Math.floor(sheets / columns);
		const [w, h] = [lengthOf(columns, tile.w, overlap), lengthOf(rows, tile.h, overlap)];
		best = Math.max(best, Math.min(w / view.w, h / view.h));
	}
	return best;
}

const sheetsOf = ({ columns, rows }: PosterPlan): number => columns.length * rows.length;

/**
 * How a poster is put together.
 * @param view what it shows, board units
 * @param texts boxes round texts that should not be cut, board units
 * @throws Fault `poster too large` where it would take too many sheets
 */
export function planPoster(
	view: Box,
	texts: readonly Box[],
	{ paper, extent, overlapMm }: PosterOptions,
): PosterPlan {
	const overlap = millimetres(overlapMm);
	const plans = [false, true].flatMap((isLandscape): PosterPlan[] => {
		const page = paperSize(paper, isLandscape);
		const tile = { w: page.w - 2 * POSTER_MARGIN, h: page.h - 2 * POSTER_MARGIN };
		const frame = { tile, overlap };
		const largest =
			'sheets' in extent ? scaleFor(view, extent.sheets, frame) : millimetres(extent.heightMm) / view.h;
		const needed = countFor(view.w * largest, tile.w, overlap) * countFor(view.h * largest, tile.h, overlap);
		if (needed > MAX_SHEETS) return [];
		// A wished height is kept as it is.
		const shrink = 'sheets' in extent ? SHRINK : [1];
		return shrink.map((by) => planAt(view, texts, largest * by, isLandscape, page, frame));
	});
	const largest = Math.max(...plans.map(({ scale }) => scale));
	// As large as it can nearly be, with as few sheets; then what cuts least.
	const near = plans.filter(({ scale }) => scale >= largest * NEARLY);
	const cost = (plan: PosterPlan): number =>
		('sheets' in extent ? 0 : sheetsOf(plan) * 1e6) + plan.cutTexts - plan.scale / largest / 2;
	const [first, ...others] = near;
	if (!first) throw new Fault('poster too large', { max: MAX_SHEETS });
	return others.reduce((best, plan) => (cost(plan) < cost(best) - 1e-9 ? plan : best), first);
}

/** What a row is called on the marks: A, B, … Z, AA. */
export function rowName(index: number): string {
	const letter = String.fromCharCode(65 + (index % 26));
	return index < 26 ? letter : rowName(Math.floor(index / 26) - 1) + letter;
}
