/**
 * What can stand on a board, as plain data. The live document holds the same values in a Y.Map each;
 * `model.ts` reads them and `edits.ts` writes them. What does not parse here is set aside, never drawn.
 */
import { z } from 'zod';
import type { BranchLine } from '../mindmap/branch-line';
import type { Box } from '../geometry/box';
import type { RichText } from '../text/rich';
import { OWN_COLOUR, SURFACES } from './colours';
import type { Nod } from './model/nods';
import { identifier } from './kinds/common';
import { SCHEMAS } from './kinds/registry';
import type { Laid } from './holders/layout';
import type { HolderParts } from './holders/parts';

export const objectSchema = z.discriminatedUnion('kind', SCHEMAS);

export type StoredObject = z.infer<typeof objectSchema>;
/** An object as it is read: the stored values and its text. */
export type BoardObject = StoredObject & {
	text: RichText;
	/** Who approves of it. */
	nods?: Nod[];
	/** Objects that it refers to and that refer to it; some may be gone. */
	see?: string[];
	/** What stands in a holder, and how it is laid out. */
	parts?: HolderParts;
	laid?: Laid;
	/** The box of a holder as it was set: `box` is at least as large as what lies in it. */
	set?: StoredObject['box'];
	/** In a map: the line to what it hangs on. */
	branchLine?: BranchLine;
	/** The frame round it and all that hangs on it. */
	branchFrame?: Box;
	/** Whether it is folded away, with how many others it is where it folds them. */
	hidden?: boolean;
	foldedCount?: number;
};
export type KindName = BoardObject['kind'];
export type ObjectOf<K extends KindName> = Extract<BoardObject, { kind: K }>;
export type StyleOf<K extends KindName> = ObjectOf<K>['style'];
export type BoxValues = BoardObject['box'];

const STYLE_KEYS = new Map(
	objectSchema.options.map((option) => [
		option.shape.kind.value,
		new Set(Object.keys(option.shape.style.shape)),
	]),
);
/** Whether objects of a kind have such a property. */
export const hasStyle = (kind: KindName, key: string): boolean => STYLE_KEYS.get(kind)!.has(key);

/** What there is for each property of a kind. */
export const PROPERTIES: ReadonlyMap<string, ReadonlyMap<string, z.ZodType>> = new Map(
	objectSchema.options.map((option) => [
		option.shape.kind.value,
		new Map(Object.entries(option.shape as Record<string, z.ZodType>)),
	]),
);

/**
 * Whether an object of a kind can have such a value; texts and what stands in holders have keys of
 * their own and are not asked about.
 */
export const isValue = (kind: unknown, key: string, value: unknown): boolean =>
	PROPERTIES.get(String(kind))?.get(key)?.safeParse(value).success ?? true;

/** Patterns on the ground of a sheet. */
export const PATTERNS = ['dots', 'squares', 'lines', 'none'] as const;
export type Pattern = (typeof PATTERNS)[number];

export const sheetSchema = z.object({
	id: identifier,
	title: z.string().max(200),
	z: z.string().min(1).max(256),
	/** Ground and chalks: one of ours, by name. */
	surface: z.enum(SURFACES),
	/** What is drawn on the ground, and a ground colour of one's own. */
	ground: z
		.object({
			pattern: z.enum(PATTERNS).optional(),
			colour: z.string().regex(OWN_COLOUR).optional(),
			/** A picture on the ground: its file, its pixels, and the colours of its darkest and lightest parts. */
			picture: z
				.object({
					file: z.string().regex(/^[0-9a-f]{64}$/),
					natural: z.tuple([z.number().gt(0).lte(100_000), z.number().gt(0).lte(100_000)]),
					dark: z.string().regex(OWN_COLOUR),
					light: z.string().regex(OWN_COLOUR),
					/** Whether it moves. */
					animated: z.boolean().optional(),
				})
				.optional(),
		})
		.optional(),
});
export type Sheet = z.infer<typeof sheetSchema>;

/** Order in the stack: by fractional index, ties by id, the same on every screen. */
export const byStack = (a: { z: string; id: string }, b: { z: string; id: string }): number =>
	a.z < b.z ? -1 : a.z > b.z ? 1 : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

export { boxSchema, DASHES, FAMILIES, ALIGNMENTS } from './kinds/common';
export { ROUTES, TIPS, type ConnectorEnd, type Tip } from './kinds/connector';
export { NOTE_FORMS, NOTE_SIZES, type NoteForm } from './kinds/note';
export { TEXT_ROLES, type TextRole } from './kinds/text';
export { SHAPES, type ShapeName } from './shapes';
