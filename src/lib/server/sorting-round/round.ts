/**
 * Rounds in which everybody sorts notes at once. What people said stands in the database; who gets
 * which note, and what came of it, is worked out by core/themes/together from that each time. What
 * several people ask while others are answered is answered together.
 */
import { leads, talks } from '$core/access/roles';
import { DEALT, sharedRoundSchema, type RoundOrder, type ShownRound } from '$core/contract/sorting-round';
import { readSession, runningStep } from '$core/meeting/runsheet';
import { sortingRun, toSortIn } from '$core/meeting/sorting-step';
import { RoundReading, type Round } from '$core/themes/together/round';
import { m } from '$lib/messages';
import { sql } from 'drizzle-orm';
import { Refused, requireRight, type Membership } from '../boards';
import { database, schema } from '../db';
import { live } from '../live/documents';
import { once } from '../once';
import { speakersOn, type Speaking } from '../names';
import { askForGuesses, guessesFor } from './guesses';
import { RoundFault, writeOrders, type RoundFaultCode, type Said } from './orders';
import { now, readRows, type Executor, type Rows } from './rows';
import { common, led, standing, themesIn, type OpenRound } from './shown';
import { tellSoon } from './telling';

const { roundPeople } = schema;

/** Notes lie before somebody who has not been heard of for this long no more, ms. */
const HOLD_MS = 20_000;

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

/** The round that runs, as somebody sees it; asking says that they are here. */
export async function shownRound(boardId: string, personId: string): Promise<ShownRound | undefined> {
	const membership = await requireRight(boardId, personId, 'enter');
	return inTurn(boardId, { personId, membership, order: undefined });
}

/** Does what somebody says in the round. Throws Refused where that cannot be. */
export async function orderInRound(
	boardId: string,
	personId: string,
	order: RoundOrder,
): Promise<ShownRound | undefined> {
	const membership = await requireRight(boardId, personId, 'enter');
	if (!talks(membership.role)) throw new Refused(m.error_round_not_yours());
	try {
		return await inTurn(boardId, { personId, membership, order });
	} catch (error) {
		if (!(error instanceof RoundFault)) throw error;
		throw new Refused(FAULTS[error.code](), error.code === 'join' ? 403 : 409);
	}
}

const FAULTS: Record<RoundFaultCode, () => string> = {
	over: () => m.error_round_over(),
	theme: () => m.error_round_theme(),
	note: () => m.error_round_note(),
	'many themes': () => m.error_round_many_themes(),
	join: () => m.error_round_join(),
	'join board': () => m.error_round_join_board(),
};

/** Somebody who asks, or says something, and waits. */
interface Turn {
	personId: string;
	membership: Membership;
	order: RoundOrder | undefined;
}
interface Waiting extends Turn {
	answer: (round: ShownRound | undefined) => void;
	refuse: (reason: unknown) => void;
}

/** Who waits, by board; a board is there while anybody is being answered. */
const waiting = (): Map<string, Waiting[]> => once('round-turns', () => new Map<string, Waiting[]>());

function inTurn(boardId: string, turn: Turn): Promise<ShownRound | undefined> {
	return new Promise((answer, refuse) => {
		const all = waiting();
		const others = all.get(boardId);
		if (others) return void others.push({ ...turn, answer, refuse });
		all.set(boardId, [{ ...turn, answer, refuse }]);
		void answerInTurn(boardId);
	});
}

async function answerInTurn(boardId: string): Promise<void> {
	for (;;) {
		const turns = waiting().get(boardId) ?? [];
		if (turns.length === 0) return void waiting().delete(boardId);
		waiting().set(boardId, []);
		try {
			await answerAll(boardId, turns);
		} catch (error) {
			for (const { refuse } of turns) refuse(error);
		}
	}
}

async function answerAll(boardId: string, turns: readonly Waiting[]): Promise<void> {
	const open = await openRound(boardId);
	if (!open) {
		for (const { order, answer, refuse } of turns)
			if (order) refuse(new RoundFault('over'));
			else answer(undefined);
		return;
	}
	const speakers = await speakersOn(boardId, turns[0]!.membership.policy);
	const { shown, refused } = await database().db.transaction((tx) =>
		work(tx, boardId, open, turns, speakers),
	);
	turns.forEach((turn, i) => {
		const reason = refused.get(turn);
		if (reason) turn.refuse(reason);
		else turn.answer(shown[i]);
	});
	if (turns.some(({ order }) => order) && shown[0]) tellSoon(boardId, sharedRoundSchema.parse(shown[0]));
}

