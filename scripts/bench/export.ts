/**
 * Measures files that are taken out: how long they take, what the process beside the server needs,
 * and how the server answers others meanwhile.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { setTimeout as wait } from 'node:timers/promises';
import type { TestPerson } from '../../tests/support/people';
import type { TestServer } from '../../tests/support/server';
import { largeBoard } from './boards';
import { atRest } from './machine';
import { figure, p95 } from './report';

/** Memory of the processes that make files at its highest, MB: VmHWM of `proc(5)`. */
function peakMemory(): number {
	const peaks = readdirSync('/proc').flatMap((pid) => {
		if (!/^\d+$/.test(pid)) return [];
		try {
			if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').startsWith('wandtafel-exports')) return [];
			return Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
		} catch {
			// It ended meanwhile.
			return [];
		}
	});
	return Math.max(0, ...peaks);
}

/** How long the server takes to tell the time, ms, asked again and again until `work` is done. */
async function answersDuring(server: TestServer, work: Promise<unknown>): Promise<number[]> {
	const took: number[] = [];
	let isDone = false;
	void work.finally(() => (isDone = true)).catch(() => undefined);
	while (!isDone) {
		const started = performance.now();
		await (await fetch(`${server.url}/api/time`)).arrayBuffer();
		took.push(performance.now() - started);
		await wait(20);
	}
	return took;
}

const CASES = [
	{ name: 'svg', objects: 5_000, order: { format: 'svg' } },
	{ name: 'pdf', objects: 5_000, order: { format: 'pdf', by: 'sheets', paper: 'a0' } },
	{ name: 'png 8,000', objects: 5_000, order: { format: 'png' } },
	{ name: 'xlsx', objects: 50_000, order: { format: 'xlsx' } },
] as const;

export async function benchExport(server: TestServer, owner: TestPerson): Promise<void> {
	for (const { name, objects, order } of CASES) {
		const board = await largeBoard(server.sql, 'Bench', objects);
		const take = (more: object = {}): Promise<Response> =>
			owner.request('POST', `/api/boards/${board}/export`, { ...order, ...more });
		// A first one starts the process, and of a picture tells its size.
		const first = await take(order.format === 'png' ? { scale: 0.1 } : {});
		const bytes = Buffer.from(await first.arrayBuffer());
		const scale =
			order.format === 'png'
				? (0.1 * 8000) / Math.max(bytes.readUInt32BE(16), bytes.readUInt32BE(20))
				: undefined;
		await atRest();
		const started = performance.now();
		const making = take(scale === undefined ? {} : { scale }).then((response) => response.arrayBuffer());
		const answers = await answersDuring(server, making);
		const { byteLength } = await making;
		const what = `${objects} objects, ${name}`;
		figure('export', performance.now() - started, 'ms', what);
		figure('export, size', byteLength / 1e6, 'MB', what);
		figure('export, memory beside the server', peakMemory(), 'MB', what);
		figure('export, others wait (p95)', p95(answers), 'ms', what);
	}
}
