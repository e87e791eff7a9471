/** Copy, cut and paste through the system's clipboard: our own objects as they are, cells as a table, other text as a note. */
import { takesRoom } from '$core/board/kinds/traits';
import { isPicture, isTable } from '$core/board/kinds/guards';
import { copyOut, type Clip } from '$core/board/ops/clip';
import { objectSchema, type BoardObject } from '$core/board/objects';
import { NOTE_SIZES } from '$core/board/objects';
import { addObjects, type NewObject, removeObjects } from '$core/board/ops/edits';
import { readOutline } from '$core/mindmap/outline';
import type { Point } from '$core/geometry/box';
import { freePlace } from '$core/geometry/free-place';
import { withLinks } from '$core/text/links';
import { isEmpty, richFrom, type RichText } from '$core/text/rich';
import { richSchema } from '$core/text/rich-schema';
import { writeBlock } from '$core/board/holders/edits';
import { formOf } from '$core/board/holders/forms';
import { MAX_TRACKS, partsSchema } from '$core/board/holders/parts';
import { textParts } from '$core/board/holders/setting';
import { rowsOf, wordsOf } from '$core/board/words';
import { m } from '$lib/messages';
import { shareFiles } from '$core/contract/boards';
import { call } from '$lib/api/client';
import { toaster } from '../ui/toaster';
import { ClipMemory } from './clip-memory';
import { holderIn } from './commands/holders';
import { isMac, shownKey } from './commands/shown-key';
import { fitsTable, putTable } from './holders';
import { asHtml, asTable, asTabs, cellsIn, formattedIn } from './pasted';
import { takeFiles } from './take-files';
import { heightFor } from './going-on';
import { addLines } from './maps';
import { placeOf } from '../templates/place';
import { z } from 'zod';
import type { Board } from './board.svelte';
import { attempt } from '../ui/attempt';

const TYPE = 'application/x-wandtafel-objects+json';
/** The board that objects were copied on: pictures belong to boards. */
const FROM = 'application/x-wandtafel-board';
const copied = new ClipMemory();
const clipSchema = z.array(z.unknown()).max(20_000);

/** Reads a clip from the clipboard; what cannot be read is left out. */
function readClip(json: string): Clip | undefined {
	try {
		const list = clipSchema.parse(JSON.parse(json));
		const objects = list.flatMap((entry) => {
			const object = objectSchema.safeParse(entry);
			const rest = z.object({ text: richSchema, parts: partsSchema.optional() }).safeParse(entry);
			return object.success && rest.success ? [{ ...object.data, ...rest.data } as BoardObject] : [];
		});
		return objects.length > 0 ? { objects } : undefined;
	} catch {
		return undefined;
	}
}

export function copy(board: Board, event: ClipboardEvent): boolean {
	if (board.selection.size === 0 || !event.clipboardData) return false;
	if (!board.room.may('export')) {
		toaster.info({ title: m.error_take_out() });
		return false;
	}
	const clip = copyOut(board.model, board.selection);
	const objects = JSON.stringify(clip.objects);
	event.clipboardData.setData(TYPE, objects);
	event.clipboardData.setData(FROM, board.room.info.boardId);
	const inOrder = [...clip.objects].sort((a, b) => a.box[1] - b.box[1] || a.box[0] - b.box[0]);
	const [only] = clip.objects;
	const rows = clip.objects.length === 1 && only?.parts ? rowsOf(only) : undefined;
	const text = rows ? asTabs(rows) : inOrder.map(wordsOf).filter(Boolean).join('\n');
	event.clipboardData.setData('text/plain', text);
	copied.remember({ text, objects, board: board.room.info.boardId });
	event.clipboardData.setData(
		'text/html',
		rows
			? asTable(rows)
			: inOrder.map((object) => (object.parts ? asTable(rowsOf(object)) : asHtml(object.text))).join(''),
	);
	event.preventDefault();
	return true;
}

