/**
 * Paints the board in tiles, beside the page. The newest view replaces what was wanted before; what changed
 * in view comes first, then what is missing in view, a ring round the view, and the overview.
 */
import { plainGround, type Ground } from '$core/board/ground';
import { RenderBoard, type Dirty, type RenderItem } from '$core/board/plain';
import { inflate, overlaps, type Box } from '$core/geometry/box';
import { browserMeasure } from '$lib/board/measure';
import { fileAddress, Images } from '$lib/board/painter/images';
import { paintGround } from '$lib/board/painter/grain';
import { isCoarse, paintDrawing, type Base } from '$lib/board/painter/primitives';
import { hasGraphics } from './graphics';
import { Overview, shrunk } from './overview';
import { boxOfTile, keyOfTile, missingIn, partOn, SOFT, markDirty, type TileAt } from './tile-at';
import {
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
/** Share of a tile from which on it is painted anew as a whole: the page puts that up without drawing anything. */
const WHOLE = 0.3;
/** How long a tile is painted at one go, ms, since one that shows much takes a hundred times as long; and objects painted before the clock is looked at. */
const SLICE = { still: 8, moving: 2.5 };
const FEW = 4;
/**
 * While things move: how often what changed is painted at most, ms; how many times as long as a piece of work the rest after it is,
 * and how long at most, ms.
 */
const CALM = 120;
const REST = { pan: 1.5, ahead: 5, zoom: 4 };
const MOST_REST = 200;
/** Up to how many times its scale the overview will do while the scale changes, for it shows hardly less than tiles would. */
const NEARLY = 2;

const scope = self as unknown as {
	postMessage(message: FromWorker, transfer?: Transferable[]): void;
	onmessage: (event: MessageEvent<ToWorker>) => void;
	fonts: FontFaceSet;
};
const board = new RenderBoard(browserMeasure);
const padOf = (alpha: boolean): OffscreenCanvasRenderingContext2D =>
	new OffscreenCanvas(TILE, TILE).getContext('2d', { alpha })!;
/** What tiles, and parts of others meanwhile, are painted on: opaque, or clear where something plays beneath. */
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
/** Whether the page knows if there is a graphics processor. */
let isGraphicsTold = false;
let hidden: ReadonlySet<string> = new Set();
let editing: Edited | undefined;
let images: Images | undefined;
/** Whether something in view looks different without the page having said so: a picture came. */
let isSpoiled = false;
/** Tiles that the page has, and the one that is being painted. */
const have = new Map<string, TileAt>();
let making: { tile: TileAt; base: Base; ids: readonly string[]; at: number } | undefined;
/** Whether the view or something on it is on the move, and when parts were painted anew last. */
let isMoving = false;
let patchedAt = 0;
/** Whether what was painted last is not in view yet. */
let isAhead = false;
/** Numbers up to which everything was heard, and was told to be done. */
let heard = 0;
let told = 0;

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
	paintObjects(target, base, board.drawingsIn(sheet, box, ground.surface, isCoarse(base)));
}

