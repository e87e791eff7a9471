/**
 * Silent writing: notes live in the writer's own document and reach nobody else until they are revealed, all at once or round by
 * round, one note of each writer a round.
 *
 * The document `session` says how far each run of a silent step is open; the server keeps to one rule: of every writer's notes of a
 * run, the first so many are on the board. Revealing only opens further, so doing it twice changes nothing, and the notes of a writer who
 * was offline follow by the same rule when they arrive.
 */
import * as Y from 'yjs';
import { z } from 'zod';
import { addObject } from '../board/ops/edits';
import type { EditContext } from '../board/store';
import type { Pigment } from '../board/colours';
import { objectsOf } from '../board/document';
import { NOTE_SIZES } from '../board/kinds/note';
import type { BoardQuery } from '../board/model/query';
import { objectSchema } from '../board/objects';
import { readText, writeText } from '../board/rich-document';
import { sessionMap } from './runsheet';

export const silenceSchema = z.object({
	step: z.string().min(1).max(64),
	title: z.string().max(80),
	field: z.string().min(1).max(64),
	sheet: z.string().max(64),
	at: z.number(),
	/** How many notes of each writer are shown. */
	open: z.union([z.number().int().gte(0), z.literal('all')]),
	/** Whether they are shown with the names of their writers. */
	names: z.boolean(),
});
/** A run of a silent step. */
export type Silence = z.infer<typeof silenceSchema> & { run: string };

const SILENCE = 'silence:';
/** Tells a run of a step from others of the same step. */
export const runOf = (step: string, startedAt: number): string => `${step.slice(0, 40)}.${startedAt}`;

/** All runs of silent steps, in the order in which they began. */
export function silencesIn(doc: Y.Doc): Silence[] {
	return [...sessionMap(doc).entries()]
		.flatMap(([key, value]) => {
			const read = key.startsWith(SILENCE) ? silenceSchema.safeParse(value) : undefined;
			return read?.success ? [{ ...read.data, run: key.slice(SILENCE.length) }] : [];
		})
		.sort((a, b) => a.at - b.at);
}

/** Opens a run: from now on what is written in it is kept from everybody else. */
export function beginSilence(
	doc: Y.Doc,
	run: string,
	silence: Omit<Silence, 'run' | 'open' | 'names'>,
): void {
	sessionMap(doc).set(SILENCE + run, { ...silence, open: 0, names: true });
}

/** Opens a run further: everything, or one more note of each writer. With names or without is settled the first time. */
export function openSilence(
	doc: Y.Doc,
	run: string,
	how: { all: boolean; names: boolean },
): Silence | undefined {
	const silence = silencesIn(doc).find((each) => each.run === run);
	if (!silence) return undefined;
	const { run: _, ...values } = silence;
	const open = how.all || silence.open === 'all' ? 'all' : silence.open + 1;
	const names = silence.open === 0 ? how.names : silence.names;
	const next = { ...values, open, names } as const;
	sessionMap(doc).set(SILENCE + run, next);
	return { ...next, run };
}

/** The run that is being written in: the last one of the running step, unless all of it is revealed. */
export function openRun(
	silences: readonly Silence[],
	step: string | undefined,
	startedAt: number,
): Silence | undefined {
	if (step === undefined) return undefined;
	return silences.find(({ run, open }) => run === runOf(step, startedAt) && open !== 'all');
}

// The writer's own document: notes as on the board, each with its run; and which have been revealed.

const revealedOf = (doc: Y.Doc): Y.Map<string> => doc.getMap('revealed');

/** Writes a note that only its writer sees. Returns its id. */
export function writeSilently(
	editContext: EditContext,
	model: BoardQuery,
	{ run, field, sheet }: Pick<Silence, 'run' | 'field' | 'sheet'>,
	note: { text: string; pigment: Pigment },
): string {
	return editContext.doc.transact(() => {
		const { w, h } = NOTE_SIZES.card;
		const id = addObject(editContext, model, {
			kind: 'note',
			sheet,
			box: [0, 0, w, h, 0],
			style: { form: 'card', pigment: note.pigment },
			text: note.text,
			landing: field,
		});
		objectsOf(editContext.doc).get(id)!.set('run', run);
		return id;
	}, editContext.origin);
}