export function cut(board: Board, event: ClipboardEvent): void {
	if (board.mayEdit && copy(board, event)) board.remove();
}

export function paste(board: Board, event: ClipboardEvent): void {
	if (event.clipboardData && pasteData(board, event.clipboardData)) event.preventDefault();
}

/** Pastes without a key: the browser asks whether it may, and gives words and pictures only. */
export async function pasteFromMenu(board: Board): Promise<void> {
	const data = new DataTransfer();
	// The menu is closed by the time that the browser has asked.
	const { menuAt } = board;
	try {
		for (const item of await navigator.clipboard.read())
			for (const type of item.types) {
				const blob = await item.getType(type);
				if (type.startsWith('text/')) data.setData(type, await blob.text());
				else data.items.add(new File([blob], m.pasted_picture(), { type }));
			}
	} catch {
		toaster.info({
			title: m.paste_by_key(),
			description: m.paste_by_key_more({ keys: shownKey('$mod+v', isMac()) }),
		});
		return;
	}
	const clip = await copied.find(data.getData('text/plain'));
	if (clip) {
		data.setData(TYPE, clip.objects);
		data.setData(FROM, clip.board);
	}
	if (!pasteData(board, data, menuAt)) toaster.info({ title: m.paste_nothing() });
}

/**
 * Says whether there was something that can be pasted here.
 * @param at where it is to lie, board units; where none is given it finds its place itself
 */
function pasteData(board: Board, data: DataTransfer, at?: Point): boolean {
	if (!board.mayEdit) return false;
	const html = data.getData('text/html');
	const text = data.getData('text/plain');
	const clip = readClip(data.getData(TYPE));
	const cells = clip ? undefined : cellsIn(html, text);
	// Spreadsheets put a picture of the cells beside the cells.
	const files = clip || cells || !board.mayAll ? [] : [...data.files];
	if (files.length > 0) takeFiles(board, files, at);
	else if (clip) void pasteClip(board, clip, data.getData(FROM), at);
	else if (cells && board.mayAll && (board.cell !== undefined || cells.some((row) => row.length > 1)))
		pasteCells(board, cells, at);
	else if (text.trim() !== '') pasteText(board, text, formattedIn(html), at ?? placeOf(board));
	else return false;
	return true;
}

/** Writes cells into the selected holder from the picked cell on; otherwise makes a table of them. */
function pasteCells(board: Board, cells: RichText[][], at?: Point): void {
	const columns = Math.max(...cells.map((row) => row.length));
	if (!fitsTable(cells.length, columns)) {
		toaster.error({ title: m.paste_too_large(), description: m.paste_too_large_more({ rows: MAX_TRACKS }) });
		return;
	}
	if (pasteIntoCells(board, cells)) return;
	board.asOne(() => void putTable(board, cells, at));
}

/** Says whether there was a cell to write in. */
function pasteIntoCells(board: Board, cells: RichText[][]): boolean {
	const holder = holderIn(board);
	const first = holder && textParts(holder)[0];
	const from = board.cell ?? (isTable(holder) ? first : undefined);
	if (!holder || holder.lock || from === undefined || formOf(holder.kind)?.flow) return false;
	board.asOne(() => {
		writeBlock(board.room.editContext, board.model, holder.id, from, cells);
		board.writing.grow(board.model.find(holder.id)!);
	});
	return true;
}

/** Puts a clip down; pictures from another board are brought along first. */
async function pasteClip(board: Board, clip: Clip, from: string, at?: Point): Promise<void> {
	const here = board.room.info.boardId;
	const hashes = clip.objects.flatMap((object) => (isPicture(object) ? object.file : []));
	if (hashes.length > 0 && from !== '' && from !== here) {
		const share = call(shareFiles, { params: { id: here }, body: { from, hashes } });
		if (!(await attempt(share))) return;
	}
	board.paste(clip, at);
}

