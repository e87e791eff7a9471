/**
 * Under what names people go on a board. While names are hidden everybody but those who lead is a numbered voice: what
 * they write, point at and say carries the voice's id and name, in the log as well. A voice is a person in the
 * table of people whom nobody can sign in as; only the membership says whose it is, and only while it is used.
 */
import { m } from '$lib/messages';
import { type BoardPolicy, isVeiled, seesNames } from '$core/access/rights';
import { leads, type Role } from '$core/access/roles';
import type { Pigment } from '$core/board/colours';
import type { Identity } from '$core/live/veil';
import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { alias as named } from 'drizzle-orm/pg-core';
import { nanoid } from 'nanoid';
import { database, schema, type Database } from './db';

const { memberships, people } = schema;
const voices = named(people, 'voices');
type Executor = Pick<Database, 'select' | 'insert' | 'update' | 'execute'>;

/** Puts a person into the table whom nobody can be. */
export async function makeVoice(db: Executor, name: string): Promise<Identity> {
	const id = `voice-${nanoid(14)}`;
	await db
		.insert(people)
		.values({ id, name, email: `${id.toLowerCase()}@voices.invalid`, isAnonymous: true });
	return { id, name };
}

/**
 * Gives everybody on a board a voice who has none. Numbers are drawn, so that they do not tell who
 * came when; the word before the number is the one that is there, so that it does not tell what
 * language somebody reads.
 */
export async function giveVoices(boardId: string): Promise<void> {
	await database().db.transaction(async (tx) => {
		await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`voices ${boardId}`}, 0))`);
		const rows = await tx
			.select({
				personId: memberships.personId,
				number: memberships.aliasNumber,
				aliasId: memberships.aliasId,
				alias: voices.name,
			})
			.from(memberships)
			.leftJoin(voices, eq(voices.id, memberships.aliasId))
			.where(eq(memberships.boardId, boardId));
		const there = rows.find(({ alias }) => alias !== null);
		const nameOf = (number: number): string =>
			there ? there.alias!.replace(String(there.number), String(number)) : m.voice_name({ number });
		const taken = new Set(rows.flatMap(({ number }) => number ?? []));
		for (const { personId, aliasId } of rows) {
			if (aliasId !== null) continue;
			const most = Math.max(99, 3 * rows.length);
			let number: number;
			do number = 1 + Math.floor(Math.random() * most);
			while (taken.has(number));
			taken.add(number);
			const voice = await makeVoice(tx, nameOf(number));
			await tx
				.update(memberships)
				.set({ aliasId: voice.id, aliasNumber: number })
				.where(
					and(
						eq(memberships.boardId, boardId),
						eq(memberships.personId, personId),
						isNull(memberships.aliasId),
					),
				);
		}
	});
}

/** Parts everybody on a board from their voice for good: nothing says any more who spoke behind it. */
export async function forgetVoices(boardId: string): Promise<void> {
	await database()
		.db.update(memberships)
		.set({ aliasId: null, aliasNumber: null })
		.where(eq(memberships.boardId, boardId));
}

export interface Speaking {
	role: Role;
	/** Under what the person goes. */
	speaker: Identity;
}

/**
 * Parts by person, and under what each goes, on a board that is set like that. A voice has one
 * name, in the language of whoever hid the names: the server knows people by it, whoever asks.
 */
export async function speakersOn(boardId: string, policy: BoardPolicy): Promise<Map<string, Speaking>> {
	const ask = () =>
		database()
			.db.select({
				id: people.id,
				name: people.name,
				pigment: people.pigment,
				role: memberships.role,
				aliasId: memberships.aliasId,
				alias: voices.name,
			})
			.from(memberships)
			.innerJoin(people, eq(people.id, memberships.personId))
			.leftJoin(voices, eq(voices.id, memberships.aliasId))
			.where(eq(memberships.boardId, boardId));
	let rows = await ask();
	if (rows.some((row) => isVeiled(row.role, policy) && row.aliasId === null)) {
		await giveVoices(boardId);
		rows = await ask();
	}
	return new Map(
		rows.map(({ id, name, pigment, role, aliasId, alias }) => {
			const speaker = isVeiled(role, policy)
				? { id: aliasId!, name: alias! }
				: { id, name, pigment: pigment ?? undefined };
			return [id, { role, speaker }];
		}),
	);
}

/** Under what a person goes on a board that is set like that. */
export async function speakerOn(
	boardId: string,
	person: Identity,
	role: Role,
	policy: BoardPolicy,
): Promise<Identity> {
	const { id, name, pigment } = person;
	if (!isVeiled(role, policy)) return { id, name, pigment };
	return (await speakersOn(boardId, policy)).get(id)?.speaker ?? { id: 'gone', name: m.voice_gone() };
}

/** Colours that people on a board chose, by person; a voice has none, and nobody is known by it. */
export async function pigmentsOn(boardId: string, policy: BoardPolicy): Promise<Record<string, Pigment>> {
	const rows = await database()
		.db.select({ id: people.id, pigment: people.pigment, role: memberships.role })
		.from(memberships)
		.innerJoin(people, eq(people.id, memberships.personId))
		.where(and(eq(memberships.boardId, boardId), isNotNull(people.pigment)));
	return Object.fromEntries(
		rows.flatMap(({ id, pigment, role }) => (pigment && !isVeiled(role, policy) ? [[id, pigment]] : [])),
	);
}

/** How people are to be called in front of somebody. */
export interface Names {
	of(id: string): Identity;
}

interface Row extends Record<string, unknown> {
	id: string;
	name: string;
	role: Role | null;
	/** Whose voice it is, if it is one that is used. */
	behind: string | null;
}

/** Everybody who did something on a board, as they are called in front of somebody with that part in it. */
export async function namesOn(
	boardId: string,
	{ role, policy }: { role: Role; policy: BoardPolicy },
	reader: string,
): Promise<Names> {
	const rows = await database().db.execute<Row>(sql`
		select p.id, p.name, m.role, behind.name as behind from people p
		left join memberships m on m.person_id = p.id and m.board_id = ${boardId}
		left join memberships voiced on voiced.alias_id = p.id and voiced.board_id = ${boardId}
		left join people behind on behind.id = voiced.person_id
		where p.id in (select person_id from happenings where board_id = ${boardId})`);
	const isOpen = seesNames(role, policy);
	const gone = { id: 'gone', name: m.voice_gone() };
	const shown = new Map<string, Identity>();
	for (const { id, name, role: part, behind } of rows) {
		const isVoice = id.startsWith('voice-');
		if (isVoice && behind !== null && isOpen && policy.names === 'veiled')
			shown.set(id, { id, name: m.voice_behind({ voice: name, name: behind }) });
		else if (isVoice || isOpen || id === reader || (part !== null && leads(part)))
			shown.set(id, { id, name });
		else shown.set(id, { id: 'earlier', name: m.voice_earlier() });
	}
	return { of: (id) => shown.get(id) ?? gone };
}

/** The person on a board whom an id means: their own, or that of their voice. */
export async function personBehind(boardId: string, id: string): Promise<string> {
	const [found] = await database()
		.db.select({ personId: memberships.personId })
		.from(memberships)
		.where(and(eq(memberships.boardId, boardId), eq(memberships.aliasId, id)));
	return found?.personId ?? id;
}
