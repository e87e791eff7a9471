/**
 * Roles on a board and in a project, as a table of what each brings with it. Nothing else compares
 * roles.
 */

/** From the one that may most to the one that may least. */
export const ROLES = ['owner', 'facilitator', 'editor', 'commenter', 'viewer'] as const;
export type Role = (typeof ROLES)[number];
export type GivenRole = Exclude<Role, 'owner'>;

/** What a role brings with it before the board's policy and the running step narrow it. */
interface Abilities {
	/** Title, bin, handing over; there is one owner, who cannot be sent out. */
	owns: boolean;
	/** Steps, locks, people: and nothing narrows what the role may do. */
	leads: boolean;
	/** Works on the sheets. */
	writes: boolean;
	/** Takes part in talk and votes. */
	talks: boolean;
}

const ABILITIES: Record<Role, Abilities> = {
	owner: { owns: true, leads: true, writes: true, talks: true },
	facilitator: { owns: false, leads: true, writes: true, talks: true },
	editor: { owns: false, leads: false, writes: true, talks: true },
	commenter: { owns: false, leads: false, writes: false, talks: true },
	viewer: { owns: false, leads: false, writes: false, talks: false },
};

export const owns = (role: Role): boolean => ABILITIES[role].owns;
export const leads = (role: Role): boolean => ABILITIES[role].leads;
export const writes = (role: Role): boolean => ABILITIES[role].writes;
export const talks = (role: Role): boolean => ABILITIES[role].talks;

/** Roles that can be given: everything but owning. */
export const GIVEN_ROLES = ROLES.filter((role): role is GivenRole => !owns(role));

/** The role of those of whom nothing else is known. */
export const USUAL_ROLE: GivenRole = 'editor';

/** The role itself, or another one where it cannot be given. */
export const givenOr = (role: Role, instead: GivenRole): GivenRole =>
	GIVEN_ROLES.find((given) => given === role) ?? instead;

/** Whether a role may as much as another one, or more. */
export const isAtLeast = (role: Role, other: Role): boolean => ROLES.indexOf(role) <= ROLES.indexOf(other);
