/** Where a change of a live document comes from: a person's connection, this server itself, or another server. */
import type { BoardPolicy } from '$core/access/rights';
import { leads, type Role } from '$core/access/roles';
import type { Identity } from '$core/live/veil';
import type { Sayer } from '$core/talk/rules';
import type { Person } from '../auth';
import type { Gate } from './gate';
import type { Behind } from './veils';

/** What a connection carries along. */
export interface Context {
	person: Person;
	/** Under what the person goes on the board. */
	speaker?: Identity;
	gate: Gate;
	role?: Role;
	/** How the board is run, as this connection was last told. */
	policy?: BoardPolicy;
	boardId?: string;
	/** Ends when what came last over this connection has been applied, where that is waited for. */
	turn?: Promise<void>;
}

/** Marks changes that this server made, so that they are not taken for a client's. */
export const SERVER = 'server';
/** Marks changes that another server has made or let through; it has checked them, and logged them. */
export const OTHER_SERVER = 'other server';

const contextOf = (origin: unknown): Context | undefined => (origin as { context?: Context } | null)?.context;

/** Whether a change comes from a server or from somebody who leads. */
export const isLed = (origin: unknown): boolean => {
	const role = contextOf(origin)?.role;
	return origin === SERVER || origin === OTHER_SERVER || (role !== undefined && leads(role));
};

/** Under what id whoever made a change goes; undefined for servers. */
export const personOf = (origin: unknown): string | undefined => contextOf(origin)?.speaker?.id;

export const sayerOf = (origin: unknown): Sayer | undefined => {
	const { speaker, role } = contextOf(origin) ?? {};
	return speaker && role && { ...speaker, leads: leads(role) };
};

export const behindOf = (origin: unknown): Behind => {
	const { person, speaker } = contextOf(origin) ?? {};
	return person && speaker && person.id !== speaker.id ? { id: person.id, voice: speaker } : undefined;
};
