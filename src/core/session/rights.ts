/**
 * Who may do what on a board: by the person's part, and by how the board is set just now. The server asks here before it
 * does anything; the interface asks here so that it offers only what will be done.
 */

import { z } from 'zod';

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

/** How a board is set. */
export const houseSchema = z.strictObject({
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
export type House = z.infer<typeof houseSchema>;

export const OPEN_HOUSE: House = {
	editorsShare: false,
	onlookersTakeOut: true,
	watching: false,
	closed: false,
	names: 'shown',
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
	/** Changing what lies on the sheets. */
	'write',
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
	switch (right) {
		case 'enter':
			return true;
		case 'write':
			return role === 'editor' && !house.watching;
		case 'talk':
			return role !== 'viewer' && !house.watching;
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
