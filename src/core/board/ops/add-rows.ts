/**
 * Putting many notes on the board that came from somewhere else, in fields and themes where it says
 * so.
 */
import { placeFrames, themeBlock } from '../../arrange/themes';
import { unionOf, type Box, type Point } from '../../geometry/box';
import { fileWriter } from '../../people/file-writer';
import type { RichText } from '../../text/rich';
import { freshKeys } from '../../order/keys';
import { isConnector } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import { NOTE_SIZES, type NoteForm } from '../objects';
import type { EditContext } from '../store';
import { addObjects, type NewObject } from './edits';
import { heldIn } from './theme-frames';
import { THEME_CHALKS } from './themes';

/** A note as a file has it. */
export interface RowNote {
	text: RichText | string;
	/** Names of who wrote it, and of the theme and the field that it is in. */
	writer?: string;
	theme?: string;
	field?: string;
	/** A pigment, or a colour of its own as #RRGGBB. */
	pigment?: string;
}

interface RowPlace {
	sheet: string;
	/** Upper left corner. */
	at: Point;
	form: NoteForm;
	/** The colour of notes that have none of their own. */
	pigment: string;
	/** The height that a note needs for its words, board units. */
	heightOf: (spec: NewObject) => number;
}

/** Room between notes, round what lies in a field, and above it for the field's title. */
const GAP = 16;
const PAD = 28;
const TITLE = 64;
/** Notes of a block, wide to high. */
const ASPECT = 1.4;
/** Blocks stand beside each other until they are about so wide, board units. */
const ROW_WIDTH = 2400;

/** What goes to the server in one message at most: a longer one than 8 MB ends the connection. */
const PART = { objects: 4000, letters: 1_000_000 };

/** Notes and frames with a corner of their own at (0, 0). */
interface Block {
	w: number;
	h: number;
	specs: NewObject[];
}

const shifted = (spec: NewObject, { x, y }: Point): NewObject => ({
	...spec,
	box: [spec.box[0] + x, spec.box[1] + y, spec.box[2], spec.box[3], 0],
});

/** Notes side by side, each row as high as its highest. */
function gridOf(notes: readonly NewObject[]): Block {
	const columns = Math.max(1, Math.ceil(Math.sqrt(notes.length * ASPECT)));
	const specs: NewObject[] = [];
	let [w, y] = [0, 0];
	for (let from = 0; from < notes.length; from += columns) {
		const row = notes.slice(from, from + columns);
		let x = 0;
		for (const note of row) {
			specs.push(shifted(note, { x, y }));
			x += note.box[2] + GAP;
		}
		w = Math.max(w, x - GAP);
		y += Math.max(...row.map(({ box }) => box[3])) + GAP;
	}
	return { w, h: Math.max(0, y - GAP), specs };
}

/** Blocks beside and below each other. */
function stackOf(blocks: readonly Block[], width: number): Block {
	const places = placeFrames(blocks, { x: 0, y: 0, width }, []);
	const around = unionOf(blocks.map(({ w, h }, i) => ({ ...places[i]!, w, h })))!;
	return {
		w: around.w,
		h: around.h,
		specs: blocks.flatMap(({ specs }, i) => specs.map((spec) => shifted(spec, places[i]!))),
	};
}

/** Parts of a list by what they have in common, in the order in which it comes first. */
function groupsOf<T>(items: readonly T[], keyOf: (item: T) => string): Map<string, T[]> {
	const groups = new Map<string, T[]>();
	for (const item of items) {
		const group = groups.get(keyOf(item));
		if (group) group.push(item);
		else groups.set(keyOf(item), [item]);
	}
	return groups;
}

/**
 * Adds notes: those of a field in a field of their own with its name, those of a theme
 * in a frame. All of it goes below or beside what is there.
 * @returns ids of all that is new
 */
export function addRowNotes(
	editContext: EditContext,
	model: BoardQuery,
	notes: readonly RowNote[],
	{ sheet, at, form, pigment, heightOf }: RowPlace,
): string[] {
	if (notes.length === 0) return [];
	const { w, h } = NOTE_SIZES[form];
	let themes = 0;
	const specFor = ({ text, writer, pigment: own }: RowNote): NewObject => {
		const spec: NewObject<'note'> = {
			kind: 'note',
			sheet,
			box: [0, 0, w, h, 0],
			style: { form, pigment: own ?? pigment },
			text,
			...(writer ? { by: fileWriter(writer) } : {}),
		};
		spec.box[3] = heightOf(spec as NewObject);
		return spec as NewObject;
	};
	const themeOf = (name: string, rows: readonly RowNote[]): Block => {
		const id = editContext.newId();
		const specs = rows.map(specFor);
		const { box, notes: placed } = themeBlock({
			name,
			notes: specs.map(({ box: [, , noteW, noteH] }, i) => ({ id: String(i), w: noteW, h: noteH })),
		});
		const keys = freshKeys(rows.length);
		const frame: NewObject<'theme'> = {
			id,
			kind: 'theme',
			sheet,
			box: [0, 0, box.w, box.h, 0],
			style: { chalk: THEME_CHALKS[themes++ % THEME_CHALKS.length]! },
			text: name.slice(0, 200),
		};
		const inside = specs.map((spec, i) => ({
			...shifted(spec, placed[i]!),
			theme: id,
			held: heldIn(id, keys[i]!),
		}));
		return { w: box.w, h: box.h, specs: [frame as NewObject, ...inside] };
	};
	const contentOf = (rows: readonly RowNote[]): Block =>
		stackOf(
			[...groupsOf(rows, ({ theme = '' }) => theme)].map(([name, group]) =>
				name === '' ? gridOf(group.map(specFor)) : themeOf(name, group),
			),
			ROW_WIDTH / 2,
		);
	const fieldOf = (name: string, rows: readonly RowNote[]): Block => {
		const content = contentOf(rows);
		const [fieldW, fieldH] = [content.w + 2 * PAD, content.h + TITLE + PAD];
		const field: NewObject<'field'> = {
			kind: 'field',
			sheet,
			box: [0, 0, fieldW, fieldH, 0],
			style: { chalk: 'ochre' },
			text: name.slice(0, 200),
		};
		const inside = content.specs.map((spec) => shifted(spec, { x: PAD, y: TITLE }));
		return { w: fieldW, h: fieldH, specs: [field as NewObject, ...inside] };
	};
	const blocks = [...groupsOf(notes, ({ field = '' }) => field)].map(([name, rows]) =>
		name === '' ? contentOf(rows) : fieldOf(name, rows),
	);
	const whole = stackOf(blocks, ROW_WIDTH);
	const taken: Box[] = model
		.touching(sheet, { x: at.x, y: at.y, w: whole.w, h: 1e7 })
		.filter((object) => !isConnector(object))
		.flatMap(({ id }) => model.boundsOf(id) ?? []);
	const [corner] = placeFrames([whole], { x: Math.round(at.x), y: Math.round(at.y), width: whole.w }, taken);
	return partsOf(whole.specs).flatMap((part) =>
		addObjects(
			editContext,
			model,
			part.map((spec) => shifted(spec, corner!)),
		),
	);
}

/** Objects in parts of which each goes to the server in one message. */
function partsOf(specs: readonly NewObject[]): NewObject[][] {
	const parts: NewObject[][] = [];
	let letters = Infinity;
	for (const spec of specs) {
		letters += JSON.stringify(spec.text ?? '').length;
		if (letters > PART.letters || parts.at(-1)!.length >= PART.objects) {
			parts.push([]);
			letters = 0;
		}
		parts.at(-1)!.push(spec);
	}
	return parts;
}
