/** Paints tiles: the ground, and the objects of a sheet that lie on them. */
import { plainGround, type Ground } from '$core/board/ground';
import type { RenderBoard } from '$core/board/model/plain';
import { inflate, type Box } from '$core/geometry/box';
import { paintGround } from '$lib/board/painter/grain';
import type { Images } from '$lib/board/painter/images';
import { isCoarse, paintDrawing, type Base } from '$lib/board/painter/primitives';
import { TILE, type Edited } from '$lib/board/painter/protocol';
import { boxOfTile, SOFT, type TileAt } from './tile-at';
import type { TileSurface } from './tile-scheduler';

/** Objects painted before the clock is looked at. */
const FEW = 4;

type Canvas = OffscreenCanvasRenderingContext2D;
const padOf = (alpha: boolean): Canvas => new OffscreenCanvas(TILE, TILE).getContext('2d', { alpha })!;
const padsOf = (alpha: boolean) => ({ tile: padOf(alpha), part: padOf(alpha) });

/**
 * The ground as it is painted on tiles: where a picture plays beneath, the page lays the veil over
 * it.
 */
function bare({ picture, ...rest }: Ground): Ground {
	return picture ? { ...rest, picture: picture.moves ? { ...picture, veil: 0 } : picture } : rest;
}

export class TileCanvas implements TileSurface {
	sheet = '';
	ground: Ground = plainGround('slate');
	hidden: ReadonlySet<string> = new Set();
	editing: Edited | undefined;
	images: Images | undefined;
	/** Canvas pixels a CSS pixel. */
	ratio = 1;
	/**
	 * What tiles, and parts of others meanwhile, are painted on: opaque, or clear where something
	 * plays beneath.
	 */
	private readonly opaque = padsOf(false);
	private readonly clear = padsOf(true);
	private pads = this.opaque;
	private begun: { base: Base; ids: readonly string[]; at: number } = {
		base: { scale: 1, x: 0, y: 0, ratio: 1 },
		ids: [],
		at: 0,
	};

	constructor(private readonly board: RenderBoard) {}

	/** Whether something plays beneath: then nothing is painted where nothing lies. */
	get isClear(): boolean {
		return this.pads === this.clear;
	}

	setSheet(sheet: string, ground: Ground): void {
		if (this.ground.surface !== ground.surface) this.board.forgetDrawings();
		this.sheet = sheet;
		this.ground = bare(ground);
		this.pads = this.ground.picture?.moves ? this.clear : this.opaque;
	}

	begin(tile: TileAt): void {
		const base = this.baseOf(tile);
		paintGround(this.pads.tile, this.ground, base, TILE, TILE, this.images);
		const ids = this.board.idsIn(this.sheet, inflate(boxOfTile(tile), SOFT / tile.scale));
		this.begun = { base, ids, at: 0 };
	}

	advance(until: number): boolean {
		const { begun } = this;
		while (begun.at < begun.ids.length) {
			const few = begun.ids.slice(begun.at, (begun.at += FEW));
			const drawings = this.board.drawingsOf(few, this.ground.surface, isCoarse(begun.base));
			this.paintObjects(this.pads.tile, begun.base, drawings);
			if (performance.now() > until) return false;
		}
		return true;
	}

	finish(): ImageBitmap {
		return this.pads.tile.canvas.transferToImageBitmap();
	}

	part(tile: TileAt, { x, y, w, h }: Box): ImageBitmap {
		const { part } = this.pads;
		const { scale } = tile;
		[part.canvas.width, part.canvas.height] = [w, h];
		const base = this.baseOf(tile, x, y);
		const box = { x: base.x, y: base.y, w: w / scale, h: h / scale };
		paintGround(part, this.ground, base, w, h, this.images);
		this.paintObjects(
			part,
			base,
			this.board.drawingsIn(this.sheet, box, this.ground.surface, isCoarse(base)),
		);
		return part.canvas.transferToImageBitmap();
	}

	private baseOf({ scale, tx, ty }: TileAt, x = 0, y = 0): Base {
		const { ratio } = this;
		return { scale, x: (tx * TILE + x) / scale, y: (ty * TILE + y) / scale, ratio };
	}

	private paintObjects(target: Canvas, base: Base, drawn: ReturnType<RenderBoard['drawingsIn']>): void {
		target.textBaseline = 'alphabetic';
		const { editing } = this;
		for (const { id, drawing } of drawn)
			if (!this.hidden.has(id))
				paintDrawing(target, drawing, base, id === editing?.id ? editing : undefined, this.images);
	}
}