/** Lines beyond which nobody wants a note each. */
const MAX_LINES = 500;

/** Puts text down as a note, and offers one note a line where it has several; a line each in a list or table. */
function pasteText(board: Board, raw: string, formatted: RichText | undefined, at: Point): void {
	const text = raw.trim();
	const lines = text.split(/\r\n|\r|\n/).flatMap((line) => line.trim() || []);
	const rich = withLinks(formatted ?? richFrom(text));
	/** A note each: paragraphs with what is bold or linked in them, without their bullets. */
	const single = rich.flatMap(({ runs }): RichText[] => (isEmpty([{ runs }]) ? [] : [[{ runs }]]));
	if (
		board.cell !== undefined &&
		pasteIntoCells(
			board,
			lines.map((line) => [richFrom(line)]),
		)
	)
		return;
	// On a branch of a map lines become branches, set in as they are.
	if (lines.length <= MAX_LINES && addLines(board, readOutline(withLinks(formatted ?? richFrom(raw)))))
		return;
	const whole = putNotes(board, [rich], at);
	if (lines.length > MAX_LINES)
		toaster.info({ title: m.pasted_long(), description: m.pasted_long_more({ count: MAX_LINES }) });
	if (single.length < 2 || lines.length > MAX_LINES) return;
	toaster.create({
		title: m.pasted_lines(),
		description: m.pasted_lines_more({ count: single.length }),
		duration: 12_000,
		action: {
			label: m.pasted_split(),
			onClick: () => {
				// One after the other: the place of the whole note is free for the first of them.
				board.asOne(() => {
					removeObjects(board.room.editContext, board.model, whole);
					putNotes(board, single, at);
				});
			},
		},
	});
}

/** How far one that would lie exactly on another is put beside it, board units. */
const BESIDE = 28;

/**
 * Where a single note goes: at the hand, or in the middle of what is seen; never exactly on what
 * lies there.
 */
function spotFor(board: Board, at: Point, w: number, h: number): Point {
	const spot = { x: Math.round(at.x - w / 2), y: Math.round(at.y - h / 2) };
	const corners = new Set(
		board.model.touching(board.sheet, { ...spot, w: 4000, h: 4000 }).map(({ box: [x, y] }) => `${x} ${y}`),
	);
	while (corners.has(`${spot.x} ${spot.y}`)) {
		spot.x += BESIDE;
		spot.y += BESIDE;
	}
	return spot;
}

/**
 * Puts notes down at the hand: one there, several in rows in free places round it. Returns their
 * ids.
 */
function putNotes(board: Board, texts: readonly RichText[], at: Point): string[] {
	const { form, pigment } = board.next;
	const { w, h } = NOTE_SIZES[form];
	const columns = Math.ceil(Math.sqrt(texts.length * 1.4));
	const gap = 14;
	const width = columns * (w + gap) - gap;
	const { x, y } = at;
	const spot = texts.length === 1 ? spotFor(board, at, w, h) : undefined;
	const room = { x: Math.round(x - width / 2), y: Math.round(y - h / 2), w: width, h: 1e6 };
	const taken = board.model
		.touching(board.sheet, room)
		.filter(takesRoom)
		.map(({ id }) => board.model.boundsOf(id)!);
	const specs = texts.map((text): NewObject<'note'> => {
		const note: NewObject<'note'> = {
			kind: 'note',
			sheet: board.sheet,
			box: [0, 0, w, h, 0],
			style: { form, pigment },
			text,
		};
		const size = { w, h: heightFor(board, note as NewObject) };
		const place = spot ?? freePlace({ room, size, taken, gap });
		taken.push({ x: place.x, y: place.y, ...size });
		return { ...note, box: [place.x, place.y, size.w, size.h, 0] };
	});
	const ids = addObjects(board.room.editContext, board.model, specs as NewObject[]);
	board.select(ids);
	return ids;
}
