/** What the boards page asks of the server about projects. */
import { mayFill } from '$core/access/projects';
import { type GivenRole, ROLES } from '$core/access/roles';
import { z } from 'zod';
import { ask, send } from '../ui/api';

const at = (project: string): string => `/api/projects/${encodeURIComponent(project)}`;
const member = (project: string, person: string): string =>
	`${at(project)}/members/${encodeURIComponent(person)}`;

const listSchema = z.array(z.object({ id: z.string(), title: z.string(), role: z.enum(ROLES) }));
/** The projects that one may put something into. */
export async function projects(): Promise<{ id: string; title: string }[]> {
	const all = await ask(listSchema, 'GET', '/api/projects');
	return all.filter(({ role }) => mayFill(role));
}

export const makeProject = (title: string) =>
	ask(z.object({ id: z.string() }), 'POST', '/api/projects', { title });
export const renameProject = (project: string, title: string) => send('PATCH', at(project), { title });
export const dissolveProject = (project: string) => send('DELETE', at(project));
export const addMember = (project: string, email: string, role: GivenRole) =>
	send('POST', at(project), { email, role });
export const changePart = (project: string, person: string, role: GivenRole) =>
	send('PATCH', member(project, person), { role });
export const takeOut = (project: string, person: string) => send('DELETE', member(project, person));
/** Puts a board into a project; null takes it out of the one that it lies in. */
export const moveBoard = (board: string, project: string | null) =>
	send('POST', `/api/boards/${encodeURIComponent(board)}`, { do: 'move', project });
