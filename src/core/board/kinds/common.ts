/** What every object has, whatever its kind, as it stands in the live document. */
import { z } from 'zod';
import { FLOW_DIRECTIONS } from '../../flow/layout/input';
import { waiversSchema, workSchema } from '../../flow/values';
import { branchSchema, mapStyleSchema } from '../../mindmap/values';
import { CHALKS, OWN_COLOUR, PIGMENTS } from '../colours';

/** The board is unlimited for people; numbers are not. */
const LIMIT = 1e7;
export const coordinate = z.number().gte(-LIMIT).lte(LIMIT);
const extent = z.number().gte(0).lte(LIMIT);
export const identifier = z.string().min(1).max(64);

const near = (value: number, low: number): number => Math.min(LIMIT, Math.max(low, value));

/**
 * Values that say where something is, brought within the limits of a board; all others as they are.
 */
export function withinLimits(key: string, value: unknown): unknown {
	if (!Array.isArray(value)) return value;
	const all = value as unknown[];
	if (key === 'box') {
		const [x, y, w, h, angle] = all as number[];
		return [near(x!, -LIMIT), near(y!, -LIMIT), near(w!, 0), near(h!, 0), angle! % 360];
	}
	if (key === 'ends')
		return all.map((end) => {
			const { point } = end as { point?: unknown };
			return Array.isArray(point) ? { ...(end as object), point: pointWithin(point) } : end;
		});
	return key === 'bends' ? all.map((bend) => (Array.isArray(bend) ? pointWithin(bend) : bend)) : value;
}

const pointWithin = (point: unknown[]): number[] => (point as number[]).map((each) => near(each, -LIMIT));

/** [x, y, w, h, angle]: upper left corner before turning, size, turn in degrees clockwise. */
export const boxSchema = z.tuple([coordinate, coordinate, extent, extent, z.number().gte(-3600).lte(3600)]);

const own = z.string().regex(OWN_COLOUR);
export const chalk = z.union([z.enum(CHALKS), own]);
export const pigment = z.union([z.enum(PIGMENTS), own]);
export const fill = z.union([pigment, z.literal('none')]);

export const DASHES = ['solid', 'dashed', 'dotted'] as const;
export const FAMILIES = ['sans', 'hand', 'mono'] as const;
export const ALIGNMENTS = ['left', 'centre', 'right'] as const;

/** Thickness of lines, board units. */
export const thickness = z.number().gte(0.5).lte(40);
export const dash = z.enum(DASHES);
export const family = z.enum(FAMILIES);

/** Who may lift a lock: `own` guards against slips, `led` is a facilitator's. */
export const LOCKS = ['own', 'led'] as const;
/** Beside them, and never written: what the running step does not let one touch. */
export type Lock = (typeof LOCKS)[number] | 'step';

/** A place in a holder: which one, which row and column there, and where in that order. */
const held = z.object({ in: identifier, row: identifier, col: identifier, at: z.string().min(1).max(256) });

export const common = {
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
	/** Where a note lay before it was sorted into themes: its upper left corner, or its holder. */
	before: z.object({ at: z.tuple([coordinate, coordinate]), held: held.optional() }).optional(),
	/** The holder that it lies in. */
	held: held.optional(),
	/** The group that it is part of. */
	group: identifier.optional(),
	/** In a map: on what it hangs, and how what hangs on it is shown. */
	branch: branchSchema.optional(),
	mapStyle: mapStyleSchema.optional(),
	/** In a flow: what it takes and who does it, and findings on it that are set aside. */
	work: workSchema.optional(),
	waivers: waiversSchema.optional(),
	/** Of a field or lanes: which way the flow in it runs, where it is kept tidy. */
	tidy: z.enum(FLOW_DIRECTIONS).optional(),
	lock: z.enum(LOCKS).optional(),
};
