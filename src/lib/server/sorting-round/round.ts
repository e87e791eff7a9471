/**
 * Rounds in which everybody sorts notes at once. What people said stands in the database; who gets
 * which note, and what came of it, is worked out by core/themes/together from that each time.
 */
import { seesNames } from '$core/access/rights';
import { leads, talks } from '$core/access/roles';
import {
	DEALT,
	MAX_ROUND_THEMES,
	sharedRoundSchema,
	type RoundOrder,
	type ShownRound,
} from '$core/contract/sorting-round';
import { readSession, runningStep } from '$core/meeting/runsheet';
import { sortingRun, toSortIn, type ToSort } from '$core/meeting/sorting-step';
import { isNearlySame } from '$core/themes/together/names';
import { joinedInto, RoundReading, type Round } from '$core/themes/together/round';
import { m } from '$lib/messages';
import { and, eq, sql } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { Refused, requireRight, type Membership } from '../boards';
import { database, schema } from '../db';
import { live } from '../live/documents';
import { speakersOn, type Speaking } from '../names';
import { askForGuesses, guessesFor } from './guesses';
import { now, readRows, type Executor, type Rows } from './rows';
import { tellSoon } from './telling';

const { roundAnswers, roundPeople, roundThemes } = schema;

/** Notes lie before somebody who has not been heard of for this long no more, ms. */
const HOLD_MS = 20_000;
/** Own answers that are told, to be looked at again. */
const OWN_TOLD = 30;

interface OpenRound extends ToSort {
	run: string;
}

/** The round that runs on a board; undefined where none does. */
async function openRound(boardId: string): Promise<OpenRound | undefined> {
	const found = await live().readLayer(boardId, 'session', (doc) => {
		const state = readSession(doc);
		const step = runningStep(state);
		return step?.together && state.running ? { step, running: state.running } : undefined;
	});
	if (!found) return undefined;
	const there = await live().read(boardId, (model) => toSortIn(model, found.step));
	return { ...there, run: sortingRun(found.running) };
}

/** Themes of a round: those that stand on the board, and those that were named in it. */
const themesIn = ({ themes }: ToSort, rows: Rows): { id: string; name: string }[] => [
	...themes,
	...rows.themes.map(({ id, name }) => ({ id, name })),
];

/**
 * The round as it is read from what is known.
 * @param here ids of the people who sort now
 * @param asker what lies before them stays there however long they read
 */
function roundOf(
	open: OpenRound,
	rows: Rows,
	here: readonly string[],
	order: readonly string[],
	asker: string,
): Round {
	const placeOf = new Map(order.map((id, i) => [id, i]));
	const at = (id: string): number => placeOf.get(id) ?? order.length;
	const fresh = Date.now() - HOLD_MS;
	return {
		notes: open.notes.map(({ id }) => id).sort((a, b) => at(a) - at(b)),
		answers: rows.answers.map(({ note, personId, theme }) => ({
			note,
			person: personId,
			theme: theme ?? undefined,
		})),
		joined: new Map(rows.themes.flatMap(({ id, joinedInto: into }) => (into ? [[id, into] as const] : []))),
		people: here,
		dealt: rows.people
			.filter(({ seenAt, personId }) => personId === asker || seenAt.getTime() > fresh)
			.flatMap(({ personId, dealt }) => dealt.map((note) => ({ note, person: personId }))),
	};
}

/** The round that runs, as somebody sees it; asking says that they are here. */
export async function shownRound(boardId: string, personId: string): Promise<ShownRound | undefined> {
	const membership = await requireRight(boardId, personId, 'enter');
	const open = await openRound(boardId);
	return open && work(boardId, personId, membership, open);
}

/** Does what somebody says in the round. Throws Refused where that cannot be. */
export async function orderInRound(
	boardId: string,
	personId: string,
	order: RoundOrder,
): Promise<ShownRound | undefined> {
	const membership = await requireRight(boardId, personId, 'enter');
	if (!talks(membership.role)) throw new Refused(m.error_round_not_yours());
	const open = await openRound(boardId);
	if (!open || open.run !== order.run) throw new Refused(m.error_round_over(), 409);
	const shown = await work(boardId, personId, membership, open, order);
	tellSoon(boardId, sharedRoundSchema.parse(shown));
	return shown;
}

