/**
 * Sentence vectors, computed in a worker thread and cached by text in memory and in PostgreSQL. Another
 * encoder can take its place by answering the same two questions.
 */
import { and, eq, inArray } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { KeptTheme, NoteText, ThemeProposal, ThemeReasons } from '$core/themes';
import type { PlacedNotes, ThemeToFill } from '$core/themes/place-notes';
import type { Move, NoteReview } from '$core/themes/review';
import { readEncoderConfig } from '../../../workers/encoder-config';
import { workerOf } from '../worker-pool';
import { database, schema } from '../db';
import { log } from '../log';
import { once } from '../once';

interface SortQuestion {
	ask: 'sort';
	notes: NoteText[];
	vectors: Float32Array[] | undefined;
	count: number | undefined;
	kept: KeptTheme[] | undefined;
}
/** Notes among themes with names. */
interface AmongThemes {
	notes: NoteText[];
	themes: ThemeToFill[];
	vectors: Float32Array[] | undefined;
	/** Vectors of the themes' names. */
	names: Float32Array[] | undefined;
}
export interface PlaceQuestion extends AmongThemes {
	ask: 'place';
	/** The note that was dealt last. */
	last: string | undefined;
}
interface ReviewQuestion extends AmongThemes {
	ask: 'review';
	unsettled: string[];
}
interface LikeMovedQuestion extends AmongThemes {
	ask: 'like moved';
	move: Move;
}
export interface Review {
	notes: NoteReview[];
	themes: (ThemeReasons & { otherNames: string[] })[];
}
export type ThemesQuestion =
	{ ask: 'encode'; texts: string[] } | SortQuestion | PlaceQuestion | ReviewQuestion | LikeMovedQuestion;
export type ThemesAnswer =
	| { vectors: Float32Array[] }
	| { proposal: ThemeProposal }
	| { placed: PlacedNotes }
	| { review: Review }
	| { like: string[] };

/** Name of the encoder in the cache; another one has another name. */
const encoderName = (): string => once('encoder-name', () => readEncoderConfig().name);
const IN_MEMORY = 20_000;

const hashOf = (text: string): string => createHash('sha256').update(text).digest('base64url');

const askThemes = (question: ThemesQuestion): Promise<ThemesAnswer> =>
	workerOf<ThemesQuestion, ThemesAnswer>('themes', 'worker_threads').ask(question);
const memory = (): Map<string, Float32Array> => once('vectors', () => new Map());

function remember(hash: string, vector: Float32Array): void {
	const known = memory();
	if (known.size >= IN_MEMORY) known.delete(known.keys().next().value!);
	known.set(hash, vector);
}

/** Vectors of the texts, in their order. */
export async function encode(texts: readonly string[]): Promise<Float32Array[]> {
	const { db } = database();
	const encoder = encoderName();
	const hashes = texts.map(hashOf);
	/** What is asked for, whatever is crowded out of memory meanwhile. */
	const found = new Map(hashes.map((hash) => [hash, memory().get(hash)]));
	const missing = new Map(hashes.flatMap((hash, i) => (found.get(hash) ? [] : [[hash, texts[i]!] as const])));
	const find = (hash: string, vector: Float32Array): void => {
		remember(hash, vector);
		found.set(hash, vector);
	};
	if (missing.size > 0) {
		const stored = await db
			.select({ hash: schema.vectors.textHash, data: schema.vectors.data })
			.from(schema.vectors)
			.where(and(eq(schema.vectors.encoder, encoder), inArray(schema.vectors.textHash, [...missing.keys()])));
		for (const { hash, data } of stored) {
			find(hash, new Float32Array(new Uint8Array(data).buffer));
			missing.delete(hash);
		}
	}
	if (missing.size > 0) {
		const fresh = [...missing];
		const answer = await askThemes({ ask: 'encode', texts: fresh.map(([, text]) => text) });
		if (!('vectors' in answer)) throw new Error('The encoder gave no vectors.');
		const rows = fresh.map(([hash], i) => {
			const vector = answer.vectors[i]!;
			find(hash, vector);
			return {
				encoder,
				textHash: hash,
				data: new Uint8Array(vector.buffer, vector.byteOffset, vector.byteLength),
			};
		});
		await keep(rows);
	}
	return hashes.map((hash) => found.get(hash)!);
}

type VectorRow = typeof schema.vectors.$inferInsert;

/**
 * Keeps vectors for the next time. In the order of their texts' hashes: two who keep the same ones
 * at once, each in an order of their own, would wait for each other until the database breaks one
 * of them off. What cannot be kept is worked out again.
 */
async function keep(rows: VectorRow[]): Promise<void> {
	rows.sort((a, b) => (a.textHash < b.textHash ? -1 : 1));
	try {
		for (let at = 0; at < rows.length; at += 200) {
			await database()
				.db.insert(schema.vectors)
				.values(rows.slice(at, at + 200))
				.onConflictDoNothing();
		}
	} catch (error) {
		log.warn({ err: error }, 'sentence vectors could not be kept');
	}
}

/** Sorts notes into themes in the worker. Vectors may be left out: then words alone decide. */
export async function sort(question: Omit<SortQuestion, 'ask'>): Promise<ThemeProposal> {
	const answer = await askThemes({ ask: 'sort', ...question });
	if (!('proposal' in answer)) throw new Error('The worker gave no proposal.');
	return answer.proposal;
}

/** Ranks themes for notes in the worker; see `placeNotes`. */
export async function place(question: Omit<PlaceQuestion, 'ask'>): Promise<PlacedNotes> {
	const answer = await askThemes({ ask: 'place', ...question });
	if (!('placed' in answer)) throw new Error('The worker placed nothing.');
	return answer.placed;
}

/** Looks a sorting through in the worker; see `reviewNotes` and `reasonsOf`. */
export async function review(question: Omit<ReviewQuestion, 'ask'>): Promise<Review> {
	const answer = await askThemes({ ask: 'review', ...question });
	if (!('review' in answer)) throw new Error('The worker looked nothing through.');
	return answer.review;
}

/** Finds notes like moved ones in the worker; see `likeMoved`. */
export async function likeMoved(question: AmongThemes & { move: Move }): Promise<string[]> {
	const answer = await askThemes({ ask: 'like moved', ...question });
	if (!('like' in answer)) throw new Error('The worker found nothing.');
	return answer.like;
}
