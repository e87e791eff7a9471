import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { isWorkerGone, PooledWorker } from './worker-pool';

vi.mock('./log', () => ({ log: { error: vi.fn() } }));

const folder = mkdtempSync(join(tmpdir(), 'workers-'));
const written = (name: string, source: string): string => {
	const file = join(folder, `${name}.mjs`);
	writeFileSync(file, source);
	return file;
};
const ANSWERING = written(
	'answering',
	`export default async (question) => {
		if (question === 'die') {
			setImmediate(() => { throw new Error('nobody catches this'); });
			await new Promise(() => {});
		}
		if (question === 'fault') throw new Error('no answer to that');
		return 'answer to ' + question;
	};`,
);
const BROKEN = written('broken', `throw new Error('cannot be loaded');`);

describe.each(['worker_threads', 'child_process'] as const)('a worker (%s)', (runtime) => {
	const workers: PooledWorker<string, string>[] = [];
	const open = (file: string): PooledWorker<string, string> => {
		const worker = new PooledWorker<string, string>('test', runtime, { file });
		workers.push(worker);
		return worker;
	};
	afterEach(async () => {
		for (const each of workers.splice(0)) await each.destroy();
	});

	it('answers each with their own, however many ask at once', async () => {
		const worker = open(ANSWERING);
		const asked = Array.from({ length: 20 }, (_, i) => worker.ask(String(i)));
		expect(await Promise.all(asked)).toEqual(asked.map((_, i) => `answer to ${i}`));
	});

	it('tells whoever asked what it threw, and goes on', async () => {
		const worker = open(ANSWERING);
		await expect(worker.ask('fault')).rejects.toThrow('no answer to that');
		expect(await worker.ask('lamp')).toBe('answer to lamp');
	});

	it('leaves nobody waiting when it dies, and another one answers after it', async () => {
		const worker = open(ANSWERING);
		const results = await Promise.allSettled(['lamp', 'die', 'kettle', 'drill'].map((q) => worker.ask(q)));
		expect(results[0]!.status).toBe('fulfilled');
		const [, died] = results;
		expect(died!.status).toBe('rejected');
		if (runtime === 'child_process') expect(isWorkerGone((died as PromiseRejectedResult).reason)).toBe(true);
		expect(await worker.ask('toaster')).toBe('answer to toaster');
	});

	it('leaves nobody waiting when it cannot be loaded or is not there', async () => {
		for (const file of [BROKEN, join(folder, 'not-there.mjs')]) {
			const worker = open(file);
			const results = await Promise.allSettled([worker.ask('lamp'), worker.ask('kettle')]);
			expect(results.map(({ status }) => status)).toEqual(['rejected', 'rejected']);
			await expect(worker.ask('again')).rejects.toThrow();
		}
	});
});