/** A note in its writer's own document. */
export interface SilentNote {
	id: string;
	/** The run in which it was written; undefined for notes that came when the step did not take them. */
	run: string | undefined;
	made: number;
}

/** Notes in a writer's document, in the order in which they were written. */
export function silentNotes(doc: Y.Doc): SilentNote[] {
	return [...objectsOf(doc).entries()]
		.flatMap(([id, map]) => {
			if (!(map instanceof Y.Map)) return [];
			const run = map.get('run');
			const made = map.get('made');
			return [
				{ id, run: typeof run === 'string' ? run : undefined, made: typeof made === 'number' ? made : 0 },
			];
		})
		.sort((a, b) => a.made - b.made || (a.id < b.id ? -1 : 1));
}

/** Ids of a writer's notes that have been revealed, in any run. */
export const revealedIds = (doc: Y.Doc): ReadonlySet<string> => new Set(revealedOf(doc).keys());

/** Notes that are due on the board by how far their runs are open. */
export function dueNotes(doc: Y.Doc, silences: readonly Silence[]): { note: SilentNote; silence: Silence }[] {
	const notes = silentNotes(doc);
	const shown = [...revealedOf(doc).values()];
	return silences.flatMap((silence) => {
		const waiting = notes.filter(({ run }) => run === silence.run);
		const count = shown.filter((run) => run === silence.run).length;
		const due = silence.open === 'all' ? waiting.length : Math.max(0, silence.open - count);
		return waiting.slice(0, due).map((note) => ({ note, silence }));
	});
}

/** Most letters of a note's text that are taken over; what is longer comes from no writing line. */
const LONGEST_TEXT = 20_000;

/** A note that goes onto the board. */
export interface Due {
	note: SilentNote;
	silence: Silence;
	/** The writer's document. */
	from: Y.Doc;
	/** Under what name its writer goes now. */
	by: { id: string; name: string };
}

/**
 * The order in which notes are put down, so that nothing about it tells who wrote what where names are not shown: ids are random.
 */
export const inOrder = (due: readonly Due[]): Due[] =>
	[...due].sort((a, b) => {
		const when = a.silence.names && b.silence.names ? a.note.made - b.note.made : 0;
		return when || (a.note.id < b.note.id ? -1 : 1);
	});

/**
 * Puts a note onto the board, where it waits to be placed in its field, and takes it out of its writer's document. A note that is there
 * already is not put there again. Returns whether it was put there.
 * @param z its place in the stack
 */
export function carryOver({ note, silence, from, by }: Due, stage: Y.Doc, now: number, z: string): boolean {
	const map = objectsOf(from).get(note.id);
	if (!map) return false;
	const text = readText(map.get('text'));
	const length = text.reduce((sum, { runs }) => sum + runs.reduce((n, run) => n + run.text.length, 0), 0);
	const values = {
		kind: 'note',
		sheet: silence.sheet,
		box: boxIn(map),
		z,
		style: map.get('style'),
		by: silence.names ? [by.id, by.name] : NOBODY,
		// Times would tell who wrote what, to those who saw when somebody typed.
		made: silence.names ? note.made : now,
		changed: now,
		landing: silence.field,
	};
	const isPut =
		!objectsOf(stage).has(note.id) &&
		length <= LONGEST_TEXT &&
		objectSchema.safeParse({ ...values, id: note.id }).success;
	if (isPut) {
		const made = new Y.Map<unknown>(Object.entries(values));
		made.set('text', writeText(text));
		objectsOf(stage).set(note.id, made);
	}
	revealedOf(from).set(note.id, silence.run);
	objectsOf(from).delete(note.id);
	return isPut;
}

/** Whose notes are that are shown without names. */
export const NOBODY: readonly [string, string] = ['', ''];

/** Size only: where it lands is found on the board. */
function boxIn(map: Y.Map<unknown>): [number, number, number, number, number] {
	const box = map.get('box');
	const { w, h } = NOTE_SIZES.card;
	const size = (value: unknown, else_: number): number =>
		typeof value === 'number' && value >= 40 && value <= 1000 ? value : else_;
	return Array.isArray(box) ? [0, 0, size(box[2], w), size(box[3], h), 0] : [0, 0, w, h, 0];
}
