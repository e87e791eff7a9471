/**
 * What stands in holders: rows, columns, texts by cell, and facts about lines. In the live document each is a
 * key of its own in the object's map, so that people who write in different cells never undo one another:
 *
 *     row:<id>, col:<id>          [place in order, size]
 *     cell:<row>:<col>            rich text; headings stand in row or column `head`
 *     fact:<row>:<name>           person, due, done, signed
 *     nodrow:<row>:<person>       name of whoever nods at a line
 */
import { z } from 'zod';
import type { RichText } from '../../text/rich';
import { richSchema } from '../../text/rich-schema';
import { byPerson, type Nod } from '../model/nods';
import { readText } from '../rich-document';

/** Row of the headings over columns, and column of the headings of rows. */
export const HEAD = 'head';

/** A row or column: its place in the order, as a fractional index, and its size in board units. */
export interface Track {
	id: string;
	z: string;
	size: number;
}

const date = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);
const someone = z.object({ name: z.string().min(1).max(80), id: z.string().max(64).optional() });
const signature = z.object({ name: z.string().min(1).max(80), id: z.string().max(64), at: z.number() });

/** What is known of an action item. */
const FACTS = {
	person: someone,
	/** Day as YYYY-MM-DD. */
	due: date,
	done: z.literal(true),
	signed: signature,
} as const;
export type FactName = keyof typeof FACTS;
export interface Facts {
	person?: z.infer<typeof someone> | undefined;
	due?: string | undefined;
	done?: true | undefined;
	signed?: z.infer<typeof signature> | undefined;
}

/** Whether a value can stand for a fact. */
export const isFact = (name: FactName, value: unknown): boolean => FACTS[name].safeParse(value).success;

export interface HolderParts {
	rows: Track[];
	cols: Track[];
	/** Height of the row of headings and width of the column of headings, where they were set. */
	head?: { w?: number; h?: number };
	/** Texts by `row:col`. */
	cells: Record<string, RichText>;
	/** Facts by row. */
	facts: Record<string, Facts>;
	/** Nods by row. */
	nods: Record<string, Nod[]>;
}

export const partOf = (row: string, col: string): string => `${row}:${col}`;
/** Row and column of a part. */
export function rowAndCol(part: string): { row: string; col: string } {
	const [row = '', col = ''] = part.split(':');
	return { row, col };
}

export const cellKey = (part: string): string => `cell:${part}`;
export const trackKey = (axis: 'row' | 'col', id: string): string => `${axis}:${id}`;
export const factKey = (row: string, name: FactName): string => `fact:${row}:${name}`;
export const rowNodKey = (row: string, person: string): string => `nodrow:${row}:${person}`;

const trackValue = z.tuple([z.string().max(256), z.number().gte(0).lte(1e5)]);
/** Rows and columns that are read at most: more than anybody works with. */
export const MAX_TRACKS = 1000;

const PART_KEY = /^(row|col|cell|fact|nodrow):/;
/** Whether a key of an object's map belongs to its parts. */
export const isPartKey = (key: string): boolean => PART_KEY.test(key);

const byOrder = (a: Track, b: Track): number =>
	a.z < b.z ? -1 : a.z > b.z ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/** Reads the parts among the entries of an object's map; what cannot be read is left out. */
export function readParts(entries: Iterable<[string, unknown]>): HolderParts {
	const parts: HolderParts = { rows: [], cols: [], cells: {}, facts: {}, nods: {} };
	for (const [key, value] of entries) {
		const [is, first = '', second = ''] = key.split(':');
		if (is === 'row' || is === 'col') {
			const track = trackValue.safeParse(value);
			if (!track.success) continue;
			const [z, size] = track.data;
			if (first === HEAD) (parts.head ??= {})[is === 'row' ? 'h' : 'w'] = size;
			else parts[is === 'row' ? 'rows' : 'cols'].push({ id: first, z, size });
		} else if (is === 'cell') parts.cells[partOf(first, second)] = readText(value);
		else if (is === 'fact' && Object.hasOwn(FACTS, second)) {
			const fact = FACTS[second as FactName].safeParse(value);
			if (fact.success) Object.assign((parts.facts[first] ??= {}), { [second]: fact.data });
		} else if (is === 'nodrow' && typeof value === 'string') {
			(parts.nods[first] ??= []).push({ person: second, name: value.slice(0, 80) });
		}
	}
	parts.rows = parts.rows.sort(byOrder).slice(0, MAX_TRACKS);
	parts.cols = parts.cols.sort(byOrder).slice(0, MAX_TRACKS);
	for (const nods of Object.values(parts.nods)) nods.sort(byPerson);
	return parts;
}

const trackSchema = z.object({
	id: z.string().regex(/^[\w-]{1,64}$/),
	z: z.string().max(256),
	size: z.number(),
});
/** Parts as they come from a clipboard. */
export const partsSchema = z.object({
	rows: z.array(trackSchema).max(MAX_TRACKS),
	cols: z.array(trackSchema).max(MAX_TRACKS),
	head: z.object({ w: z.number().optional(), h: z.number().optional() }).optional(),
	cells: z.record(z.string(), richSchema),
	facts: z.record(
		z.string(),
		z.object({
			person: someone.optional(),
			due: date.optional(),
			done: z.literal(true).optional(),
			signed: signature.optional(),
		}),
	),
});
