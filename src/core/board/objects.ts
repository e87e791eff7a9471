/**
 * What can stand on a board, as plain data. The live document holds the same values in a Y.Map each;
 * `model.ts` reads them and `edits.ts` writes them. What does not parse here is set aside, never drawn.
 */
import { z } from 'zod';
import type { RichText } from '../text/rich';
import { CHALKS, PIGMENTS, SURFACES } from './colours';

/** The board is unlimited for people; numbers are not. */
const LIMIT = 1e7;
const coordinate = z.number().gte(-LIMIT).lte(LIMIT);
const extent = z.number().gte(0).lte(LIMIT);
const identifier = z.string().min(1).max(64);

export const boxSchema = z.tuple([coordinate, coordinate, extent, extent, z.number().gte(-3600).lte(3600)]);

export const NOTE_FORMS = ['card', 'square', 'oval', 'round'] as const;
export type NoteForm = (typeof NOTE_FORMS)[number];

export const SHAPES = ['rectangle', 'rounded', 'ellipse', 'diamond'] as const;
export type ShapeForm = (typeof SHAPES)[number];

export const TEXT_ROLES = ['title', 'heading', 'body'] as const;
export type TextRole = (typeof TEXT_ROLES)[number];

export const ROUTES = ['straight', 'right-angled'] as const;
export const TIPS = ['none', 'arrow'] as const;

const endSchema = z.union([
	z.object({ object: identifier }),
	z.object({ point: z.tuple([coordinate, coordinate]) }),
]);
/** One end of a connector: tied to an object, or loose at a point. */
export type ConnectorEnd = z.infer<typeof endSchema>;

const common = {
	id: identifier,
	sheet: identifier,
	box: boxSchema,
	/** Place in the stack, as a fractional index: compare as strings. */
	z: z.string().min(1).max(256),
	/** Who made it: person and the name they went by. */
	by: z.tuple([z.string().max(64), z.string().max(80)]),
	made: z.number(),
	changed: z.number(),
	/** The theme that a note belongs to. */
	theme: identifier.optional(),
	/** Field that a note from the writing line waits to be placed in by the server. */
	landing: identifier.optional(),
};

const chalk = z.enum(CHALKS);
const pigment = z.enum(PIGMENTS);

export const objectSchema = z.discriminatedUnion('kind', [
	z.object({ ...common, kind: z.literal('note'), style: z.object({ form: z.enum(NOTE_FORMS), pigment }) }),
	z.object({ ...common, kind: z.literal('text'), style: z.object({ role: z.enum(TEXT_ROLES), chalk }) }),
	z.object({
		...common,
		kind: z.literal('shape'),
		style: z.object({ shape: z.enum(SHAPES), fill: z.union([pigment, z.literal('none')]), chalk }),
	}),
	z.object({
		...common,
		kind: z.literal('connector'),
		style: z.object({ route: z.enum(ROUTES), start: z.enum(TIPS), end: z.enum(TIPS), chalk }),
		ends: z.tuple([endSchema, endSchema]),
	}),
	z.object({ ...common, kind: z.literal('field'), style: z.object({ chalk }) }),
	z.object({ ...common, kind: z.literal('theme'), style: z.object({ chalk }) }),
]);

export type StoredObject = z.infer<typeof objectSchema>;
/** An object as it is read: the stored values and its text. */
export type BoardObject = StoredObject & { text: RichText };
export type KindName = BoardObject['kind'];
export type ObjectOf<K extends KindName> = Extract<BoardObject, { kind: K }>;
export type StyleOf<K extends KindName> = ObjectOf<K>['style'];

export const sheetSchema = z.object({
	id: identifier,
	title: z.string().max(200),
	z: z.string().min(1).max(256),
	surface: z.enum(SURFACES),
});
export type Sheet = z.infer<typeof sheetSchema>;

/** Order in the stack: by fractional index, ties by id, the same on every screen. */
export const byStack = (a: { z: string; id: string }, b: { z: string; id: string }): number =>
	a.z < b.z ? -1 : a.z > b.z ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

/** Size that each note form starts with, in board units. */
export const NOTE_SIZES: Record<NoteForm, { w: number; h: number }> = {
	card: { w: 160, h: 96 },
	square: { w: 128, h: 128 },
	oval: { w: 176, h: 112 },
	round: { w: 136, h: 136 },
};
