/** Themes for the notes of a board, and getting their vectors ready before anybody asks. */
import type { BoardModel } from '$core/board/model';
import { plainText } from '$core/text/rich';
import type { NoteText, ThemeProposal } from '$core/themes';
import { log } from '../log';
import { encode, sort } from './encoder';

export interface ThemesResult extends ThemeProposal {
	/** False when the encoder could not be used and words alone decided. */
	meaning: boolean;
}

/** Notes beyond this number are too many to sort at once. */
export const MOST_NOTES = 2000;

/** Proposes themes. When the encoder fails, words alone decide, and the result says so. */
export async function proposeThemes(notes: NoteText[], count?: number): Promise<ThemesResult> {
	let vectors: Float32Array[] | undefined;
	try {
		vectors = await encode(notes.map((note) => note.text));
	} catch (error) {
		log.error({ err: error }, 'no sentence vectors');
	}
	return { ...(await sort(notes, vectors, count)), meaning: vectors !== undefined };
}

/** Texts are encoded when they have not changed for this long, ms. */
const QUIET = 1500;

/** Encodes the notes of a board as they arrive; returns the way to stop. */
export function readyNotes(model: BoardModel): () => void {
	const changed = new Set<string>();
	let timer: NodeJS.Timeout | undefined;
	const run = (): void => {
		const texts = [...changed]
			.flatMap((id) => model.find(id) ?? [])
			.filter((object) => object.kind === 'note')
			.map((note) => plainText(note.text))
			.filter((text) => text.trim() !== '');
		changed.clear();
		if (texts.length > 0)
			encode(texts).catch((error: unknown) => log.warn({ err: error }, 'vectors are not ready'));
	};
	const stop = model.onChange((change) => {
		for (const id of change.changed) changed.add(id);
		clearTimeout(timer);
		timer = setTimeout(run, QUIET);
		timer.unref();
	});
	return () => {
		stop();
		clearTimeout(timer);
	};
}
