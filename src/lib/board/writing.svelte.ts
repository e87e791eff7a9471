/** Writing in an object, or in one part of it: a heading, a cell, a line. */
import { traitsOf } from '$core/board/kinds/traits';
import { isPicture, isText, isTheme } from '$core/board/kinds/guards';
import { removeObjects, setBoxes } from '$core/board/ops/edits';
import { makeRoom } from '$core/board/ops/theme-frames';
import { patch, transact } from '$core/board/store';
import { addTrack, canChangeTracks, fitRows, openCell } from '$core/board/holders/edits';
import { isHolder } from '$core/board/holders/forms';
import { HEAD, rowAndCol } from '$core/board/holders/parts';
import { textParts, type Holder } from '$core/board/holders/setting';
import { neededHeight, neededWidth } from '$core/board/kinds';
import type { BoardObject } from '$core/board/objects';
import { isEmpty } from '$core/text/rich';
import { fragmentOf, objectsOf } from '$core/board/document';
import { FITTED } from '$core/board/text-nodes';
import type { Editor } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import * as Y from 'yjs';
import type { Room } from '../room/room.svelte';
import { Emitter } from '../ui/emitter';
import type { Board } from './board.svelte';
import type { InHand } from './in-hand';
import { linkAddresses } from './text-links';
import { tellLocked } from './locked';

/** A pause in typing that ends a step of undo, ms. */
const UNDO_PAUSE_MS = 700;

/** What it needs of the board that is written on. */
type WritingBoard = Pick<
	Board,
	'model' | 'context' | 'painter' | 'wake' | 'mayEdit' | 'select' | 'startCropping' | 'undo' | 'cell'
> & {
	readonly room: Pick<Room, 'editContext' | 'stage' | 'tell' | 'unsavedTexts'>;
	readonly held: Pick<InHand, 'lift' | 'drop'>;
};

export class Writing {
	/** Object whose text is being edited. */
	id = $state<string | undefined>();
	/** The part of it that is written in; its own text where left out. */
	part = $state<string | undefined>();
	/** The text editor, while there is one. */
	editor = $state.raw<Editor | undefined>();
	/**
	 * A text was taken away under its writer: the object as it was, what stood there, and whether
	 * that was a part of it.
	 */
	readonly lost = new Emitter<[lost: BoardObject, written: Node, isPart: boolean]>();
	/** Somebody types on who may not write there any more. */
	readonly typedOn = new Emitter<[BoardObject]>();
	/** The live text that the editor works on. */
	private fragment: Y.XmlFragment | undefined;
	/** The object as it was last seen, for putting its text down again when it is taken away. */
	private lastSeen: BoardObject | undefined;
	/** How many steps of undo there were when writing began. */
	private undoMark = 0;

	constructor(private readonly board: WritingBoard) {}

	start(id: string, part?: string): void {
		const { board } = this;
		const object = board.model.find(id);
		if (object?.lock && board.mayEdit) tellLocked(object);
		if (!object || !board.mayEdit || object.lock) return;
		if (isPicture(object)) {
			board.select([id]);
			board.startCropping();
			return;
		}
		if (!traitsOf(object).writable) return;
		if (this.id !== undefined) this.stop();
		board.select([id]);
		if (part !== undefined) {
			if (!isHolder(object) || !textParts(object as Holder).includes(part)) return;
			board.cell = part;
		}
		// While one writes, undo goes by words and pauses; afterwards all of it is one step.
		board.undo.stopCapturing();
		board.undo.captureTimeout = UNDO_PAUSE_MS;
		this.undoMark = board.undo.undoStack.length;
		this.lastSeen = object;
		if (part !== undefined) openCell(board.room.editContext, id, part);
		this.part = part;
		this.id = id;
		board.painter?.setEditing(id, part);
		board.room.tell({ editing: id });
		board.wake();
	}

	stop(): void {
		const { board, id } = this;
		if (id === undefined) return;
		if (this.editor) linkAddresses(this.editor);
		this.leave();
		// The live layer shows the text until the painter has it again.
		board.held.lift([id]);
		board.painter?.setEditing(undefined);
		const object = board.model.find(id);
		if (isText(object) && isEmpty(object.text)) removeObjects(board.room.editContext, board.model, [id]);
		else if (object)
			this.appending(() => {
				this.grow(object);
				// Letters are changes of the text; that the object has changed is said once.
				if (board.undo.undoStack.length > this.undoMark)
					transact(board.room.editContext, () => patch(board.room.editContext, id, {}));
			});
		this.endUndo();
		board.held.drop();
	}

	/**
	 * Ends writing by another's doing: rights went, or a lock came. Nothing more is written, and
	 * what is still being typed is kept.
	 */
	private takeAway(): void {
		const { board, id } = this;
		const object = id === undefined ? undefined : board.model.find(id);
		this.leave();
		board.painter?.setEditing(undefined);
		this.endUndo();
		if (object) this.typedOn.emit(object);
	}

	/**
	 * Looks after a change of rights or locks whether one may still write in what one writes in.
	 */
	checkRights(): void {
		if (this.id === undefined) return;
		if (!this.board.mayEdit || this.board.model.find(this.id)?.lock) this.takeAway();
	}

	/** Told by the editor when it stands. */
	opened(editor: Editor, fragment: Y.XmlFragment): void {
		this.editor = editor;
		this.fragment = fragment;
	}

	/** Told by the editor when it goes. */
	closed(editor: Editor): void {
		if (this.editor === editor) this.editor = undefined;
		if (!editor.isDestroyed) editor.destroy();
	}

