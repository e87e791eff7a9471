/** Who belongs to a board or a project, and by what links they come. */
import { z } from 'zod';
import { GIVEN_ROLES, ROLES } from '../access/roles';
import { titleSchema } from '../boards/title';
import { done, endpoint, made } from './endpoint';

const BOARD = '/api/boards/[id]';
const PROJECT = '/api/projects/[id]';
const role = z.enum(ROLES);
const givenRole = z.enum(GIVEN_ROLES);
const identity = z.object({ id: z.string(), name: z.string() });

const memberSchema = identity.extend({
	role,
	guest: z.boolean(),
	/** The name behind a voice, where one is told it. */
	behind: z.string().optional(),
});
/** What an account is called. */
export const nameSchema = z.string().trim().min(1).max(80);

export type Member = z.infer<typeof memberSchema>;
const peopleSchema = z.object({
	members: z.array(memberSchema),
	/** Who may not come back, for those who lead. */
	banned: z.array(identity.extend({ at: z.string() })),
	/** Under what whoever asks goes here, and who they are beside that. */
	me: identity.extend({ keeper: z.string() }),
});
export type People = z.infer<typeof peopleSchema>;
export const listPeople = endpoint({ method: 'GET', path: `${BOARD}/people`, response: peopleSchema });
export const personOrderSchema = z.discriminatedUnion('do', [
	z.object({ do: z.literal('change'), role: givenRole }),
	z.object({ do: z.literal('send out'), ban: z.boolean() }),
	z.object({ do: z.literal('lift ban') }),
	z.object({ do: z.literal('hand over') }),
	/** Only oneself. */
	z.object({ do: z.literal('leave') }),
]);
export type PersonOrder = z.infer<typeof personOrderSchema>;
export const orderPerson = endpoint({
	method: 'POST',
	path: `${BOARD}/people/[person]`,
	request: personOrderSchema,
	response: done,
});

const code = z.string().nullable();
/** A link with its address, which is told once: to whoever made it. */
const invitationSchema = z.object({
	id: z.string(),
	url: z.string(),
	code,
	/** The address as a picture to scan, a data URL. */
	qr: z.string(),
});
export type Invitation = z.infer<typeof invitationSchema>;
const linkSchema = z.object({
	id: z.string(),
	role,
	code,
	hasPassword: z.boolean(),
	createdAt: z.string(),
	expiresAt: z.string().nullable(),
	/** How many came by it. */
	people: z.number(),
});
export type LinkInfo = z.infer<typeof linkSchema>;
export const newLinkSchema = z.object({
	role: givenRole,
	code: z.boolean().optional(),
	/** Hours from now until it ends: a year at most. */
	hours: z.number().min(1).max(8784).optional(),
	password: z.string().min(4).max(100).optional(),
});
export type NewLinkRequest = z.infer<typeof newLinkSchema>;
export const listLinks = endpoint({
	method: 'GET',
	path: `${BOARD}/links`,
	response: z.array(linkSchema),
});
export const createLink = endpoint({
	method: 'POST',
	path: `${BOARD}/links`,
	request: newLinkSchema,
	response: invitationSchema,
	status: 201,
});
/** Withdraws a link; whoever came by it is out at once, unless they are to stay. */
export const withdrawLink = endpoint({
	method: 'DELETE',
	path: `${BOARD}/links/[link]`,
	query: z.object({ keep: z.literal('people').optional() }),
	response: done,
});
/** Gives a link another address and code. */
export const renewLink = endpoint({
	method: 'POST',
	path: `${BOARD}/links/[link]`,
	request: z.object({ do: z.literal('renew') }),
	response: invitationSchema,
});

export const listProjects = endpoint({
	method: 'GET',
	path: '/api/projects',
	response: z.array(z.object({ id: z.string(), title: z.string(), role })),
});
export const createProject = endpoint({
	method: 'POST',
	path: '/api/projects',
	request: titleSchema,
	response: made,
	status: 201,
});
export const renameProject = endpoint({
	method: 'PATCH',
	path: PROJECT,
	request: titleSchema,
	response: titleSchema,
});
export const dissolveProject = endpoint({ method: 'DELETE', path: PROJECT, response: done });
export const addMember = endpoint({
	method: 'POST',
	path: PROJECT,
	request: z.object({ email: z.email().max(200), role: givenRole }),
	response: done,
	status: 201,
});
export const changeMember = endpoint({
	method: 'PATCH',
	path: `${PROJECT}/members/[person]`,
	request: z.object({ role: givenRole }),
	response: done,
});
/** Takes a member out; oneself as well. */
export const removeMember = endpoint({
	method: 'DELETE',
	path: `${PROJECT}/members/[person]`,
	response: done,
});
