import type { GivenRole, Role } from '$core/access/roles';
import { m } from '$lib/messages';

/** Parts that people have on a board, and codes, in words. */
export const roleName: Record<Role, () => string> = {
	owner: () => m.part_owner(),
	facilitator: () => m.part_facilitator(),
	editor: () => m.part_editor(),
	commenter: () => m.part_commenter(),
	viewer: () => m.part_viewer(),
};

export const roleHint: Record<GivenRole, () => string> = {
	facilitator: () => m.part_facilitator_more(),
	editor: () => m.part_editor_more(),
	commenter: () => m.part_commenter_more(),
	viewer: () => m.part_viewer_more(),
};

/** A code in two parts: easier to read and to say. */
export const codeInParts = (code: string): string => `${code.slice(0, 3)}-${code.slice(3)}`;
