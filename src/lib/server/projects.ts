/** Projects and their members. What changes in a project changes who belongs to its boards; the callers tell open connections. */
import { mayFill, mayKeep, roleOnBoards, type Project } from '$core/access/projects';
import { type GivenRole, owns, type Role } from '$core/access/roles';
import { m } from '$lib/messages';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { Refused, requireRight } from './boards';
import { database, schema, type Database } from './db';
import { allow } from './limits';

const { boards, memberships, people, projectMembers, projects } = schema;
type Executor = Pick<Database, 'select' | 'insert' | 'update' | 'delete' | 'execute'>;

/** The projects that a person belongs to, with everybody in them. */
export async function projectsOf(personId: string): Promise<Project[]> {
	const { db } = database();
	const mine = await db
		.select({ id: projects.id, title: projects.title, role: projectMembers.role })
		.from(projectMembers)
		.innerJoin(projects, eq(projects.id, projectMembers.projectId))
		.where(eq(projectMembers.personId, personId))
		.orderBy(asc(projects.title), asc(projects.id));
	if (mine.length === 0) return [];
	const rows = await db
		.select({
			projectId: projectMembers.projectId,
			id: people.id,
			name: people.name,
			role: projectMembers.role,
		})
		.from(projectMembers)
		.innerJoin(people, eq(people.id, projectMembers.personId))
		.where(
			inArray(
				projectMembers.projectId,
				mine.map(({ id }) => id),
			),
		)
		.orderBy(asc(projectMembers.joinedAt), asc(people.id));
	return mine.map((project) => ({
		...project,
		members: rows
			.filter(({ projectId }) => projectId === project.id)
			.map(({ id, name, role }) => ({ id, name, role })),
	}));
}

async function roleIn(projectId: string, personId: string): Promise<Role | undefined> {
	const [found] = await database()
		.db.select({ role: projectMembers.role })
		.from(projectMembers)
		.where(and(eq(projectMembers.projectId, projectId), eq(projectMembers.personId, personId)));
	return found?.role;
}

async function requirePart(projectId: string, personId: string, may: (role: Role) => boolean): Promise<Role> {
	const role = await roleIn(projectId, personId);
	if (!role) throw new Refused(m.error_project(), 404);
	if (!may(role)) throw new Refused(m.error_project_part());
	return role;
}

export async function makeProject(personId: string, title: string): Promise<string> {
	const id = nanoid(12);
	await database().db.transaction(async (tx) => {
		await tx.insert(projects).values({ id, title });
		await tx.insert(projectMembers).values({ projectId: id, personId, role: 'owner' });
	});
	return id;
}

export async function renameProject(projectId: string, personId: string, title: string): Promise<void> {
	await requirePart(projectId, personId, owns);
	await database().db.update(projects).set({ title }).where(eq(projects.id, projectId));
}

export async function boardsIn(projectId: string, db: Executor = database().db): Promise<string[]> {
	const rows = await db.select({ id: boards.id }).from(boards).where(eq(boards.projectId, projectId));
	return rows.map(({ id }) => id);
}

/** Dissolves a project: its boards stay with their owners, and with those who came to them by other ways. Returns them. */
export async function dissolveProject(projectId: string, personId: string): Promise<string[]> {
	await requirePart(projectId, personId, owns);
	return database().db.transaction(async (tx) => {
		const touched = await boardsIn(projectId, tx);
		await tx.delete(memberships).where(eq(memberships.projectId, projectId));
		await tx.delete(projects).where(eq(projects.id, projectId));
		return touched;
	});
}

/**
 * Lets a project's members onto its boards: one of them onto all, or all onto one. Who is in already keeps the part they
 * have; who is banned from a board stays out of it.
 */
