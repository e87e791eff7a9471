/**
 * The steps of a run sheet. A step says what it is for, how long it takes, where on the board it happens, what people may do
 * meanwhile, and what happens at its end; starting it sets all of that for everybody.
 */
import { z } from 'zod';
import { coordinate, identifier } from '../board/kinds/common';
import { NAMES } from '../access/rights';
import { STEP_MAY } from '../access/step-grants';

export const STEP_KINDS = [
	'welcome',
	'warm-up',
	'gather',
	'read',
	'sort',
	'map',
	'discuss',
	'vote',
	'show',
	'break',
	'wrap-up',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** Names that kinds had earlier. */
const EARLIER = { talk: 'discuss', decide: 'vote' } as const;
const EARLIER_NAMES = Object.keys(EARLIER) as (keyof typeof EARLIER)[];

/** What happens by itself when a step is left for the next one. */
export const AT_END = ['nothing', 'reveal', 'close vote', 'call'] as const;
export type AtEnd = (typeof AT_END)[number];

/** Shortest and longest a step can be, minutes. */
export const SHORTEST = 0.5;
export const LONGEST = 24 * 60;
const minutes = z.number().gte(SHORTEST).lte(LONGEST);

export const stepSchema = z.object({
	id: identifier,
	title: z.string().min(1).max(80),
	kind: z
		.enum([...STEP_KINDS, ...EARLIER_NAMES])
		.transform((kind): StepKind =>
			kind in EARLIER ? EARLIER[kind as keyof typeof EARLIER] : (kind as StepKind),
		),
	/** How long it is wished to take. */
	minutes: z.number().gt(0).lte(LONGEST),
	/** How long it takes now, where that was shortened to end on time. */
	cut: minutes.optional(),
	/** How short it can be made; half of what is wished where nothing is said. */
	least: minutes.optional(),
	/** Whether its length stays as it is. */
	fixed: z.boolean().optional(),
	/** What everybody is asked, shown above the writing line. */
	prompt: z.string().max(400).default(''),
	/** The place where it happens: a sheet, a field on it, or a view of it as x, y, width, height. */
	sheet: identifier.optional(),
	field: identifier.optional(),
	view: z.tuple([coordinate, coordinate, z.number().gt(0).lte(1e7), z.number().gt(0).lte(1e7)]).optional(),
	/** Fields that go round: everybody writes in one of them, in another one each round; see rotation.ts. */
	fields: z.array(identifier).min(2).max(60).optional(),
	round: z.number().int().gte(0).lte(100).optional(),
	/** What participants may do. */
	may: z.enum(STEP_MAY).default('everything'),
	/** Whether notes are seen only by their writers until they are revealed. */
	silent: z.boolean().optional(),
	/** Whether everybody sorts its notes into themes at once, in silence. */
	together: z.boolean().optional(),
	/** How names are shown from its start on; as they are where nothing is said. */
	names: z.enum(NAMES).optional(),
	/**
	 * Whether silent notes are revealed with the names of their writers; as names are shown in the
	 * step where nothing is said.
	 */
	withNames: z.boolean().optional(),
	atEnd: z.enum(AT_END).default('nothing'),
	/** Notes for those who lead. They are kept backstage; here only in archives and recipes. */
	aside: z.string().max(1000).default(''),
});
export type Step = z.infer<typeof stepSchema>;

/** A step with what nobody has said about it. */
export const newStep = (step: Pick<Step, 'id' | 'title' | 'kind' | 'minutes'> & Partial<Step>): Step => ({
	prompt: '',
	may: 'everything',
	atEnd: 'nothing',
	aside: '',
	...step,
});

/**
 * Whether silent notes of a step come to light with the names of their writers, whichever way they
 * do.
 */
export const revealsNames = ({ withNames, names }: Step): boolean =>
	withNames ?? (names === undefined || names === 'shown');

/** How long a step takes, minutes. */
export const lengthOf = ({ cut, minutes }: Step): number => cut ?? minutes;

/** How short a step can be made, minutes. */
export function leastOf({ minutes, least, fixed }: Step): number {
	if (fixed) return minutes;
	return Math.min(minutes, least ?? Math.max(1, minutes / 2));
}

/** Whether people write notes into the field of a step. */
export const gathers = (step: Step): boolean =>
	(step.field !== undefined || step.fields !== undefined) &&
	(step.kind === 'gather' || step.may === 'line' || step.silent === true);