function paintObjects(
	target: OffscreenCanvasRenderingContext2D,
	base: Base,
	drawn: ReturnType<RenderBoard['drawingsIn']>,
): void {
	target.textBaseline = 'alphabetic';
	for (const { id, drawing } of drawn) {
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

/** Marks tiles out of date: those in view get the part painted anew, the others are given up. */
function invalidate(dirty: readonly Dirty[]): void {
	const stale: string[] = [];
	for (const part of dirty) {
		if (part.sheet !== sheet) continue;
		overview.touch(part.box);
		for (const [key, tile] of have) {
			if (!overlaps(inflate(part.box, SOFT / tile.scale), boxOfTile(tile))) continue;
			if (tile.level === wanted?.level && overlaps(boxOfTile(tile), wanted.box)) {
				markDirty(tile, part.box);
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
		if (tile.dirty.length === 0 || tile === making?.tile) continue;
		const parts = tile.dirty.flatMap((box) => partOn(tile, box) ?? []);
		tile.dirty = [];
		if (parts.reduce((sum, { w, h }) => sum + w * h, 0) > WHOLE * TILE * TILE) paintAnew(tile);
		else for (const part of parts) patches.push(paintPatch(key, tile, part));
	}
	if (patches.length > 0)
		scope.postMessage(
			{ is: 'patches', sheet, patches },
			patches.map((each) => each.bitmap),
		);
}

const baseOf = ({ scale, tx, ty }: TileAt, x = 0, y = 0): Base => ({
	scale,
	x: (tx * TILE + x) / scale,
	y: (ty * TILE + y) / scale,
	ratio: wanted?.ratio ?? 1,
});

/** A part of a tile, pixels; what others are painted on is left alone. */
function pictureOf(tile: TileAt, { x, y, w, h }: Box): ImageBitmap {
	const { part } = pads;
	const { scale } = tile;
	[part.canvas.width, part.canvas.height] = [w, h];
	const base = baseOf(tile, x, y);
	paintPart(part, base, { x: base.x, y: base.y, w: w / scale, h: h / scale }, w, h);
	return part.canvas.transferToImageBitmap();
}

const paintPatch = (key: string, tile: TileAt, part: Box): Patch => ({
	key,
	x: part.x,
	y: part.y,
	bitmap: pictureOf(tile, part),
});

const paintAnew = (tile: TileAt): void => send(tile, pictureOf(tile, { x: 0, y: 0, w: TILE, h: TILE }));

function send(tile: TileAt, bitmap: ImageBitmap): void {
	const { level, tx, ty } = tile;
	scope.postMessage({ is: 'tile', sheet, key: keyOfTile(tile), level, tx, ty, bitmap }, [bitmap]);
}

/** Begins to paint a tile. */
function make(tile: TileAt): void {
	const base = baseOf(tile);
	paintGround(pads.tile, ground, base, TILE, TILE, images);
	making = { tile, base, ids: board.idsIn(sheet, inflate(boxOfTile(tile), SOFT / tile.scale)), at: 0 };
	have.set(keyOfTile(tile), tile);
}

/** Goes on with the tile that is being painted, for a short time; the page gets it when all is on it. */
function continueTile({ tile, base, ids }: NonNullable<typeof making>): void {
	const until = performance.now() + (isMoving ? SLICE.moving : SLICE.still);
	while (making!.at < ids.length) {
		const few = ids.slice(making!.at, (making!.at += FEW));
		paintObjects(pads.tile, base, board.drawingsOf(few, ground.surface, isCoarse(base)));
		if (performance.now() > until) return;
	}
	making = undefined;
	send(tile, pads.tile.canvas.transferToImageBitmap());
	// What changed meanwhile is painted over it.
	if (tile.dirty.length > 0) isSpoiled = true;
}

/** Gives up the tile that is being painted where nobody wants it any more. */
function review({ level, box, scale }: Wanted): void {
	if (!making) return;
	const { tile } = making;
	const isKept = have.get(keyOfTile(tile)) === tile;
	const isWanted = tile.level === level && overlaps(boxOfTile(tile), inflate(box, TILE / scale));
	if (isKept && isWanted) return;
	if (isKept) have.delete(keyOfTile(tile));
	making = undefined;
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
	review(wanted);
	const level = wanted;
	const missing = (box: Box): TileAt | undefined => missingIn(box, level, (key) => have.has(key));
	isAhead = making !== undefined && !overlaps(boxOfTile(making.tile), wanted.box);
	if (making) {
		continueTile(making);
		return 0;
	}
	if (isMoving && !wanted.isExact && wanted.scale < NEARLY * overview.scale) return patchIn;
	const inView = missing(wanted.box);
	if (inView) {
		make(inView);
		return 0;
	}
	if (!isCoverTold) {
		// Said for every view anew: the page may have looked elsewhere when it was said before.
		isCoverTold = true;
		scope.postMessage({ is: 'covered', level: wanted.level });
		if (!isGraphicsTold) scope.postMessage({ is: 'graphics', isThere: hasGraphics() });
		isGraphicsTold = true;
	}
	const ahead = wanted.isExact ? missing(inflate(wanted.box, TILE / wanted.scale)) : undefined;
	if (ahead) {
		make(ahead);
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
	// A fault must not end painting for good: the page hears of it and paints by itself from then
	// on.
	work()
		.catch(fail)
		.then((wait) => {
			const now = performance.now();
			isRunning = false;
			// While things move, the page and the browser's own painting get more time than this
			// takes.
			const times = !wanted?.isExact ? REST.zoom : isAhead ? REST.ahead : REST.pan;
			restUntil = isMoving ? now + Math.min(MOST_REST, times * (now - start)) : 0;
			if (wait === 0) run();
			else if (wait !== undefined) runIn(wait);
		});
};
function fail(error: unknown): undefined {
	scope.postMessage({
		is: 'failed',
		message: error instanceof Error ? (error.stack ?? error.message) : String(error),
	});
}
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
					invalidate(board.partsOf(board.showing(file)));
					if (file === ground.picture?.file) invalidate([{ sheet, box: EVERYWHERE }]);
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
			invalidate(board.remove(data.removed));
			invalidate(board.put(JSON.parse(data.put) as RenderItem[]));
			heard = data.seq;
			isComplete ||= data.last;
			break;
		case 'sheet':
			if (ground.surface !== data.ground.surface) board.forgetDrawings();
			sheet = data.sheet;
			ground = bare(data.ground);
			pads = ground.picture?.moves ? CLEAR : OPAQUE;
			have.clear();
			making = undefined;
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
			invalidate(board.partsOf([...before, ...now].filter(isOther)));
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
