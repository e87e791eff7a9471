/**
 * A board as a file of its own: everything that stands on it, the run sheet, and what was said, as JSON. Together with the
 * board's pictures it makes an archive (`.wandtafel`, a zip). The same schema is published as JSON Schema in `docs/archive.schema.json`
 * and in each archive.
 *
 * Version 1. Values that a reader does not know are kept as they are.
 */
import { z } from 'zod';
import { LONGEST } from '../talk/shape';
import { richSchema } from '../text/rich-schema';
import { stepSchema } from '../meeting/runsheet';

export const FORMAT = 'wandtafel-board';
export const VERSION = 1;

const id = z.string().min(1).max(64);
/** Plain JSON values by key; what belongs to which kind of object is said in the sources, src/core/board/kinds. */
const values = z.record(z.string().min(1).max(200), z.json());

export const archivedObjectSchema = z.object({
	id,
	/** kind, sheet, box [x, y, width, height, angle in degrees], z (place in the stack), style, by, made, changed, and what belongs to the kind. */
	values,
	/** Rich texts by key: `text`, and `cell:<row>:<column>` in tables and their like. */
	texts: z.record(z.string().min(1).max(200), richSchema),
});
export type ArchivedObject = z.infer<typeof archivedObjectSchema>;

export const archiveSchema = z.object({
	format: z.literal(FORMAT),
	version: z.literal(VERSION),
	title: z.string().min(1).max(120),
	/** Sheets by id: title, z (place in the order), surface, ground. */
	sheets: z.array(z.object({ id, values })).max(10_000),
	objects: z.array(archivedObjectSchema).max(1_000_000),
	/** Places that were given names, by id. */
	places: z.array(z.object({ id, values })).max(10_000),
	steps: z.array(stepSchema).max(1000),
	/** Comments and chat, by key; see src/core/talk/shape. */
	talk: z.array(z.object({ key: z.string().min(1).max(200), value: z.json() })).max(50_000),
	/** Pictures: the hash of each (SHA-256) is its name in the folder `files` of the archive. */
	files: z
		.array(
			z.object({
				hash: z.string().regex(/^[0-9a-f]{64}$/),
				type: z.enum(['image/png', 'image/jpeg', 'image/gif', 'image/webp', 'image/avif', 'image/svg+xml']),
			}),
		)
		.max(20_000),
});
export type Archive = z.infer<typeof archiveSchema>;
export type ArchivedFile = Archive['files'][number];

/** Longest remark that an archive may hold, letters. */
export const LONGEST_REMARK = LONGEST;

/** The schema as it is published. */
export const publishedSchema = (): object =>
	z.toJSONSchema(archiveSchema, { unrepresentable: 'any', io: 'input' });
