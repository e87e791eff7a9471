/**
 * What one hand carries: objects that are moved, resized or bent, as they would be if the hand let go now.
 * Nothing of it is on the board yet. The live layer shows them in place of the painter, also for the moment
 * after they are put down, until the painter has them.
 */
import { isConnector } from '$core/board/kinds/guards';
import type { Route, SceneContext } from '$core/board/drawing';
import type { BoardObject, BoxValues, ConnectorEnd } from '$core/board/objects';
import { routeAlone } from '$core/board/model/routes';
import type { Crop } from '$core/board/kinds/picture';
import type { Box } from '$core/geometry/box';
import type { Board } from './board.svelte';

/** Connectors that are routed round obstacles in every frame of a drag, at most. */
const MAX_ROUTED = 40;

/** Boxes of objects while they are being moved or resized, before that is written. */
export type Preview = Map<string, BoxValues>;

const NO_PREVIEW: Preview = new Map();

/** A connector that is being bent, as it would be if the hand let go now. */
export interface Bent {
	id: string;
	ends: [ConnectorEnd, ConnectorEnd];
	bends?: [number, number][] | undefined;
}

/** What it needs of the board that it belongs to. */
type InHandBoard = Pick<Board, 'model' | 'context' | 'painter' | 'wake'>;

export class InHand {
	/** Shown while objects are moved; undefined otherwise. */
	preview: Preview | undefined;
	bent: Bent | undefined;
	/** The part of a picture that would be shown. */
	crop: { id: string; crop: Crop } | undefined;
	/** How far everything lifted has been moved, when it is only moved. */
	moved: { dx: number; dy: number } | undefined;
	/** Objects that the live layer shows in place of the painter: those on the move, and just put down. */
	lifted: ReadonlySet<string> = new Set();

	/** Branches on the move, and what each would hang on; nothing where it would be let go. */
	reparenting: ReadonlyMap<string, string | undefined> | undefined;

	constructor(private readonly board: InHandBoard) {}

	/** The scene with what is on the move where the hand has it. */
	get context(): SceneContext {
		return { ...this.board.context, find: this.shown, routeOf: this.shownRoute };
	}

	/** Whether something is on the move. */
	get isBusy(): boolean {
		return this.preview !== undefined || this.bent !== undefined;
	}

	/** Takes objects from the painter to the live layer, with the connectors that follow them. */
	lift(ids: Iterable<string>): void {
		const lifted = new Set(ids);
		for (const id of [...lifted]) for (const tie of this.board.model.tiesOf(id)) lifted.add(tie);
		this.lifted = lifted;
		this.moved = undefined;
		this.board.painter?.lift(lifted);
		this.board.wake();
	}

	/** Gives them back: the live layer lets go when the painter shows them. */
	drop(): void {
		this.preview = undefined;
		this.reparenting = undefined;
		this.bent = undefined;
		this.crop = undefined;
		const lifted = this.lifted;
		if (lifted.size === 0) return;
		this.board.painter?.drop(() => {
			// Something else may have been taken up meanwhile.
			if (this.lifted === lifted) {
				this.lifted = new Set();
				this.moved = undefined;
			}
			this.board.wake();
		});
		this.board.wake();
	}

	/** The object as it is shown now: moved ones at their preview. */
	readonly shown = (id: string): BoardObject | undefined => {
		const object = this.board.model.find(id);
		if (this.bent?.id === id && isConnector(object)) {
			return { ...object, ends: this.bent.ends, bends: this.bent.bends };
		}
		const box = this.preview?.get(id);
		if (!object || !box) return object;
		const crop = this.crop?.id === id ? { crop: this.crop.crop } : {};
		return { ...object, box, ...crop, ...this.branchLineOf(object) } as BoardObject;
	};

	/** The line by which a branch hangs while it or what it hangs on is on the move. */
	private branchLineOf(object: BoardObject): Pick<BoardObject, 'branchLine'> | undefined {
		const { branchLine, id } = object;
		if (!branchLine) return undefined;
		const { model } = this.board;
		const parent = this.reparenting?.has(id) ? this.reparenting.get(id) : model.maps.parentOf(id);
		const from = parent === undefined ? undefined : (this.preview?.get(parent) ?? model.find(parent)?.box);
		return { branchLine: from && { ...branchLine, from } };
	}

	/** The way of a connector as it is shown now: found anew while something that it is tied to is moved. */
	readonly shownRoute = (id: string): Route | undefined => {
		const connector = this.board.model.find(id);
		const preview = this.preview ?? NO_PREVIEW;
		if (this.bent?.id === id) {
			const bent = this.shown(id);
			return isConnector(bent) ? routeAlone(bent, this.shown, this.board.model.obstaclesIn) : undefined;
		}
		if (!isConnector(connector) || preview.size === 0) return this.board.model.routeOf(id);
		const isMoved = (end: ConnectorEnd): boolean => 'object' in end && preview.has(end.object);
		if (!connector.ends.some(isMoved)) return this.board.model.routeOf(id);
		const near = (sheet: string, box: Box): BoardObject[] => [
			...this.board.model.obstaclesIn(sheet, box).filter((object) => !preview.has(object.id)),
			...[...preview.keys()].flatMap((each) => this.shown(each) ?? []),
		];
		// Going round things takes time: with many connectors at once that waits until they are put down.
		return routeAlone(connector, this.shown, this.lifted.size <= MAX_ROUTED ? near : undefined);
	};
}
