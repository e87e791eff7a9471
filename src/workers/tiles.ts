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
}
interface TileAt {
	level: number;
	scale: number;
	tx: number;
	ty: number;
	/** Part that is out of date, in board units. */
	dirty: Box | undefined;
}

/** Longest side and scale of the overview, pixels and pixels a unit; how often it is sent anew at most, ms. */
const OVERVIEW = { side: 2048, scale: 0.5, every: 400, slice: 2500 };
/** Room round a dirty part for soft edges, pixels. */
const SOFT = 2;
/** Share of a tile from which on it is painted anew as a whole: the page puts that up without drawing anything. */
const WHOLE = 0.3;

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
/** Numbers up to which everything was heard, and was told to be done. */
let heard = 0;
let told = 0;

const boxOfTile = ({ tx, ty, scale }: TileAt): Box => {
	const side = TILE / scale;
	return { x: tx * side, y: ty * side, w: side, h: side };
};

function paintPart(
	target: OffscreenCanvasRenderingContext2D,
	base: Base,
	box: Box,
	w: number,
	h: number,
	ratio: number,
): void {
	paintGround(target, ground, base, w, h, ratio, images);
	target.textBaseline = 'alphabetic';
	const coarse = isCoarse(base.scale);
	for (const { id, drawing } of board.drawingsIn(sheet, box, ground.surface, coarse)) {
		if (!hidden.has(id))
			paintDrawing(target, drawing, base, id === editing?.id ? editing : undefined, images);
	}
}

/** The overview: the whole sheet in one picture, so that there is always something to show. */
class Overview {
	private canvas: OffscreenCanvas | undefined;
	private box: Box | undefined;
	private scale = 1;
	/** Index of the next drawing while it is being made. */
	private at = 0;
	private parts: ReturnType<PlainBoard['drawingsIn']> | undefined;
	private dirty: Box[] = [];
	private sentAt = -Infinity;
	private isSent = false;

	reset(): void {
		this.box = undefined;
		this.parts = undefined;
		this.dirty = [];
		this.isSent = false;
	}

	touch(box: Box): void {
		if (!this.box) return;
		const { x, y, w, h } = this.box;
		const isInside = box.x >= x && box.y >= y && box.x + box.w <= x + w && box.y + box.h <= y + h;
		if (!isInside) this.reset();
		else this.dirty.push(box);
		this.isSent = false;
	}

	/** Whether there is work now. */
	get isDue(): boolean {
		return !this.isSent && (this.parts !== undefined || performance.now() - this.sentAt > OVERVIEW.every);
	}
	get waits(): boolean {
		return !this.isSent;
	}

	/** A slice of the work. */
	async step(): Promise<void> {
		if (!this.box) return this.begin();
		if (this.parts) return this.go();
		const parts = this.dirty.splice(0, 200);
		const target = this.canvas!.getContext('2d')!;
		for (const part of parts) {
			const padded = inflate(part, SOFT / this.scale);
			target.save();
			target.setTransform(this.scale, 0, 0, this.scale, -this.box.x * this.scale, -this.box.y * this.scale);
			target.beginPath();
			target.rect(padded.x, padded.y, padded.w, padded.h);
			target.clip();
			this.clear(target, padded);
			this.paint(target, board.drawingsIn(sheet, padded, ground.surface, isCoarse(this.scale)));
			target.restore();
		}
		if (this.dirty.length === 0) await this.send();
	}

	private begin(): void {
		const extent = board.extent(sheet);
		const box = inflate(extent ?? { x: 0, y: 0, w: 1, h: 1 }, Math.max(200, (extent?.w ?? 0) * 0.05));
		this.scale = Math.min(OVERVIEW.scale, OVERVIEW.side / box.w, OVERVIEW.side / box.h);
		this.canvas = new OffscreenCanvas(Math.ceil(box.w * this.scale), Math.ceil(box.h * this.scale));
		this.box = box;
		const target = this.canvas.getContext('2d', { alpha: pads === CLEAR })!;
		this.clear(target, { x: 0, y: 0, w: this.canvas.width, h: this.canvas.height });
		this.parts = board.drawingsIn(sheet, box, ground.surface, isCoarse(this.scale));
		this.at = 0;
	}

	private async go(): Promise<void> {
		const target = this.canvas!.getContext('2d')!;
		this.paint(target, this.parts!.slice(this.at, this.at + OVERVIEW.slice));
		this.at += OVERVIEW.slice;
		if (this.at < this.parts!.length) return;
		this.parts = undefined;
		await this.send();
	}

	/** Nothing but the ground; nothing at all where a picture plays beneath, for the page has veiled it already. */
	private clear(target: OffscreenCanvasRenderingContext2D, { x, y, w, h }: Box): void {
		target.clearRect(x, y, w, h);
		if (pads === CLEAR) return;
		target.fillStyle = ground.colour;
		target.fillRect(x, y, w, h);
	}