	/**
	 * Takes the editor away and says so. The editor ends here and not when its element goes: an
	 * element that goes while it has the focus makes the editor write once more, into a text that
	 * may be gone, in the middle of an update of the page.
	 */
	private leave(): void {
		const { editor } = this;
		this.editor = undefined;
		this.fragment = undefined;
		editor?.destroy();
		this.id = undefined;
		this.part = undefined;
		this.board.room.tell({ editing: null });
	}

	/** Makes everything since writing began one step of undo. */
	private endUndo(): void {
		const { undo } = this.board;
		undo.stopCapturing();
		undo.captureTimeout = 0;
		const items = undo.undoStack.splice(this.undoMark);
		const [first] = items;
		if (!first) return;
		first.insertions = Y.mergeDeleteSets(items.map(({ insertions }) => insertions));
		first.deletions = Y.mergeDeleteSets(items.map(({ deletions }) => deletions));
		undo.undoStack.push(first);
	}

	/** Does something as part of the last step of undo. */
	private appending(work: () => void): void {
		const { undo } = this.board;
		const { lastChange, captureTimeout } = undo;
		if (undo.undoStack.length > this.undoMark) {
			undo.lastChange = Date.now();
			undo.captureTimeout = Number.POSITIVE_INFINITY;
		}
		try {
			work();
		} finally {
			undo.lastChange = lastChange;
			undo.captureTimeout = captureTimeout;
		}
	}

	/**
	 * Takes back what was written last: a word, or what was written without a pause; then the
	 * object, if it was made just before.
	 */
	undo(): void {
		const { undo } = this.board;
		undo.stopCapturing();
		if (undo.undoStack.length > this.undoMark || this.isNew()) undo.undo();
	}

	redo(): void {
		this.board.undo.redo();
	}

	/**
	 * Whether the last step of undo before writing began is the one that made what is written in.
	 */
	private isNew(): boolean {
		const item = this.id === undefined ? undefined : objectsOf(this.board.room.stage).get(this.id)?._item;
		const last = this.board.undo.undoStack.at(-1);
		return item !== null && item !== undefined && last !== undefined && Y.isDeleted(last.insertions, item.id);
	}

	/**
	 * Looks after a change of the board whether what is written in is still there. Whoever loses
	 * their text by another's doing is told, and can put it down again.
	 * @param isOwn whether the change was made on this screen
	 */
	check(isOwn: boolean): void {
		const { board, id, part, editor, fragment, lastSeen } = this;
		if (id === undefined) return;
		const now = fragmentOf(board.room.stage, id, part);
		if (now && (!fragment || now === fragment)) {
			this.lastSeen = board.model.find(id) ?? lastSeen;
			if (!isOwn) this.checkRights();
			return;
		}
		const written = editor?.state.doc;
		this.leave();
		board.painter?.setEditing(undefined);
		this.endUndo();
		if (isOwn || !written || !lastSeen) return;
		board.room.unsavedTexts.forget(id);
		this.lost.emit(lastSeen, written, part !== undefined);
	}

	/** Makes a note, or the rows of a holder, as high as the text needs; bare text is as high as its lines. */
	grow(object: BoardObject, editContext = this.board.room.editContext): void {
		const { board } = this;
		if (isHolder(object)) {
			fitRows(editContext, board.model, object.id, board.context);
			return;
		}
		if (object.lock) return;
		const [x, y, w, h, angle] = object.box;
		const needed = neededHeight(object, board.context);
		const grown = traitsOf(object).height === 'follows' ? needed : Math.max(h, needed);
		const width = neededWidth(object, board.context);
		if (Math.abs(grown - h) > 0.5 || Math.abs(width - w) > 0.5)
			transact(editContext, () => {
				const box: BoardObject['box'] = [x, y, width, grown, angle];
				setBoxes(editContext, new Map([[object.id, box]]));
				const theme = board.model.find(object.held?.in ?? '');
				if (isTheme(theme)) makeRoom(editContext, board.model, theme, [{ ...object, box }]);
			});
	}

	private isFollowing = false;

	/** Rows grow while one writes in them, so that the text is never under the next one. */
	follow(): void {
		if (this.part === undefined || this.isFollowing) return;
		this.isFollowing = true;
		const { undo, room } = this.board;
		// What only follows something that is taken back is no step of its own, or there would be
		// no end of taking back.
		const isBack = undo.undoing || undo.redoing;
		// The document speaks in the middle of a change; it is changed again when that is over.
		queueMicrotask(() => {
			this.isFollowing = false;
			const object = this.id ? this.board.model.find(this.id) : undefined;
			if (!object || this.part === undefined) return;
			if (isBack) this.grow(object, { ...room.editContext, origin: FITTED });
			else this.appending(() => this.grow(object));
		});
	}

	/** Goes on to the next cell, or the one before; past the last one a new row is begun. Says whether it could. */
	moveOn(by: 1 | -1): boolean {
		const { board, id } = this;
		const holder = id ? board.model.find(id) : undefined;
		if (!holder || !isHolder(holder)) return false;
		const parts = textParts(holder as Holder);
		const next = parts[this.part === undefined ? (by > 0 ? 0 : -1) : parts.indexOf(this.part) + by];
		if (next !== undefined) this.start(holder.id, next);
		else if (by > 0 && this.part !== undefined && canChangeTracks(holder as Holder, 'row')) {
			this.stop();
			addTrack(board.room.editContext, board.model, holder.id, 'row', rowAndCol(parts.at(-1)!).row);
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
		const next = below?.id ?? addTrack(board.room.editContext, board.model, holder.id, 'row', row);
		this.start(holder.id, `${next}:${col}`);
		return true;
	}
}