/** Writes down what was said, and works out what each is shown. */
async function work(
	tx: Executor,
	boardId: string,
	open: OpenRound,
	turns: readonly Turn[],
	speakers: ReadonlyMap<string, Speaking>,
): Promise<{ shown: ShownRound[]; refused: Map<Turn, RoundFault> }> {
	const { run } = open;
	// One after the other, on whatever server: nobody is dealt what lies before others.
	await tx.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`round ${boardId} ${run}`}, 0))`);
	const before = await readRows(tx, boardId, run);
	const orders = turns.filter((turn): turn is Turn & Said => turn.order !== undefined);
	const refused: Map<Turn, RoundFault> = await writeOrders(tx, boardId, open, before, orders);
	const rows = orders.length > 0 ? await readRows(tx, boardId, run) : before;
	const people = peopleIn(boardId, speakers, turns);
	const guesses = guessesFor(`${boardId} ${run}`);
	const askers = new Set(turns.map(({ personId }) => personId));
	const reading = new RoundReading(roundOf(open, rows, people, guesses.order, askers));
	askForGuesses(guesses, open.notes, () => {
		const agreed = reading.outcome.themes;
		return standing(themesIn(open, rows), rows).map((theme) => ({
			...theme,
			noteIds: agreed.get(theme.id) ?? [],
		}));
	});
	const sorters = new Set(people);
	const deals = new Map<string, string[]>();
	const takenBack = new Map(
		orders.flatMap(({ personId, order }) => (order.do === 'take back' ? [[personId, order.note]] : [])),
	);
	for (const person of askers)
		if (sorters.has(person)) deals.set(person, reading.deal(person, DEALT, takenBack.get(person)));
	await keepDealt(tx, boardId, run, deals);
	const shown = turns.map(({ personId, membership }): ShownRound => ({
		...common(open, rows, reading, personId, people.length),
		sorts: sorters.has(personId),
		deal: (deals.get(personId) ?? []).map((note) => ({
			note,
			likeliest: [...(guesses.likeliest.get(note) ?? [])],
		})),
		...(leads(membership.role) ? { led: led(open, rows, reading, speakers, membership) } : {}),
	}));
	return { shown, refused };
}

/**
 * Ids of the people who sort: those who are here, and those who ask. Where only those who lead are
 * there, they do.
 */
function peopleIn(
	boardId: string,
	speakers: ReadonlyMap<string, Speaking>,
	turns: readonly Turn[],
): string[] {
	const present = new Set(live().present(boardId));
	const asking = new Set(turns.map(({ personId }) => personId));
	const here = [...speakers]
		.filter(([id, { speaker, role }]) => {
			if (!talks(role) || leads(role)) return false;
			return asking.has(id) || present.has(speaker.id);
		})
		.map(([id]) => id);
	if (here.length > 0) return here.sort();
	return [...new Set(turns.flatMap(({ personId, membership }) => (talks(membership.role) ? personId : [])))];
}

/**
 * The round as it is read from what is known.
 * @param here ids of the people who sort now
 * @param askers what lies before them stays there however long they read
 */
function roundOf(
	open: OpenRound,
	rows: Rows,
	here: readonly string[],
	order: readonly string[],
	askers: ReadonlySet<string>,
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
			.filter(({ seenAt, personId }) => askers.has(personId) || seenAt.getTime() > fresh)
			.flatMap(({ personId, dealt }) => dealt.map((note) => ({ note, person: personId }))),
	};
}

async function keepDealt(
	tx: Executor,
	boardId: string,
	run: string,
	deals: ReadonlyMap<string, string[]>,
): Promise<void> {
	if (deals.size === 0) return;
	await tx
		.insert(roundPeople)
		.values([...deals].map(([personId, dealt]) => ({ boardId, run, personId, dealt, seenAt: now })))
		.onConflictDoUpdate({
			target: [roundPeople.boardId, roundPeople.run, roundPeople.personId],
			set: { seenAt: sql`excluded.seen_at`, dealt: sql`excluded.dealt` },
		});
}
