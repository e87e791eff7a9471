/**
 * Paints the board in tiles, beside the page. The newest view replaces what was wanted before; what changed
 * in view comes first, then what is missing in view, the overview, and a ring round the view.
 */
import { plainGround, type Ground } from '$core/board/ground';
import { PlainBoard, type Dirty, type Painted } from '$core/board/plain';
import { inflate, overlaps, unionOf, type Box } from '$core/geometry/box';
import { browserMeasure } from '$lib/board/measure';
import { fileAddress, Images } from '$lib/board/painter/images';
import { paintGround } from '$lib/board/painter/grain';
import { isCoarse, paintDrawing, type Base } from '$lib/board/painter/primitives';
import { Overview, shrunk } from './overview';
import {
	keyOf,
	TILE,
	type FaceSource,
	type FromWorker,
	type Patch,
	type ToWorker,
	type Edited,
} from '$lib/board/painter/protocol';

interface Wanted {
	level: number;
	scale: number;
	ratio: number;
	box: Box;
	/** Whether it is the scale that is shown, and not one that stands in for it. */
	isExact: boolean;
}
interface TileAt {
	level: number;
	scale: number;
	tx: number;
	ty: number;
	/** Parts that are out of date, in board units. */
	dirty: Box[];
}

/** Room round a dirty part for soft edges, pixels. */
const SOFT = 2;
/** Share of a tile from which on it is painted anew as a whole: the page puts that up without drawing anything. */
const WHOLE = 0.3;
/** Parts of a tile that are painted one by one at most. */
const MOST_PARTS = 12;
/**
 * While things move: how often what changed is painted at most, ms; how many times as long as a piece of work the rest after it is,
 * and how long at most, ms.
 */
const CALM = 60;
const REST = { pan: 1.5, zoom: 3 };
const MOST_REST = 200;

const scope = self as unknown as {
	postMessage(message: FromWorker, transfer?: Transferable[]): void;
	onmessage: (event: MessageEvent<ToWorker>) => void;
	fonts: FontFaceSet;
};
const board = new PlainBoard(browserMeasure);
const padOf = (alpha: boolean): OffscreenCanvasRenderingContext2D =>
	new OffscreenCanvas(TILE, TILE).getContext('2d', { alpha })!;
/** What whole tiles and parts of them are painted on: opaque, or clear where something plays beneath. */
const OPAQUE = { tile: padOf(false), part: padOf(false) };
const CLEAR = { tile: padOf(true), part: padOf(true) };
let pads = OPAQUE;

const EVERYWHERE: Box = { x: -1e8, y: -1e8, w: 2e8, h: 2e8 };
let sheet = '';
let ground: Ground = plainGround('slate');
let wanted: Wanted | undefined;
/** Whether the page knows that the view has all its tiles. */
let isCoverTold = false;
let isComplete = false;
let isReady = false;
let hidden: ReadonlySet<string> = new Set();
let editing: Edited | undefined;
let images: Images | undefined;
/** Whether something in view looks different without the page having said so: a picture came. */
let isSpoiled = false;
/** Tiles that the page has. */
const have = new Map<string, TileAt>();
/** Whether the view or something on it is on the move, and when parts were painted anew last. */
let isMoving = false;
let patchedAt = 0;
/** Numbers up to which everything was heard, and was told to be done. */
let heard = 0;
let told = 0;

const boxOfTile = ({ tx, ty, scale }: TileAt): Box => {
	const side = TILE / scale;
	return { x: tx * side, y: ty * side, w: side, h: side };
};

/** The ground as it is painted on tiles: where a picture plays beneath, the page lays the veil over it. */
function bare({ picture, ...rest }: Ground): Ground {
	return picture ? { ...rest, picture: picture.moves ? { ...picture, veil: 0 } : picture } : rest;
}

function paintPart(
	target: OffscreenCanvasRenderingContext2D,
	base: Base,
	box: Box,
	w: number,
	h: number,
): void {
	paintGround(target, ground, base, w, h, images);
	target.textBaseline = 'alphabetic';
	const coarse = isCoarse(base);
	for (const { id, drawing } of board.drawingsIn(sheet, box, ground.surface, coarse)) {
		if (!hidden.has(id))
			paintDrawing(target, drawing, base, id === editing?.id ? editing : undefined, images);
	}
}

const overview = new Overview(
	() => ({ board, sheet, ground, isClear: pads === CLEAR, hidden, images }),
	(of, box, scale, bitmap) => {
		const small = shrunk(bitmap);
		scope.postMessage({ is: 'overview', sheet: of, box, scale, bitmap, small }, [bitmap, small]);
	},
);

