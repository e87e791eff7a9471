/**
 * Files of boards made beside the server, in processes that may take so much memory and so long;
 * whoever asked can see how far they are and stop them.
 */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { z } from 'zod';
import type { exportSchema } from '$core/contract/boards';
import type { SessionRecord } from '$core/formats/workbook';
import { faultFrom, type FaultCode } from '$core/fault';
import { m } from '$lib/messages';
import { Refused } from '../boards';
import { once } from '../once';
import { isWorkerBuilt, isWorkerGone, PooledWorker } from '../worker-pool';

/** What is to be made, for the process that makes it. */
export interface ExportTask {
	boardId: string;
	title: string;
	order: z.output<typeof exportSchema>;
	author: string;
	/** Language of the words in the file. */
	language: string;
	withAsides: boolean;
	record: SessionRecord | undefined;
}
/** A file to be made, and where it is put. */
export interface ExportQuestion {
	task: ExportTask;
	file: string;
}

/** What comes of it: a file on disk, or why there is none. */
export type ExportResult =
	| { name: string; type: string; scale: number | undefined }
	| { fault: { code: FaultCode; data: unknown } }
	| { refused: { message: string; status: Refused['status'] } };

/** How long one file may take, ms. */
const TIME_LIMIT_MS = 120_000;
/** Memory of JavaScript in one process, MB: what is drawn is beside it. */
const HEAP_MB = 700;
/** Files that are made at once; others wait. */
const PROCESSES = 2;

const worker = (): PooledWorker<ExportQuestion, ExportResult> =>
	once(
		'worker-exports',
		() =>
			new PooledWorker<ExportQuestion, ExportResult>('exports', 'child_process', {
				processes: PROCESSES,
				execArgv: [`--max-old-space-size=${HEAP_MB}`],
			}),
	);

interface Job {
	person: string;
	done: number;
	total: number;
	stop: AbortController;
}
const jobs = (): Map<string, Job> => once('export-jobs', () => new Map<string, Job>());

const progressSchema = z.object({ done: z.number(), total: z.number() });

/** Whether files are made beside the server; where it runs unbuilt they are made in it. */
export const isBesideBuilt = (): boolean => isWorkerBuilt('exports');

/**
 * Makes a file beside the server.
 * @param key by which the person who asks finds it while it is made; nobody where it is left out
 * @param left told when nobody waits for it any more
 * @returns where the file lies, which the caller removes by `removeExport`, and what it is
 * @throws Fault and Refused as they were thrown there; Refused where it was stopped or took too
 * long, or too much memory
 */
export async function exportBeside(
	task: ExportTask,
	person: string,
	key: string | undefined,
	left: AbortSignal,
): Promise<{ file: string; name: string; type: string; scale: number | undefined }> {
	const job: Job = { person, done: 0, total: 0, stop: new AbortController() };
	if (key !== undefined) {
		if (jobs().has(key)) throw new Refused(m.error_request(), 409);
		jobs().set(key, job);
	}
	const late = AbortSignal.timeout(TIME_LIMIT_MS);
	const file = join(await mkdtemp(join(tmpdir(), 'wandtafel-export-')), 'file');
	let isMade = false;
	try {
		const question = { task, file };
		const result = await worker().ask(question, {
			signal: AbortSignal.any([job.stop.signal, left, late]),
			onMessage: (message) => {
				const progress = progressSchema.safeParse(message);
				if (progress.success) Object.assign(job, progress.data);
			},
		});
		if ('fault' in result) throw faultFrom(result.fault.code, result.fault.data);
		if ('refused' in result) throw new Refused(result.refused.message, result.refused.status);
		isMade = true;
		return { file, ...result };
	} catch (error) {
		if (job.stop.signal.aborted || left.aborted) throw new Refused(m.export_stopped(), 409);
		if (late.aborted || isWorkerGone(error)) throw new Refused(m.export_too_long(), 409);
		throw error;
	} finally {
		if (key !== undefined) jobs().delete(key);
		if (!isMade) await removeExport(file);
	}
}

/** Removes a file that was made, or was begun, with its folder. */
export const removeExport = (file: string): Promise<void> =>
	rm(dirname(file), { recursive: true, force: true });

/** How far a file is that somebody asked for; undefined where none is made. */
export function exportProgress(key: string, person: string): { done: number; total: number } | undefined {
	const job = jobs().get(key);
	return job?.person === person ? { done: job.done, total: job.total } : undefined;
}

/** Stops making a file that somebody asked for. */
export function stopExport(key: string, person: string): void {
	const job = jobs().get(key);
	if (job?.person === person) job.stop.abort();
}
