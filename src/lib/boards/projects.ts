/** What the boards page asks of the server about projects. */
import { mayFill } from '$core/access/projects';
import type { GivenRole } from '$core/access/roles';
import { orderBoard } from '$core/contract/boards';
import * as contract from '$core/contract/people';
import { call } from '$lib/api/client';

/** The projects that one may put something into. */
export async function projects(): Promise<{ id: string; title: string }[]> {
	const all = await call(contract.listProjects, {});
	return all.filter(({ role }) => mayFill(role));
}

export const makeProject = (title: string) => call(contract.createProject, { body: { title } });
export const renameProject = (id: string, title: string) =>
	call(contract.renameProject, { params: { id }, body: { title } });
export const dissolveProject = (id: string) => call(contract.dissolveProject, { params: { id } });
export const addMember = (id: string, email: string, role: GivenRole) =>
	call(contract.addMember, { params: { id }, body: { email, role } });
export const changePart = (id: string, person: string, role: GivenRole) =>
	call(contract.changeMember, { params: { id, person }, body: { role } });
export const takeOut = (id: string, person: string) =>
	call(contract.removeMember, { params: { id, person } });
/** Puts a board into a project; null takes it out of the one that it lies in. */
export const moveBoard = (id: string, project: string | null) =>
	call(orderBoard, { params: { id }, body: { do: 'move', project } });