/** Notes a part that is out of date; parts that touch become one, and so do very many. */
function soil(tile: TileAt, box: Box): void {
	const apart = tile.dirty.filter((each) => !overlaps(each, box));
	const touching = tile.dirty.filter((each) => overlaps(each, box));
	tile.dirty = [...apart, unionOf([...touching, box])!];
	if (tile.dirty.length > MOST_PARTS) tile.dirty = [unionOf(tile.dirty)!];
}

/** Marks tiles out of date: those in view get the part painted anew, the others are given up. */
function spoil(dirty: readonly Dirty[]): void {
	const stale: string[] = [];
	for (const part of dirty) {
		if (part.sheet !== sheet) continue;
		overview.touch(part.box);
		for (const [key, tile] of have) {
			if (!overlaps(inflate(part.box, SOFT / tile.scale), boxOfTile(tile))) continue;
			if (tile.level === wanted?.level && overlaps(boxOfTile(tile), wanted.box)) {
				soil(tile, part.box);
			} else {
				have.delete(key);
				stale.push(key);
			}
		}
	}
	if (stale.length > 0) scope.postMessage({ is: 'stale', keys: stale });
}

/** Paints the out-of-date parts of tiles in view. */
function patch(): void {
	const patches: Patch[] = [];
	for (const [key, tile] of have) {
		if (tile.dirty.length === 0) continue;
		const parts = tile.dirty.flatMap((box) => partOn(tile, box) ?? []);
		tile.dirty = [];
		if (parts.reduce((sum, { w, h }) => sum + w * h, 0) > WHOLE * TILE * TILE) paintTile(tile);
		else for (const part of parts) patches.push(paintPatch(key, tile, part));
	}
	if (patches.length > 0)
		scope.postMessage(
			{ is: 'patches', sheet, patches },
			patches.map((each) => each.bitmap),
		);
}

/** Where a part of the board is on a tile, in whole pixels; undefined when it is not on it. */
function partOn({ scale, tx, ty }: TileAt, box: Box): Box | undefined {
	const [left, top] = [tx * TILE, ty * TILE];
	const x = Math.max(0, Math.floor(box.x * scale - left) - SOFT);
	const y = Math.max(0, Math.floor(box.y * scale - top) - SOFT);
	const w = Math.min(TILE, Math.ceil((box.x + box.w) * scale - left) + SOFT) - x;
	const h = Math.min(TILE, Math.ceil((box.y + box.h) * scale - top) + SOFT) - y;
	return w > 0 && h > 0 ? { x, y, w, h } : undefined;
}

function paintPatch(key: string, { scale, tx, ty }: TileAt, { x, y, w, h }: Box): Patch {
	const { part } = pads;
	[part.canvas.width, part.canvas.height] = [w, h];
	const base = { scale, x: (tx * TILE + x) / scale, y: (ty * TILE + y) / scale, ratio: wanted?.ratio ?? 1 };
	paintPart(part, base, { x: base.x, y: base.y, w: w / scale, h: h / scale }, w, h);
	return { key, x, y, bitmap: part.canvas.transferToImageBitmap() };
}

/** The next tile that is missing in a box, the nearest to its middle first. */
function missing(box: Box): TileAt | undefined {
	const { level, scale } = wanted!;
	const side = TILE / scale;
	const [cx, cy] = [(box.x + box.w / 2) / side - 0.5, (box.y + box.h / 2) / side - 0.5];
	let best: TileAt | undefined;
	let least = Infinity;
	for (let ty = Math.floor(box.y / side); ty * side < box.y + box.h; ty++) {
		for (let tx = Math.floor(box.x / side); tx * side < box.x + box.w; tx++) {
			if (have.has(keyOf(level, tx, ty))) continue;
			const distance = Math.hypot(tx - cx, ty - cy);
			if (distance < least) [best, least] = [{ level, scale, tx, ty, dirty: [] }, distance];
		}
	}
	return best;
}

function paintTile(tile: TileAt): void {
	const { level, scale, tx, ty } = tile;
	const side = TILE / scale;
	const base = { scale, x: tx * side, y: ty * side, ratio: wanted!.ratio };
	paintPart(pads.tile, base, inflate({ x: base.x, y: base.y, w: side, h: side }, SOFT / scale), TILE, TILE);
	const key = keyOf(level, tx, ty);
	have.set(key, tile);
	const bitmap = pads.tile.canvas.transferToImageBitmap();
	scope.postMessage({ is: 'tile', sheet, key, level, tx, ty, bitmap }, [bitmap]);
}

