/**
 * What the running step lets those do who do not lead. It narrows what their part on the board lets them do, and never
 * widens it.
 */
import { z } from 'zod';

/** From nothing to everything: watch; the writing line; own notes; nods and comments; everything. */
export const STEP_MAY = ['watch', 'line', 'own', 'nod', 'everything'] as const;
export type StepMay = (typeof STEP_MAY)[number];

/** What a step lets through, for the server's checks and for the interface. */
export const stepRuleSchema = z.object({
	may: z.enum(STEP_MAY),
	/** The field in which notes from the writing line land. */
	field: z.string().max(64).optional(),
	/** Fields that go round, where everybody writes in one of them. */
	fields: z.array(z.string().max(64)).max(60).optional(),
	/** Whether what is written goes nowhere before it is revealed. */
	silent: z.boolean().optional(),
});
export type StepRule = z.infer<typeof stepRuleSchema>;

/** Nothing is running: people may do what their part lets them. */
export const NO_STEP: StepRule = { may: 'everything' };

/** Kinds of doing that steps tell apart. */
export interface Grants {
	/** Notes from the writing line. */
	line: boolean;
	/** Own notes: putting them anywhere, moving, colouring, taking them away. */
	own: boolean;
	/** Nods, and asides and comments. */
	nod: boolean;
	/** Everything else on the sheets. */
	edit: boolean;
}

const GRANTS: Record<StepMay, Grants> = {
	watch: { line: false, own: false, nod: false, edit: false },
	line: { line: true, own: false, nod: false, edit: false },
	own: { line: true, own: true, nod: true, edit: false },
	nod: { line: false, own: false, nod: true, edit: false },
	everything: { line: true, own: true, nod: true, edit: true },
};

export const grantsOf = ({ may }: StepRule): Grants => GRANTS[may];
