/** Themes for the notes of a board, and getting their vectors ready before anybody asks. */
import { isNote } from '$core/board/kinds/guards';
import type { BoardModel } from '$core/board/model/model';
import { plainText } from '$core/text/rich';
import { LIKELIEST, MAX_NOTES, type Placed, type Proposal, type Reviewed } from '$core/contract/themes';
import type { KeptTheme, NoteText } from '$core/themes';
import type { Move } from '$core/themes/review';
import type { ThemeToFill } from '$core/themes/place-notes';
import { surenessOf } from '$core/themes/placing';
import { log } from '../log';
import { encode, likeMoved, place, review, sort } from './encoder';

/** How often the encoder is tried before it counts as failed, and the wait in between, ms. */
const MAX_TRIES = 3;
const RETRY_MS = 400;

/** The encoder does not load or does not answer. */
export class NoEncoder extends Error {
	override name = 'NoEncoder';
}

async function vectorsOf(texts: readonly string[]): Promise<Float32Array[]> {
	for (let turn = 1; ; turn++) {
		try {
			return await encode(texts);
		} catch (error) {
			log.error({ err: error, turn }, 'no sentence vectors');
			if (turn === MAX_TRIES) throw new NoEncoder('The sentence encoder does not answer.', { cause: error });
			await new Promise((resolve) => setTimeout(resolve, RETRY_MS * turn));
		}
	}
}

/** Makes ready what notes mean, so that sorting them waits for nothing. @throws NoEncoder as above */
export async function encodeNotes(notes: readonly NoteText[]): Promise<void> {
	await vectorsOf(notes.map(({ text }) => text));
}

/**
 * Proposes themes by what notes mean.
 * @param wordsOnly whether words alone may decide: only where somebody has said that this will do
 * @throws NoEncoder when the encoder fails, however often it is tried
 */
export async function proposeThemes(
	notes: NoteText[],
	{
		count,
		kept,
		wordsOnly = false,
	}: {
		count?: number | undefined;
		kept?: KeptTheme[] | undefined;
		wordsOnly?: boolean | undefined;
	} = {},
): Promise<Proposal> {
	const vectors = wordsOnly ? undefined : await vectorsOf(notes.map((note) => note.text));
	return { ...(await sort({ notes, vectors, count, kept })), meaning: vectors !== undefined };
}

/** What notes mean, and what the names of themes mean; nothing where words alone may decide. */
async function meaningsOf(
	notes: readonly NoteText[],
	themes: readonly ThemeToFill[],
	wordsOnly: boolean,
): Promise<{ vectors: Float32Array[] | undefined; names: Float32Array[] | undefined }> {
	if (wordsOnly) return { vectors: undefined, names: undefined };
	return {
		vectors: await vectorsOf(notes.map(({ text }) => text)),
		names: await vectorsOf(themes.map(({ name }) => name)),
	};
}

/**
 * Says where notes belong among themes with names, those that are still to be dealt first.
 * @param wordsOnly as for `proposeThemes`
 * @param last the note that was dealt last
 * @throws NoEncoder as well
 */
export async function placeAmong(
	notes: NoteText[],
	themes: ThemeToFill[],
	{ wordsOnly = false, last }: { wordsOnly?: boolean | undefined; last?: string | undefined } = {},
): Promise<Placed> {
	const { vectors, names } = await meaningsOf(notes, themes, wordsOnly);
	const { placings, order } = await place({ notes, themes, vectors, names, last });
	const open = new Set(order);
	const told = [...order, ...notes.flatMap((_, i) => (open.has(i) ? [] : [i]))];
	return {
		places: told.map((i) => ({
			id: notes[i]!.id,
			ranked: placings[i]!.ranked.slice(0, LIKELIEST),
			sureness: surenessOf(placings[i]!),
		})),
		meaning: vectors !== undefined,
	};
}

/**
 * Looks a sorting through: how well each note fits where it lies, and why themes hold together.
 * @param wordsOnly as for `proposeThemes`
 * @throws NoEncoder as well
 */
export async function reviewThemes(
	notes: NoteText[],
	themes: ThemeToFill[],
	{
		unsettled = [],
		wordsOnly = false,
	}: { unsettled?: string[] | undefined; wordsOnly?: boolean | undefined } = {},
): Promise<Reviewed> {
	const { vectors, names } = await meaningsOf(notes, themes, wordsOnly);
	const looked = await review({ notes, themes, unsettled, vectors, names });
	return {
		themes: looked.themes,
		notes: looked.notes.map(({ ranked, sureness }, i) => ({
			id: notes[i]!.id,
			ranked: ranked.slice(0, LIKELIEST),
			sureness,
		})),
		meaning: vectors !== undefined,
	};
}

/**
 * Notes that belong to a theme as well, now that others were moved there.
 * @throws NoEncoder as well
 */
export async function notesLikeMoved(
	notes: NoteText[],
	themes: ThemeToFill[],
	move: Move,
): Promise<string[]> {
	return likeMoved({ notes, themes, ...(await meaningsOf(notes, themes, false)), move });
}

/** Texts are encoded when they have not changed for this long, ms. */
const QUIET_MS = 1500;
/** Texts encoded at one go: whoever asks for themes meanwhile waits for no more than these. */
const PIECE = 20;

/**
 * Encodes the notes of a board as they arrive; returns the way to stop. On a board with more notes than can be sorted at
 * once nobody asks for all of them, and getting each one ready would keep the machine busy for minutes.
 */
export function readyNotes(model: BoardModel): () => void {
	const changed = new Set<string>();
	let timer: NodeJS.Timeout | undefined;
	let isStopped = false;
	const run = async (): Promise<void> => {
		const ids = [...changed];
		changed.clear();
		if (hasTooMany(model)) return;
		const texts = ids
			.flatMap((id) => model.find(id) ?? [])
			.filter(isNote)
			.map((note) => plainText(note.text))
			.filter((text) => text.trim() !== '');
		for (let at = 0; at < texts.length && !isStopped; at += PIECE) await encode(texts.slice(at, at + PIECE));
	};
	const stop = model.onChange((change) => {
		for (const id of change.changed) changed.add(id);
		clearTimeout(timer);
		timer = setTimeout(() => {
			run().catch((error: unknown) => log.warn({ err: error }, 'vectors are not ready'));
		}, QUIET_MS);
		timer.unref();
	});
	return () => {
		isStopped = true;
		stop();
		clearTimeout(timer);
	};
}

function hasTooMany(model: BoardModel): boolean {
	let count = 0;
	for (const { kind } of model.objects.values()) if (isNote({ kind }) && ++count > MAX_NOTES) return true;
	return false;
}