/** One piece of work. Returns how long there is none, ms: 0 when there is more, nothing when there is none at all. */
async function work(): Promise<number | undefined> {
	if (!isReady || !isComplete || !wanted) return undefined;
	const now = performance.now();
	const patchIn = told < heard || isSpoiled ? (isMoving ? patchedAt + CALM - now : 0) : undefined;
	if (patchIn !== undefined && patchIn <= 0) {
		isSpoiled = false;
		patchedAt = now;
		patch();
		told = heard;
		scope.postMessage({ is: 'done', seq: told });
		return 0;
	}
	if (overview.isMissing) {
		await overview.sketch();
		return 0;
	}
	const inView = missing(wanted.box);
	if (inView) {
		paintTile(inView);
		return 0;
	}
	if (!isCoverTold) {
		// Said for every view anew: the page may have looked elsewhere when it was said before.
		isCoverTold = true;
		scope.postMessage({ is: 'covered', level: wanted.level });
	}
	const ahead = wanted.isExact ? missing(inflate(wanted.box, TILE / wanted.scale)) : undefined;
	if (ahead) {
		paintTile(ahead);
		return 0;
	}
	if (!isMoving && overview.isDue) {
		await overview.step();
		return 0;
	}
	const waits = [patchIn, isMoving ? undefined : overview.waits].flatMap((each) => each ?? []);
	return waits.length > 0 ? Math.min(...waits) : undefined;
}

// Between two pieces of work, messages are heard: a channel to oneself is the fastest way to the end of the queue.
const turn = new MessageChannel();
let isRunning = false;
let later: ReturnType<typeof setTimeout> | undefined;
/** Until when nothing is painted, so that others get their turn. */
let restUntil = 0;
turn.port1.onmessage = () => {
	const start = performance.now();
	void work().then((wait) => {
		const now = performance.now();
		isRunning = false;
		// While things move, the page and the browser's own painting get more time than this takes.
		const times = wanted?.isExact ? REST.pan : REST.zoom;
		restUntil = isMoving ? now + Math.min(MOST_REST, times * (now - start)) : 0;
		if (wait === 0) run();
		else if (wait !== undefined) runIn(wait);
	});
};
function run(): void {
	if (isRunning) return;
	const rest = restUntil - performance.now();
	if (rest > 0) return runIn(rest);
	clearTimeout(later);
	isRunning = true;
	turn.port2.postMessage(0);
}
function runIn(wait: number): void {
	clearTimeout(later);
	later = setTimeout(run, wait);
}

async function loadFaces(faces: readonly FaceSource[]): Promise<void> {
	await Promise.all(
		faces.map(async ({ family, source, weight, style, range }) => {
			const face = new FontFace(family, source, { weight, style, unicodeRange: range });
			scope.fonts.add(face);
			await face.load();
		}),
	);
}

scope.onmessage = ({ data }) => {
	switch (data.is) {
		case 'start':
			images = new Images(
				(file, width) => new URL(fileAddress(data.boardId, file, width), location.origin).href,
				(file) => {
					spoil(board.partsOf(board.showing(file)));
					if (file === ground.picture?.file) spoil([{ sheet, box: EVERYWHERE }]);
					isSpoiled = true;
					run();
				},
			);
			// A face that cannot be loaded is replaced by the system's; the board is shown all the same.
			void loadFaces(data.faces)
				.catch(() => undefined)
				.then(() => {
					isReady = true;
					run();
				});
			break;
		case 'objects':
			spoil(board.remove(data.removed));
			spoil(board.put(JSON.parse(data.put) as Painted[]));
			heard = data.seq;
			isComplete ||= data.last;
			break;
		case 'sheet':
			if (ground.surface !== data.ground.surface) board.forgetDrawings();
			sheet = data.sheet;
			ground = bare(data.ground);
			pads = ground.picture?.moves ? CLEAR : OPAQUE;
			have.clear();
			overview.reset();
			break;
		case 'view':
			wanted = data;
			isCoverTold = false;
			break;
		case 'hide': {
			const before = new Set([...hidden, ...(editing ? [editing.id] : [])]);
			hidden = new Set(data.ids);
			editing = data.editing;
			const now = new Set([...hidden, ...(editing ? [editing.id] : [])]);
			const isOther = (id: string): boolean => before.has(id) !== now.has(id) || id === editing?.id;
			spoil(board.partsOf([...before, ...now].filter(isOther)));
			heard = data.seq;
			break;
		}
		case 'pace':
			isMoving = data.moves;
			restUntil = 0;
			break;
		case 'forget':
			for (const key of data.keys) have.delete(key);
			break;
	}
	run();
};
