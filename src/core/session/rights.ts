/**
 * Who may do what on a board: by the person's part, and by how the board is set just now. The server asks here before it
 * does anything; the interface asks here so that it offers only what will be done.
 */

import { z } from 'zod';
import { grantsOf, NO_STEP, stepRuleSchema } from './step-rights';

/** Parts that people have on a board, from the one who may most to those who may least. */
export const ROLES = ['owner', 'facilitator', 'editor', 'commenter', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

/** Parts that can be given: everything but owning. */
export const GIVEN_ROLES = ROLES.filter((role): role is GivenRole => role !== 'owner');
export type GivenRole = Exclude<Role, 'owner'>;

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
});
export type Settings = z.infer<typeof settingsSchema>;

/** How a board is run just now: what is set, and what the running step lets people do. */
export const houseSchema = settingsSchema.extend({ step: stepRuleSchema });
export type House = z.infer<typeof houseSchema>;

export const OPEN_HOUSE: House = {
	editorsShare: false,
	onlookersTakeOut: true,
	watching: false,
	closed: false,
	names: 'shown',
	step: NO_STEP,
};

/** Whether somebody goes by a number instead of their name while the board is set like that. */
export const isVeiled = (role: Role, house: House): boolean => house.names !== 'shown' && !leads(role);

/** Whether somebody is told the names behind the numbers. */
export const seesNames = (role: Role, house: House): boolean =>
	house.names === 'shown' || (house.names === 'veiled' && leads(role));

/** What can be done on a board. */
export const RIGHTS = [
	/** Being in. */
	'enter',
	/** Changing something on the sheets, if only one's own notes or nods. */
	'write',
	/** Changing anything on the sheets. */
	'edit',
	/** Putting notes of one's own there by hand, and changing them. */
	'own notes',
	/** Writing notes in the writing line. */
	'line',
	/** Nodding. */
	'nod',
	/** Keeping notes that nobody else sees until they are revealed. */
	'keep notes',
	/** Writing where people talk about the board. */
	'talk',
	/** Exports, copies, pictures. */
	'take out',
	/** Making links for others. */
	'share',
	/** Steps, locks that hold against others, people and their parts, how the board is set. */
	'lead',
	/** Title, bin, handing the board over. */
	'own',
] as const;
export type Right = (typeof RIGHTS)[number];

export const leads = (role: Role): boolean => role === 'owner' || role === 'facilitator';

/** Whether somebody with a part on a board may do something while the board is set like that. */
export function may(role: Role, right: Right, house: House): boolean {
	if (role === 'owner') return true;
	if (right === 'own') return false;
	if (role === 'facilitator') return true;
	if (right === 'lead' || house.closed) return false;
	const grants = grantsOf(house.step);
	const writes = role === 'editor' && !house.watching;
	switch (right) {
		case 'enter':
			return true;
		case 'write':
			return writes && (grants.line || grants.own || grants.nod || grants.edit);
		case 'edit':
			return writes && grants.edit;
		case 'own notes':
			return writes && grants.own;
		case 'line':
			return writes && grants.line;
		case 'nod':
			return writes && grants.nod;
		case 'keep notes':
			return role === 'editor';
		case 'talk':
			return role !== 'viewer' && !house.watching && grants.nod;
		case 'take out':
			return role === 'editor' || house.onlookersTakeOut;
		case 'share':
			return role === 'editor' && house.editorsShare;
	}
}

/** Whether somebody may give somebody else a part, by a link or by name: nobody gives more than they have, or owning. */
export function mayGive(giver: Role, role: Role, house: House): boolean {
	if (role === 'owner' || !may(giver, 'share', house)) return false;
	return ROLES.indexOf(role) >= ROLES.indexOf(giver);
}

/**
 * Whether somebody who leads may change the part of somebody else, or send them out. The owner's part changes only when
 * the board is handed over.
 */
export const mayChange = (who: Role, whose: Role): boolean => leads(who) && whose !== 'owner';