async function work(
	boardId: string,
	personId: string,
	membership: Membership,
	open: OpenRound,
	order?: RoundOrder,
): Promise<ShownRound> {
	const { run } = open;
	const speakers = await speakersOn(boardId, membership.policy);
	const present = new Set(live().present(boardId));
	return database().db.transaction(async (tx) => {
		// One after the other: two who ask at once are not dealt the same note.
		await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`round ${boardId} ${run}`}, 0))`);
		const before = await readRows(tx, boardId, run);
		if (order) await apply(tx, boardId, personId, membership, open, before, order);
		const rows = order ? await readRows(tx, boardId, run) : before;
		const sorts = talks(membership.role) && !leads(membership.role);
		const here = [...speakers]
			.filter(([id, { speaker, role }]) => {
				if (!talks(role) || leads(role)) return false;
				return id === personId || present.has(speaker.id);
			})
			.map(([id]) => id)
			.sort();
		// Where only those who lead are there, they sort.
		const isAlone = here.length === 0 && talks(membership.role);
		const people = isAlone ? [personId] : here;
		const guesses = guessesFor(`${boardId} ${run}`);
		const reading = new RoundReading(roundOf(open, rows, people, guesses.order, personId));
		askForGuesses(guesses, open.notes, () => {
			const agreed = reading.outcome.themes;
			return standing(themesIn(open, rows), rows).map((theme) => ({
				...theme,
				noteIds: agreed.get(theme.id) ?? [],
			}));
		});
		const deal = sorts || isAlone ? reading.dealFor(personId, DEALT) : [];
		if (sorts || isAlone) await keepDealt(tx, boardId, run, personId, deal);
		return {
			...common(open, rows, reading, personId, people.length),
			sorts: sorts || isAlone,
			deal: deal.map((note) => ({ note, likeliest: [...(guesses.likeliest.get(note) ?? [])] })),
			...(leads(membership.role) ? { led: led(open, rows, reading, speakers, membership) } : {}),
		};
	});
}

/** Themes that were not joined with another one. */
const standing = (themes: { id: string; name: string }[], { themes: rows }: Rows) => {
	const joined = new Set(rows.flatMap(({ id, joinedInto: into }) => (into ? [id] : [])));
	return themes.filter(({ id }) => !joined.has(id));
};

/** What everybody sees. */
function common(
	open: OpenRound,
	rows: Rows,
	reading: RoundReading,
	personId: string,
	people: number,
): Omit<ShownRound, 'sorts' | 'deal' | 'led'> {
	const themes = standing(themesIn(open, rows), rows);
	const { themes: agreed } = reading.outcome;
	const notes = new Set(open.notes.map(({ id }) => id));
	return {
		run: open.run,
		themes: themes.map(({ id, name }) => ({ id, name, count: agreed.get(id)?.length ?? 0 })),
		similar: themes.flatMap(({ id, name }, i) =>
			themes
				.slice(i + 1)
				.flatMap((other): [string, string][] => (isNearlySame(name, other.name) ? [[id, other.id]] : [])),
		),
		notes: open.notes.length,
		people,
		progress: reading.progress,
		own: rows.answers
			.filter((answer) => answer.personId === personId && notes.has(answer.note))
			.slice(-OWN_TOLD)
			.map(({ note, theme }) => ({ note, ...(theme === null ? {} : { theme }) })),
	};
}

/** What those who lead see beside that. */
function led(
	open: OpenRound,
	rows: Rows,
	reading: RoundReading,
	speakers: ReadonlyMap<string, Speaking>,
	{ role, policy }: Membership,
): NonNullable<ShownRound['led']> {
	const themes = standing(themesIn(open, rows), rows);
	const { themes: agreed, disputed, left } = reading.outcome;
	const isNamed = policy.names === 'shown' && seesNames(role, policy);
	return {
		...(reading.agreement === undefined ? {} : { agreement: reading.agreement }),
		overlaps: reading.overlaps.slice(0, 10),
		disputed: disputed.map((note) => ({
			note,
			said: reading.saidOf(note).map(({ person, theme }) => ({
				...(theme === undefined ? {} : { theme }),
				...(isNamed ? { by: speakers.get(person)?.speaker.name ?? m.voice_gone() } : {}),
			})),
		})),
		outcome: {
			themes: themes.map(({ id, name }) => ({ id, name, noteIds: agreed.get(id) ?? [] })),
			left: [...disputed, ...left],
		},
	};
}

async function keepDealt(
	tx: Executor,
	boardId: string,
	run: string,
	personId: string,
	dealt: string[],
): Promise<void> {
	const values = { seenAt: new Date(), dealt };
	await tx
		.insert(roundPeople)
		.values({ boardId, run, personId, ...values })
		.onConflictDoUpdate({
			target: [roundPeople.boardId, roundPeople.run, roundPeople.personId],
			set: values,
		});
}

async function apply(
	tx: Executor,
	boardId: string,
	personId: string,
	membership: Membership,
	open: OpenRound,
	rows: Rows,
	order: RoundOrder,
): Promise<void> {
	const { run } = open;
	const themes = themesIn(open, rows);
	const joined = new Map(
		rows.themes.flatMap(({ id, joinedInto: into }) => (into ? [[id, into] as const] : [])),
	);
	const requireTheme = (id: string): string => {
		if (!themes.some((theme) => theme.id === id)) throw new Refused(m.error_round_theme(), 409);
		return joinedInto(joined, id);
	};
	const answer = async (note: string, theme: string | undefined): Promise<void> => {
		if (!open.notes.some(({ id }) => id === note)) throw new Refused(m.error_round_note(), 409);
		const values = { theme: theme ?? null, at: now };
		await tx
			.insert(roundAnswers)
			.values({ boardId, run, note, personId, ...values })
			.onConflictDoUpdate({
				target: [roundAnswers.boardId, roundAnswers.run, roundAnswers.note, roundAnswers.personId],
				set: values,
			});
	};
	switch (order.do) {
		case 'answer':
			return answer(order.note, order.theme === undefined ? undefined : requireTheme(order.theme));
		case 'take back':
			await tx
				.delete(roundAnswers)
				.where(
					and(
						eq(roundAnswers.boardId, boardId),
						eq(roundAnswers.run, run),
						eq(roundAnswers.note, order.note),
						eq(roundAnswers.personId, personId),
					),
				);
			return;
		case 'name': {
			const there = themes.find(({ name }) => name.toLowerCase() === order.name.toLowerCase());
			let id = there && joinedInto(joined, there.id);
			if (id === undefined) {
				if (themes.length >= MAX_ROUND_THEMES) throw new Refused(m.error_round_many_themes(), 409);
				id = nanoid(12);
				await tx.insert(roundThemes).values({ boardId, run, id, name: order.name });
			}
			if (order.note !== undefined) await answer(order.note, id);
			return;
		}
		case 'join':
			return join(tx, boardId, membership, open, rows, requireTheme(order.theme), requireTheme(order.into));
	}
}

/** Joins two themes; one that stands on the board is the one that stays. */
async function join(
	tx: Executor,
	boardId: string,
	{ role }: Membership,
	open: OpenRound,
	rows: Rows,
	theme: string,
	into: string,
): Promise<void> {
	if (theme === into) return;
	const nameOf = (id: string): string => themesIn(open, rows).find((each) => each.id === id)?.name ?? '';
	if (!leads(role) && !isNearlySame(nameOf(theme), nameOf(into))) throw new Refused(m.error_round_join());
	const isOnBoard = (id: string): boolean => open.themes.some((each) => each.id === id);
	if (isOnBoard(theme) && isOnBoard(into)) throw new Refused(m.error_round_join_board(), 409);
	const [gone, stays] = isOnBoard(theme) ? [into, theme] : [theme, into];
	await tx
		.update(roundThemes)
		.set({ joinedInto: stays })
		.where(and(eq(roundThemes.boardId, boardId), eq(roundThemes.run, open.run), eq(roundThemes.id, gone)));
}