	private paint(
		target: OffscreenCanvasRenderingContext2D,
		parts: ReturnType<PlainBoard['drawingsIn']>,
	): void {
		const base = { scale: this.scale, x: this.box!.x, y: this.box!.y };
		for (const { id, drawing } of parts)
			if (!hidden.has(id)) paintDrawing(target, drawing, base, undefined, images);
		target.setTransform(1, 0, 0, 1, 0, 0);
	}

	private async send(): Promise<void> {
		this.isSent = true;
		this.sentAt = performance.now();
		const bitmap = await createImageBitmap(this.canvas!);
		scope.postMessage({ is: 'overview', sheet, box: this.box!, scale: this.scale, bitmap }, [bitmap]);
	}
}
const overview = new Overview();

/** Marks tiles out of date: those in view get the part painted anew, the others are given up. */
function spoil(dirty: readonly Dirty[]): void {
	const stale: string[] = [];
	for (const part of dirty) {
		if (part.sheet !== sheet) continue;
		overview.touch(part.box);
		for (const [key, tile] of have) {
			if (!overlaps(inflate(part.box, SOFT / tile.scale), boxOfTile(tile))) continue;
			if (tile.level === wanted?.level && overlaps(boxOfTile(tile), wanted.box)) {
				tile.dirty = tile.dirty ? unionOf([tile.dirty, part.box])! : part.box;
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
		if (!tile.dirty) continue;
		const { scale, tx, ty } = tile;
		const left = tx * TILE;
		const top = ty * TILE;
		const x1 = Math.max(0, Math.floor(tile.dirty.x * scale - left) - SOFT);
		const y1 = Math.max(0, Math.floor(tile.dirty.y * scale - top) - SOFT);
		const x2 = Math.min(TILE, Math.ceil((tile.dirty.x + tile.dirty.w) * scale - left) + SOFT);
		const y2 = Math.min(TILE, Math.ceil((tile.dirty.y + tile.dirty.h) * scale - top) + SOFT);
		tile.dirty = undefined;
		if (x2 <= x1 || y2 <= y1) continue;
		if ((x2 - x1) * (y2 - y1) > WHOLE * TILE * TILE) {
			paintTile(tile);
			continue;
		}
		const { part } = pads;
		[part.canvas.width, part.canvas.height] = [x2 - x1, y2 - y1];
		const base = { scale, x: (left + x1) / scale, y: (top + y1) / scale };
		const box = { x: base.x, y: base.y, w: (x2 - x1) / scale, h: (y2 - y1) / scale };
		paintPart(part, base, box, x2 - x1, y2 - y1, wanted?.ratio ?? 1);
		patches.push({ key, x: x1, y: y1, bitmap: part.canvas.transferToImageBitmap() });
	}
	if (patches.length > 0)
		scope.postMessage(
			{ is: 'patches', sheet, patches },
			patches.map((each) => each.bitmap),
		);
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
			if (distance < least) [best, least] = [{ level, scale, tx, ty, dirty: undefined }, distance];
		}
	}
	return best;
}

function paintTile(tile: TileAt): void {
	const { level, scale, tx, ty } = tile;
	const side = TILE / scale;
	const base = { scale, x: tx * side, y: ty * side };
	paintPart(
		pads.tile,
		base,
		inflate({ x: base.x, y: base.y, w: side, h: side }, SOFT / scale),
		TILE,
		TILE,
		wanted!.ratio,
	);
	const key = keyOf(level, tx, ty);
	have.set(key, tile);
	const bitmap = pads.tile.canvas.transferToImageBitmap();
	scope.postMessage({ is: 'tile', sheet, key, level, tx, ty, bitmap }, [bitmap]);
}

/** One piece of work; false when there is none. */
async function work(): Promise<boolean> {
	if (!isReady || !isComplete || !wanted) return false;
	if (told < heard || isSpoiled) {
		isSpoiled = false;
		patch();
		told = heard;
		scope.postMessage({ is: 'done', seq: told });
		return true;
	}
	const inView = missing(wanted.box);
	if (inView) {
		paintTile(inView);
		return true;
	}
	if (!isCoverTold) {
		// Said for every view anew: the page may have looked elsewhere when it was said before.
		isCoverTold = true;
		scope.postMessage({ is: 'covered', level: wanted.level });
	}
	if (overview.isDue) {
		await overview.step();
		return true;
	}
	const ahead = missing(inflate(wanted.box, TILE / wanted.scale));
	if (ahead) {
		paintTile(ahead);
		return true;
	}
	if (overview.waits) setTimeout(run, OVERVIEW.every);
	return false;
}

// Between two pieces of work, messages are heard: a channel to oneself is the fastest way to the end of the queue.
const turn = new MessageChannel();
let isRunning = false;
turn.port1.onmessage = () => {
	void work().then((more) => {
		if (more) turn.port2.postMessage(0);
		else isRunning = false;
	});
};
function run(): void {
	if (isRunning) return;
	isRunning = true;
	turn.port2.postMessage(0);
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
			ground = data.ground;
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
		case 'forget':
			for (const key of data.keys) have.delete(key);
			break;
	}
	run();
};