async function spread(
	tx: Executor,
	projectId: string,
	only: { person: string } | { board: string },
): Promise<void> {
	const which = 'person' in only ? sql`pm.person_id = ${only.person}` : sql`b.id = ${only.board}`;
	await tx.execute(sql`
		insert into memberships (board_id, person_id, role, project_id)
		select b.id, pm.person_id,
			case when pm.role = 'owner' then 'facilitator'::role else pm.role end, ${projectId}
		from boards b join project_members pm on pm.project_id = ${projectId}
		where b.project_id = ${projectId} and ${which}
			and not exists (select 1 from bans where bans.board_id = b.id and bans.person_id = pm.person_id)
		on conflict (board_id, person_id) do nothing`);
}

/** Lets somebody with an account in, by their e-mail. Returns the boards that they can enter now. */
export async function addMember(
	projectId: string,
	personId: string,
	email: string,
	role: GivenRole,
): Promise<string[]> {
	await requirePart(projectId, personId, mayKeep);
	const [found] = await database()
		.db.select({ id: people.id })
		.from(people)
		.where(and(eq(people.email, email.trim().toLowerCase()), eq(people.isAnonymous, false)));
	if (!found) {
		// Nobody finds out by trying who has an account.
		if (!(await allow('guess', `project ${personId}`))) throw new Refused(m.too_many_tries());
		throw new Refused(m.error_no_account(), 404);
	}
	return database().db.transaction(async (tx) => {
		const added = await tx
			.insert(projectMembers)
			.values({ projectId, personId: found.id, role })
			.onConflictDoNothing()
			.returning({ id: projectMembers.personId });
		if (added.length === 0) throw new Refused(m.error_project_in(), 409);
		await spread(tx, projectId, { person: found.id });
		return boardsIn(projectId, tx);
	});
}

async function requireOther(projectId: string, personId: string, whom: string): Promise<void> {
	await requirePart(projectId, personId, mayKeep);
	const other = await roleIn(projectId, whom);
	if (!other) throw new Refused(m.error_project_not_in(), 404);
	if (owns(other)) throw new Refused(m.error_project_owner());
}

/** Gives a member another part, on all boards to which they came by the project. Returns these. */
export async function changePart(
	projectId: string,
	personId: string,
	whom: string,
	role: GivenRole,
): Promise<string[]> {
	await requireOther(projectId, personId, whom);
	return database().db.transaction(async (tx) => {
		const them = and(eq(projectMembers.projectId, projectId), eq(projectMembers.personId, whom));
		await tx.update(projectMembers).set({ role }).where(them);
		const on = and(eq(memberships.projectId, projectId), eq(memberships.personId, whom));
		await tx
			.update(memberships)
			.set({ role: roleOnBoards(role) })
			.where(on);
		return boardsIn(projectId, tx);
	});
}

/** Takes somebody out of a project, and off the boards to which they came by it; oneself, or another. Returns the boards. */
export async function takeOut(projectId: string, personId: string, whom: string): Promise<string[]> {
	if (whom === personId) {
		const role = await requirePart(projectId, personId, () => true);
		if (owns(role)) throw new Refused(m.error_project_owner(), 409);
	} else await requireOther(projectId, personId, whom);
	return database().db.transaction(async (tx) => {
		await tx
			.delete(projectMembers)
			.where(and(eq(projectMembers.projectId, projectId), eq(projectMembers.personId, whom)));
		await tx
			.delete(memberships)
			.where(
				and(
					eq(memberships.projectId, projectId),
					eq(memberships.personId, whom),
					sql`${memberships.role} <> 'owner'`,
				),
			);
		return boardsIn(projectId, tx);
	});
}

/** Puts a board of one's own into a project, or takes it out of the one that it lies in. */
export async function moveBoard(boardId: string, personId: string, projectId: string | null): Promise<void> {
	await requireRight(boardId, personId, 'own');
	if (projectId !== null) await requirePart(projectId, personId, mayFill);
	await database().db.transaction(async (tx) => {
		await tx
			.delete(memberships)
			.where(
				and(
					eq(memberships.boardId, boardId),
					sql`${memberships.projectId} is not null`,
					sql`${memberships.role} <> 'owner'`,
				),
			);
		await tx.update(boards).set({ projectId }).where(eq(boards.id, boardId));
		if (projectId !== null) await spread(tx, projectId, { board: boardId });
	});
}
