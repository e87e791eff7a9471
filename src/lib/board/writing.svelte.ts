/** Writing in an object, or in one part of it: a heading, a cell, a line. */
import { removeObjects, setBoxes } from '$core/board/edits';
import { addTrack, canChangeTracks, fitRows, openCell } from '$core/board/holders/edits';
import { isHolder } from '$core/board/holders/forms';
import { HEAD, rowAndCol } from '$core/board/holders/parts';
import { textParts, type Holder } from '$core/board/holders/setting';
import { neededHeight, neededWidth } from '$core/board/kinds';
import type { BoardObject } from '$core/board/objects';
import { isEmpty } from '$core/text/rich';
import type { Editor } from '@tiptap/core';
import type { Board } from './board.svelte';

export class Writing {
	/** Object whose text is being edited. */
	id = $state<string | undefined>();
	/** The part of it that is written in; its own text where left out. */
	part = $state<string | undefined>();
	/** The text editor, while there is one. */
	editor = $state.raw<Editor | undefined>();

	constructor(private readonly board: Board) {}

	start(id: string, part?: string): void {
		const { board } = this;
		const object = board.model.find(id);
		if (!object || !board.mayEdit || object.lock || object.kind === 'group' || object.kind === 'stroke')
			return;
		if (object.kind === 'picture') {
			board.select([id]);
			board.startCropping();
			return;
		}
		if (this.id !== undefined) this.stop();
		board.select([id]);
		if (part !== undefined) {
			if (!isHolder(object) || !textParts(object as Holder).includes(part)) return;
			board.cell = part;
		}
		// All typing until the end is one undo step.
		board.undo.stopCapturing();
		board.undo.captureTimeout = Number.POSITIVE_INFINITY;
		if (part !== undefined) openCell(board.room.hand, id, part);
		this.part = part;
		this.id = id;
		board.painter?.setEditing(id, part);
		board.room.tell({ editing: id });
		board.wake();
	}

	stop(): void {
		const { board, id } = this;
		if (id === undefined) return;
		this.id = undefined;
		this.part = undefined;
		// The live layer shows the text until the painter has it again.
		board.held.lift([id]);
		board.painter?.setEditing(undefined);
		board.room.tell({ editing: null });
		const object = board.model.find(id);
		if (object?.kind === 'text' && isEmpty(object.text)) removeObjects(board.room.hand, board.model, [id]);
		else if (object) this.grow(object);
		board.undo.stopCapturing();
		board.undo.captureTimeout = 0;
		board.held.drop();
	}

	/** Makes a note, or the rows of a holder, as high as the text needs; bare text is as high as its lines. */
	grow(object: BoardObject): void {
		const { board } = this;
		if (isHolder(object)) {
			fitRows(board.room.hand, board.model, object.id, board.context);
			return;
		}
		const [x, y, w, h, angle] = object.box;
		const needed = neededHeight(object, board.context);
		const grown = object.kind === 'text' ? needed : Math.max(h, needed);
		const width = neededWidth(object, board.context);
		if (Math.abs(grown - h) > 0.5 || Math.abs(width - w) > 0.5)
			setBoxes(board.room.hand, new Map([[object.id, [x, y, width, grown, angle]]]));
	}

	private isFollowing = false;

	/** Rows grow while one writes in them, so that the text is never under the next one. */
	follow(): void {
		if (this.part === undefined || this.isFollowing) return;
		this.isFollowing = true;
		// The document speaks in the middle of a change; it is changed again when that is over.
		queueMicrotask(() => {
			this.isFollowing = false;
			const object = this.id ? this.board.model.find(this.id) : undefined;
			if (object && this.part !== undefined) this.grow(object);
		});
	}

	/** Goes on to the next cell, or the one before; past the last one a new row is begun. Says whether it could. */
	goOn(by: 1 | -1): boolean {
		const { board, id } = this;
		const holder = id ? board.model.find(id) : undefined;
		if (!holder || !isHolder(holder)) return false;
		const parts = textParts(holder as Holder);
		const next = parts[this.part === undefined ? (by > 0 ? 0 : -1) : parts.indexOf(this.part) + by];
		if (next !== undefined) this.start(holder.id, next);
		else if (by > 0 && this.part !== undefined && canChangeTracks(holder as Holder, 'row')) {
			this.stop();
			addTrack(board.room.hand, board.model, holder.id, 'row', rowAndCol(parts.at(-1)!).row);
			const first = textParts(board.model.find(holder.id) as Holder).find(
				(part) => rowAndCol(part).row === board.model.find(holder.id)!.parts!.rows.at(-1)!.id,
			);
			if (first) this.start(holder.id, first);
		} else return false;
		return true;
	}

	/** Goes on to the line below, in the same column; makes one where there is none. Says whether it could. */
	goDown(): boolean {
		const { board, id, part } = this;
		const holder = id ? board.model.find(id) : undefined;
		if (!holder || part === undefined || !canChangeTracks(holder as Holder, 'row')) return false;
		const { row, col } = rowAndCol(part);
		if (row === HEAD) return false;
		const { rows } = holder.parts!;
		const below = rows[rows.findIndex((each) => each.id === row) + 1];
		this.stop();
		const next = below?.id ?? addTrack(board.room.hand, board.model, holder.id, 'row', row);
		this.start(holder.id, `${next}:${col}`);
		return true;
	}
}
