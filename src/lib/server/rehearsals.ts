/** Rehearsals on a board: a simulated team that joins like everybody else, and is sent home without trace. */
import { objectsOf } from '$core/board/document';
import { themesLeftEmpty } from '$core/board/ops/accept-themes';
import { removeObjects } from '$core/board/ops/edits';
import { BoardModel } from '$core/board/model/model';
import { NOD } from '$core/board/model/nods';
import { readParking, removeParked } from '$core/meeting/parking';
import type { Rehearsal } from '$core/contract/session';
import { Team } from '$lib/rehearsal/team';
import { language, m } from '$lib/messages';
import { and, eq, inArray } from 'drizzle-orm';
import * as Y from 'yjs';
import type { Person } from './auth';
import { Refused, requireRight } from './boards';
import { database, schema } from './db';
import { createLink } from './links';
import { live } from './live/documents';
import { log } from './log';
import { once } from './once';

const { happenings, joinLinks, memberships, people, rehearsals } = schema;

/** Teams that this server runs, by board. */
const teams = (): Map<string, Team> => once('rehearsal-teams', () => new Map<string, Team>());

async function linkOf(boardId: string): Promise<string | undefined> {
	const [row] = await database()
		.db.select({ linkId: rehearsals.linkId })
		.from(rehearsals)
		.where(eq(rehearsals.boardId, boardId));
	return row?.linkId;
}

async function simulated(linkId: string): Promise<{ id: string; aliasId: string | null }[]> {
	return database()
		.db.select({ id: memberships.personId, aliasId: memberships.aliasId })
		.from(memberships)
		.where(eq(memberships.linkId, linkId));
}

export async function rehearsalOf(boardId: string, personId: string): Promise<Rehearsal> {
	await requireRight(boardId, personId, 'lead');
	const linkId = await linkOf(boardId);
	const team = teams().get(boardId);
	return {
		isOn: linkId !== undefined,
		isActing: team !== undefined,
		isPaused: team?.paused ?? false,
		speed: team?.speed ?? 1,
		people: linkId ? (await simulated(linkId)).length : 0,
	};
}

/**
 * Lets a team come. Throws Refused while real people are in the room, unless `even` says that this is wanted.
 * @param where how the team reaches this server
 */
export async function startRehearsal(
	boardId: string,
	person: Person,
	request: { people: number; seed: number; speed: number; even: boolean },
	where: { base: string; origin: string },
): Promise<void> {
	await requireRight(boardId, person.id, 'lead');
	if (await linkOf(boardId)) throw new Refused(m.error_rehearsal_on(), 409);
	if (live().present(boardId).length > 0 && !request.even) throw new Refused(m.error_rehearsal_people(), 409);
	const link = await createLink(boardId, person.id, { role: 'editor' });
	await database().db.insert(rehearsals).values({ boardId, linkId: link.id, seed: request.seed });
	const problem = (error: unknown): void =>
		log.warn({ err: error, board: boardId }, 'somebody simulated stumbled');
	const team = new Team(
		request.people,
		request.seed,
		{ ...where, board: boardId, token: link.token, language: language() === 'de' ? 'de' : 'en' },
		request.speed,
		problem,
	);
	teams().set(boardId, team);
	await team.start();
}

/** Pauses a team, lets it go on, or changes its speed. */
export async function steerRehearsal(
	boardId: string,
	personId: string,
	{ isPaused, speed }: { isPaused?: boolean | undefined; speed?: number | undefined },
): Promise<void> {
	await requireRight(boardId, personId, 'lead');
	const team = teams().get(boardId);
	if (!team) throw new Refused(m.error_rehearsal_off(), 409);
	if (isPaused === true) team.pause();
	if (isPaused === false) team.resume();
	if (speed !== undefined) team.speed = speed;
}

/** Sends the team home and takes away everything that it did, so that the board is as it was without them. */
export async function endRehearsal(boardId: string, personId: string): Promise<void> {
	await requireRight(boardId, personId, 'lead');
	const linkId = await linkOf(boardId);
	await teams().get(boardId)?.end();
	teams().delete(boardId);
	if (!linkId) return;
	const { db } = database();
	const gone = await simulated(linkId);
	const ids = gone.flatMap(({ id, aliasId }) => (aliasId ? [id, aliasId] : [id]));
	await takeAway(boardId, new Set(ids));
	await db.transaction(async (tx) => {
		await tx.delete(rehearsals).where(eq(rehearsals.boardId, boardId));
		if (ids.length > 0) {
			await tx
				.delete(happenings)
				.where(and(eq(happenings.boardId, boardId), inArray(happenings.personId, ids)));
			await tx.update(memberships).set({ aliasId: null }).where(eq(memberships.linkId, linkId));
			// Ballots, memberships and sessions go with them.
			await tx.delete(people).where(inArray(people.id, ids));
		}
		await tx.delete(joinLinks).where(eq(joinLinks.id, linkId));
	});
	await live().attendance.refreshRights(boardId);
}

/** Takes notes, nods and questions of people off a board. */
async function takeAway(boardId: string, ids: ReadonlySet<string>): Promise<void> {
	await live().edit(boardId, 'stage', (doc) => {
		const model = new BoardModel(doc, 0);
		const editContext = {
			doc,
			person: { id: '', name: '' },
			origin: 'server',
			now: () => Date.now(),
			newId: () => '',
		};
		const theirs = [...model.objects.values()].filter(({ by }) => ids.has(by[0])).map(({ id }) => id);
		removeObjects(editContext, model, [...theirs, ...themesLeftEmpty(model, new Set(theirs))]);
		for (const map of objectsOf(doc).values()) {
			if (!(map instanceof Y.Map)) continue;
			for (const key of [...map.keys()])
				if (
					(key.startsWith(NOD) || key.startsWith('nodrow:')) &&
					ids.has(key.slice(key.lastIndexOf(':') + 1))
				)
					map.delete(key);
		}
		model.destroy();
	});
	await live().edit(boardId, 'session', (doc) => {
		for (const { id, by } of readParking(doc)) if (ids.has(by[0])) removeParked(doc, id);
	});
}
