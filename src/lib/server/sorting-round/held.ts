/** Rounds in which everybody sorted, as they are told in the report. */
import type { SessionState } from '$core/meeting/runsheet';
import { sortingRun } from '$core/meeting/sorting-step';
import type { SortedTogether } from '$core/report/build';
import { RoundReading } from '$core/themes/together/round';
import { and, eq, inArray } from 'drizzle-orm';
import { database, schema } from '../db';

const { roundAnswers, roundThemes } = schema;

export async function roundsHeld(
	boardId: string,
	{ past, running, steps }: Pick<SessionState, 'past' | 'running' | 'steps'>,
): Promise<SortedTogether[]> {
	const titleOf = (id: string): string => steps.find((step) => step.id === id)?.title ?? '';
	const runs = [
		...past.map(({ step, startedAt, title }) => ({ run: `${step}.${startedAt}`, title })),
		...(running ? [{ run: sortingRun(running), title: titleOf(running.step) }] : []),
	];
	if (runs.length === 0) return [];
	const ids = runs.map(({ run }) => run);
	const { db } = database();
	const answers = await db
		.select()
		.from(roundAnswers)
		.where(and(eq(roundAnswers.boardId, boardId), inArray(roundAnswers.run, ids)));
	if (answers.length === 0) return [];
	const themes = await db
		.select()
		.from(roundThemes)
		.where(and(eq(roundThemes.boardId, boardId), inArray(roundThemes.run, ids)));
	return runs.flatMap(({ run, title }) => {
		const own = answers.filter((answer) => answer.run === run);
		if (own.length === 0) return [];
		const notes = [...new Set(own.map(({ note }) => note))];
		const reading = new RoundReading({
			notes,
			answers: own.map(({ note, personId, theme }) => ({
				note,
				person: personId,
				theme: theme ?? undefined,
			})),
			joined: new Map(
				themes.flatMap((theme) =>
					theme.run === run && theme.joinedInto ? [[theme.id, theme.joinedInto] as const] : [],
				),
			),
			people: [],
			dealt: [],
		});
		return [
			{
				title,
				notes: notes.length,
				people: new Set(own.map(({ personId }) => personId)).size,
				agreement: reading.agreement,
				disputed: reading.progress.disputed,
			},
		];
	});
}
