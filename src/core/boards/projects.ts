/** Projects: folders of boards with members of their own, who come to each board in the folder with the part they have in it. */
import type { Role } from '../session/rights';

export interface ProjectMember {
	id: string;
	name: string;
	role: Role;
}

export interface Project {
	id: string;
	title: string;
	/** Part of the person whose list it is. */
	role: Role;
	members: ProjectMember[];
}

/** With what part a member comes to a board of the project: a board has one owner, its own. */
export const partOnBoards = (role: Role): Role => (role === 'owner' ? 'facilitator' : role);

/** Whether a member with that part may put boards of their own into the project. */
export const mayFill = (role: Role): boolean =>
	role === 'owner' || role === 'facilitator' || role === 'editor';

/** Whether a member with that part may let people in, change their parts and send them out. */
export const mayKeep = (role: Role): boolean => role === 'owner' || role === 'facilitator';
