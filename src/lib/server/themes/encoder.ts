/**
 * Sentence vectors, computed in a worker thread and cached by text in memory and in PostgreSQL. Another
 * encoder can take its place by answering the same two questions.
 */
import { and, eq, inArray } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { NoteText, ThemeProposal } from '$core/themes';
import { database, schema } from '../db';
import { log } from '../log';
import { once } from '../once';

export type ThemesQuestion =
	| { id: number; ask: 'encode'; texts: string[] }
	| {
			id: number;
			ask: 'sort';
			notes: NoteText[];
			vectors: number[][] | undefined;
			count: number | undefined;
	  };
export type ThemesAnswer =
	| { id: number; vectors: Float32Array[] }
	| { id: number; proposal: ThemeProposal }
	| { id: number; error: string };

type Unnumbered<T> = T extends { id: number } ? Omit<T, 'id'> : never;

/** Name of the encoder in the cache; another one gets another name. */
export const ENCODER = 'use-lite-en-1';
const IN_MEMORY = 20_000;

const hashOf = (text: string): string => createHash('sha256').update(text).digest('base64url');

class ThemesWorker {
	private worker: Worker | undefined;
	private next = 1;
	private readonly waiting = new Map<
		number,
		{ resolve: (answer: ThemesAnswer) => void; reject: (reason: Error) => void }
	>();

	/** Asks the worker and waits for its answer; a worker that died is started anew by the next question. */
	ask(question: Unnumbered<ThemesQuestion>): Promise<ThemesAnswer> {
		const id = this.next++;
		return new Promise((resolveAnswer, reject) => {
			this.waiting.set(id, { resolve: resolveAnswer, reject });
			this.start().postMessage({ ...question, id });
		});
	}

	private start(): Worker {
		if (this.worker) return this.worker;
		const path = resolve('build/workers/themes.js');
		if (!existsSync(path)) throw new Error('The themes worker is not built.');
		const worker = new Worker(path);
		worker.unref();
		worker.on('message', (answer: ThemesAnswer) => {
			const asked = this.waiting.get(answer.id);
			this.waiting.delete(answer.id);
			if ('error' in answer) asked?.reject(new Error(answer.error));
			else asked?.resolve(answer);
		});
		const fail = (error: unknown): void => {
			log.error({ err: error }, 'the themes worker ended');
			if (this.worker === worker) this.worker = undefined;
			for (const { reject } of this.waiting.values()) reject(new Error('The themes worker ended.'));
			this.waiting.clear();
		};
		worker.on('error', fail);
		worker.on('exit', fail);
		this.worker = worker;
		return worker;
	}
}

const worker = (): ThemesWorker => once('themes-worker', () => new ThemesWorker());
const memory = (): Map<string, Float32Array> => once('vectors', () => new Map());

function remember(hash: string, vector: Float32Array): void {
	const known = memory();
	if (known.size >= IN_MEMORY) known.delete(known.keys().next().value!);
	known.set(hash, vector);
}

/** Vectors of the texts, in their order. */
export async function encode(texts: readonly string[]): Promise<Float32Array[]> {
	const { db } = database();
	const hashes = texts.map(hashOf);
	const missing = new Map(
		hashes.flatMap((hash, i) => (memory().has(hash) ? [] : [[hash, texts[i]!] as const])),
	);
	if (missing.size > 0) {
		const stored = await db
			.select({ hash: schema.vectors.textHash, data: schema.vectors.data })
			.from(schema.vectors)
			.where(and(eq(schema.vectors.encoder, ENCODER), inArray(schema.vectors.textHash, [...missing.keys()])));
		for (const { hash, data } of stored) {
			remember(hash, new Float32Array(new Uint8Array(data).buffer));
			missing.delete(hash);
		}
	}
	if (missing.size > 0) {
		const fresh = [...missing];
		const answer = await worker().ask({ ask: 'encode', texts: fresh.map(([, text]) => text) });
		if (!('vectors' in answer)) throw new Error('The encoder gave no vectors.');
		const rows = fresh.map(([hash], i) => {
			const vector = answer.vectors[i]!;
			remember(hash, vector);
			return {
				encoder: ENCODER,
				textHash: hash,
				data: new Uint8Array(vector.buffer, vector.byteOffset, vector.byteLength),
			};
		});
		for (let at = 0; at < rows.length; at += 200) {
			await db
				.insert(schema.vectors)
				.values(rows.slice(at, at + 200))
				.onConflictDoNothing();
		}
	}
	return hashes.map((hash) => memory().get(hash)!);
}

/** Sorts notes into themes in the worker. Vectors may be left out: then words alone decide. */
export async function sort(
	notes: NoteText[],
	vectors: Float32Array[] | undefined,
	count?: number,
): Promise<ThemeProposal> {
	const answer = await worker().ask({
		ask: 'sort',
		notes,
		vectors: vectors?.map((vector) => Array.from(vector)),
		count,
	});
	if (!('proposal' in answer)) throw new Error('The worker gave no proposal.');
	return answer.proposal;
}
