/**
 * Projects: folders of boards with members of their own, who come to each board in the folder with
 * the role they have in it.
 */
import { givenOr, leads, writes, type GivenRole, type Role } from './roles';

export interface ProjectMember {
	id: string;
	name: string;
	role: Role;
}

export interface Project {
	id: string;
	title: string;
	/** Role of the person whose list it is. */
	role: Role;
	members: ProjectMember[];
}

/** With what role a member comes to a board of the project: a board has one owner, its own. */
export const roleOnBoards = (role: Role): GivenRole => givenOr(role, 'facilitator');

/** Whether a member with that role may put boards of their own into the project. */
export const mayFill = (role: Role): boolean => writes(role);

/** Whether a member with that role may let people in, change their roles and send them out. */
export const mayKeep = (role: Role): boolean => leads(role);
