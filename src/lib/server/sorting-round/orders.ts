/** What people say in a round, checked and written down. */
import { leads } from '$core/access/roles';
import { MAX_ROUND_THEMES, type RoundOrder } from '$core/contract/sorting-round';
import { isNearlySame } from '$core/themes/together/names';
import { joinedInto } from '$core/themes/together/round';
import { and, eq, sql } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import type { Membership } from '../boards';
import { schema } from '../db';
import { now, readRows, type Executor, type Rows } from './rows';
import { themesIn, type OpenRound } from './shown';

const { roundAnswers, roundThemes } = schema;

/** Why something cannot be; it is told in the language of whoever said it. */
export type RoundFaultCode = 'over' | 'theme' | 'note' | 'many themes' | 'join' | 'join board';

export class RoundFault extends Error {
	override name = 'RoundFault';
	constructor(readonly code: RoundFaultCode) {
		super(code);
	}
}

/** Something that somebody says. */
export interface Said {
	personId: string;
	membership: Membership;
	order: RoundOrder;
}

/** Where somebody said that a note belongs; null puts it aside. */
interface Answer {
	note: string;
	personId: string;
	theme: string | null;
}

/**
 * Writes down what several people say, in its order. What cannot be is refused, and all else goes
 * on.
 * @returns what was refused, and why
 */
export async function writeOrders(
	tx: Executor,
	boardId: string,
	open: OpenRound,
	before: Rows,
	orders: readonly Said[],
): Promise<Map<Said, RoundFault>> {
	const refused = new Map<Said, RoundFault>();
	let rows = before;
	/** Answers that are written at one go, the last of each person about a note. */
	let waiting = new Map<string, Answer>();
	const flush = async (): Promise<void> => {
		await writeAnswers(tx, boardId, open.run, [...waiting.values()]);
		waiting = new Map();
	};
	for (const said of orders) {
		try {
			if (said.order.run !== open.run) throw new RoundFault('over');
			if (said.order.do === 'answer') {
				const answer = answerOf(open, rows, said.personId, said.order.note, said.order.theme);
				const key = `${answer.personId} ${answer.note}`;
				waiting.delete(key);
				waiting.set(key, answer);
				continue;
			}
			await flush();
			await write(tx, boardId, open, rows, said);
			rows = await readRows(tx, boardId, open.run);
		} catch (error) {
			if (!(error instanceof RoundFault)) throw error;
			refused.set(said, error);
		}
	}
	await flush();
	return refused;
}

const joinedIn = ({ themes }: Rows): Map<string, string> =>
	new Map(themes.flatMap(({ id, joinedInto: into }) => (into ? [[id, into] as const] : [])));

/** The theme that one means, or the one that it was joined with. */
function requireTheme(open: OpenRound, rows: Rows, id: string): string {
	if (!themesIn(open, rows).some((theme) => theme.id === id)) throw new RoundFault('theme');
	return joinedInto(joinedIn(rows), id);
}

function answerOf(
	open: OpenRound,
	rows: Rows,
	personId: string,
	note: string,
	theme: string | undefined,
): Answer {
	if (!open.notes.some(({ id }) => id === note)) throw new RoundFault('note');
	return { note, personId, theme: theme === undefined ? null : requireTheme(open, rows, theme) };
}

async function writeAnswers(
	tx: Executor,
	boardId: string,
	run: string,
	answers: readonly Answer[],
): Promise<void> {
	if (answers.length === 0) return;
	await tx
		.insert(roundAnswers)
		.values(answers.map((answer) => ({ boardId, run, ...answer, at: now })))
		.onConflictDoUpdate({
			target: [roundAnswers.boardId, roundAnswers.run, roundAnswers.note, roundAnswers.personId],
			set: { theme: sql`excluded.theme`, at: sql`excluded.at` },
		});
}

async function write(
	tx: Executor,
	boardId: string,
	open: OpenRound,
	rows: Rows,
	{ personId, membership, order }: Said,
): Promise<void> {
	const { run } = open;
	switch (order.do) {
		case 'answer':
			return writeAnswers(tx, boardId, run, [answerOf(open, rows, personId, order.note, order.theme)]);
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
		case 'name':
			return name(tx, boardId, open, rows, personId, order);
		case 'join':
			return join(
				tx,
				boardId,
				membership,
				open,
				rows,
				requireTheme(open, rows, order.theme),
				requireTheme(open, rows, order.into),
			);
	}
}

/** Names a theme, unless one is called so, and puts the note there for which it was named. */
async function name(
	tx: Executor,
	boardId: string,
	open: OpenRound,
	rows: Rows,
	personId: string,
	order: Extract<RoundOrder, { do: 'name' }>,
): Promise<void> {
	const themes = themesIn(open, rows);
	const there = themes.find((theme) => theme.name.toLowerCase() === order.name.toLowerCase());
	// What cannot be is found out before anything is written.
	const answer = order.note === undefined ? undefined : answerOf(open, rows, personId, order.note, there?.id);
	if (!there && themes.length >= MAX_ROUND_THEMES) throw new RoundFault('many themes');
	const id = there ? joinedInto(joinedIn(rows), there.id) : nanoid(12);
	if (!there) await tx.insert(roundThemes).values({ boardId, run: open.run, id, name: order.name, at: now });
	if (answer) await writeAnswers(tx, boardId, open.run, [{ ...answer, theme: id }]);
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
	if (!leads(role) && !isNearlySame(nameOf(theme), nameOf(into))) throw new RoundFault('join');
	const isOnBoard = (id: string): boolean => open.themes.some((each) => each.id === id);
	if (isOnBoard(theme) && isOnBoard(into)) throw new RoundFault('join board');
	const [gone, stays] = isOnBoard(theme) ? [into, theme] : [theme, into];
	await tx
		.update(roundThemes)
		.set({ joinedInto: stays })
		.where(and(eq(roundThemes.boardId, boardId), eq(roundThemes.run, open.run), eq(roundThemes.id, gone)));
}
