/** Themes for the notes of a board, and getting their vectors ready before anybody asks. */
import { isNote } from '$core/board/kinds/guards';
import type { BoardModel } from '$core/board/model/model';
import { plainText } from '$core/text/rich';
import { LIKELIEST, MAX_NOTES, type Placed, type Proposal } from '$core/contract/themes';
import type { NoteText } from '$core/themes';
import type { ThemeToFill } from '$core/themes/place-notes';
import { surenessOf } from '$core/themes/placing';
import { log } from '../log';
import { encode, place, sort } from './encoder';

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

/**
 * Proposes themes by what notes mean.
 * @param wordsOnly whether words alone may decide: only where somebody has said that this will do
 * @throws NoEncoder when the encoder fails, however often it is tried
 */
export async function proposeThemes(
	notes: NoteText[],
	{ count, wordsOnly = false }: { count?: number | undefined; wordsOnly?: boolean | undefined } = {},
): Promise<Proposal> {
	const vectors = wordsOnly ? undefined : await vectorsOf(notes.map((note) => note.text));
	return { ...(await sort(notes, vectors, count)), meaning: vectors !== undefined };
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
	const vectors = wordsOnly ? undefined : await vectorsOf(notes.map((note) => note.text));
	const names = vectors && (await vectorsOf(themes.map(({ name }) => name)));
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
