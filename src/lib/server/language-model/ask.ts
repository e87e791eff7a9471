/**
 * Asking the language model about notes of a board: only where the owner allows it, only what
 * everybody on the board sees, without the names of people, and never without a line in the journal.
 */
import { and, count, eq, gt, sql } from 'drizzle-orm';
import { mayAskModel } from '$core/access/rights';
import { firstWords, type Verb } from '$core/journal/happenings';
import { NoAnswer, withoutNames } from '$core/language-model/questions';
import type { Complete } from '$core/language-model/themes-by-model';
import type { NoteText } from '$core/themes';
import { m } from '$lib/messages';
import { Refused, requireRight } from '../boards';
import { database, schema } from '../db';
import { log } from '../log';
import { readSettings } from '../settings';
import { allowSorting, notesFor } from '../themes/requests';
import { languageModel, type LanguageModel } from './client';

const { happenings, memberships, people } = schema;

const ASKED: Verb = 'asked model';
const DAY_MS = 24 * 3600_000;

/**
 * The model, for somebody who may ask it about a board.
 * @throws Refused where there is none, or the owner has not allowed it, or the person may not
 */
export async function modelFor(boardId: string, personId: string): Promise<LanguageModel> {
	const { role, policy } = await requireRight(boardId, personId, 'edit');
	const model = languageModel();
	if (!model) throw new Refused(m.error_no_model(), 404);
	if (!mayAskModel(role, policy)) throw new Refused(m.error_model_not_allowed());
	return model;
}

/** The notes as they would be sent: those with words, without the names of people. */
export async function notesToSend(boardId: string, noteIds: readonly string[]): Promise<NoteText[]> {
	const notes = await notesFor(boardId, noteIds);
	const rows = await database()
		.db.select({ name: people.name })
		.from(memberships)
		.innerJoin(people, eq(people.id, memberships.personId))
		.where(eq(memberships.boardId, boardId));
	const names = rows.map(({ name }) => name);
	return notes
		.map(({ id, text }) => ({ id, text: withoutNames(text, names) }))
		.filter(({ text }) => text.trim() !== '');
}

type Reader = Pick<ReturnType<typeof database>['db'], 'select'>;

async function askedToday(db: Reader, boardId: string): Promise<number> {
	const [row] = await db
		.select({ asked: count() })
		.from(happenings)
		.where(
			and(
				eq(happenings.boardId, boardId),
				eq(happenings.verb, ASKED),
				gt(happenings.until, new Date(Date.now() - DAY_MS)),
			),
		);
	return row?.asked ?? 0;
}

/** How many questions are left for a board today. */
export async function questionsLeft(boardId: string): Promise<number> {
	const max = readSettings(process.env).WANDTAFEL_MODEL_QUESTIONS_A_DAY;
	return Math.max(0, max - (await askedToday(database().db, boardId)));
}

/** Writes down that something is about to be sent. @throws Refused where it was too often today */
async function writeDown(
	boardId: string,
	personId: string,
	model: LanguageModel,
	notes: number,
): Promise<void> {
	const max = readSettings(process.env).WANDTAFEL_MODEL_QUESTIONS_A_DAY;
	await database().db.transaction(async (tx) => {
		// Two who ask at once are counted one after the other.
		await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${`model ${boardId}`}))`);
		if ((await askedToday(tx, boardId)) >= max) throw new Refused(m.error_model_often({ max }));
		const now = new Date();
		await tx.insert(happenings).values({
			...{ boardId, personId, at: now, until: now, count: notes },
			...{ verb: ASKED, thing: 'note', words: firstWords(`${model.name}, ${model.host}`) },
		});
	});
}

/**
 * Asks the model about notes of a board.
 * @param ask what is asked, with the notes as they are sent
 * @throws Refused, in words that can be shown, where it is not allowed or does not answer
 */
export async function askModel<T>(
	{ boardId, personId, noteIds }: { boardId: string; personId: string; noteIds: readonly string[] },
	ask: (notes: NoteText[], complete: Complete) => Promise<T>,
): Promise<T> {
	const model = await modelFor(boardId, personId);
	await allowSorting('heavy', personId);
	const notes = await notesToSend(boardId, noteIds);
	if (notes.length === 0) throw new Refused(m.error_no_words_to_send(), 409);
	await writeDown(boardId, personId, model, notes.length);
	try {
		return await ask(notes, (messages) => model.complete(messages));
	} catch (error) {
		if (error instanceof NoAnswer) throw new Refused(m.error_model_unreadable({ model: model.name }), 503);
		// Not the error itself: it may hold what the model sent back, words of notes among it.
		const { name: reason } = error as Error;
		log.warn({ reason, model: model.name, host: model.host }, 'the language model does not answer');
		throw new Refused(m.error_model_silent({ model: model.name }), 503);
	}
}
