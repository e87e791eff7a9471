/**
 * Who may do what on a board: by the person's part, and by how the board is set just now. The server asks here before it
 * does anything; the interface asks here so that it offers only what will be done.
 */

import { z } from 'zod';
import { isAtLeast, leads, owns, talks, writes, type Role } from './roles';
import { grantsOf, NO_STEP, stepRuleSchema, type Grants } from './step-grants';

/**
 * Whether people see each other's names: all do; only those who lead do, and everybody else is a numbered voice; or nobody
 * does. Those who lead always go by their names.
 */
export const NAMES = ['shown', 'veiled', 'hidden'] as const;
export type Names = (typeof NAMES)[number];

/** What can be set about how a board is run. */
export const settingsSchema = z.strictObject({
	/** Editors may let others in, as far as their own part goes. */
	editorsShare: z.boolean(),
	/** Those who only comment or look may take the board out: exports, copies, pictures. */
	onlookersTakeOut: z.boolean(),
	/** Everyone but those who lead only watches. */
	watching: z.boolean(),
	/** Only those who lead may be in. */
	closed: z.boolean(),
	names: z.enum(NAMES),
	/** Notes may be sent to the language model of the house; only the owner sets that. */
	asksModel: z.boolean(),
});
export type Settings = z.infer<typeof settingsSchema>;

/** How a board is run just now: what is set, and what the running step lets people do. */
export const policySchema = settingsSchema.extend({ step: stepRuleSchema });
export type BoardPolicy = z.infer<typeof policySchema>;

export const OPEN_POLICY: BoardPolicy = {
	editorsShare: false,
	onlookersTakeOut: true,
	watching: false,
	closed: false,
	names: 'shown',
	asksModel: false,
	step: NO_STEP,
};

/** Whether somebody goes by a number instead of their name while the board is set like that. */
export const isVeiled = (role: Role, policy: BoardPolicy): boolean =>
	policy.names !== 'shown' && !leads(role);

/** Whether somebody is told the names behind the numbers. */
export const seesNames = (role: Role, policy: BoardPolicy): boolean =>
	policy.names === 'shown' || (policy.names === 'veiled' && leads(role));

/** What can be done on a board. */
export const RIGHTS = [
	/** Being in. */
	'enter',
	/** Changing something on the sheets, if only one's own notes or nods. */
	'write',
	/** Changing anything on the sheets. */
	'edit',
	/** Putting notes of one's own there by hand, and changing them. */
	'ownNotes',
	/** Writing notes in the writing line. */
	'line',
	/** Nodding. */
	'nod',
	/** Keeping notes that nobody else sees until they are revealed. */
	'keepNotes',
	/** Writing where people talk about the board. */
	'talk',
	/** Keeping a question for later, in whatever step. */
	'park',
	/** Exports, copies, pictures. */
	'export',
	/** Making links for others. */
	'share',
	/** Steps, locks that hold against others, people and their parts, how the board is set. */
	'lead',
	/** Title, bin, handing the board over. */
	'own',
] as const;
export type Right = (typeof RIGHTS)[number];

type Rule = (role: Role, policy: BoardPolicy, grants: Grants) => boolean;

const writesNow: Rule = (role, policy) => writes(role) && !policy.watching;

/** What it takes to do something, for those who do not lead. */
const RULES: Record<Right, Rule> = {
	enter: () => true,
	write: (role, policy, grants) => writesNow(role, policy, grants) && Object.values(grants).some(Boolean),
	edit: (role, policy, grants) => writesNow(role, policy, grants) && grants.edit,
	ownNotes: (role, policy, grants) => writesNow(role, policy, grants) && grants.own,
	line: (role, policy, grants) => writesNow(role, policy, grants) && grants.line,
	nod: (role, policy, grants) => writesNow(role, policy, grants) && grants.nod,
	keepNotes: writes,
	talk: (role, policy, { nod }) => talks(role) && !policy.watching && nod,
	park: (role, policy) => talks(role) && !policy.watching,
	export: (role, policy) => writes(role) || policy.onlookersTakeOut,
	share: (role, policy) => writes(role) && policy.editorsShare,
	lead: () => false,
	own: () => false,
};

/** Whether somebody with a role on a board may do something while the board is set like that. */
export function may(role: Role, right: Right, policy: BoardPolicy): boolean {
	if (right === 'own') return owns(role);
	if (leads(role)) return true;
	return !policy.closed && RULES[right](role, policy, grantsOf(policy.step));
}

/** Whether somebody may send notes of a board to the language model of the house. */
export const mayAskModel = (role: Role, policy: BoardPolicy): boolean =>
	policy.asksModel && may(role, 'edit', policy);

/** Whether somebody may change what is set about a board, as far as that goes. */
export const maySet = (role: Role, change: Partial<Settings>, policy: BoardPolicy): boolean =>
	may(role, change.asksModel === undefined ? 'lead' : 'own', policy);

/** Whether somebody may give somebody else a part, by a link or by name: nobody gives more than they have, or owning. */
export function mayGive(giver: Role, role: Role, policy: BoardPolicy): boolean {
	return !owns(role) && may(giver, 'share', policy) && isAtLeast(giver, role);
}

/**
 * Whether somebody who leads may change the part of somebody else, or send them out. The owner's part changes only when
 * the board is handed over.
 */
export const mayChange = (who: Role, whose: Role): boolean => leads(who) && !owns(whose);
