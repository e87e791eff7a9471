/** Process of the server: makes files of boards from what is in the database. */
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Fault } from '../core/fault';
import { Refused } from '../lib/server/boards';
import type { ExportResult, ExportTask } from '../lib/server/export/beside';
import { makeFile } from '../lib/server/export/make';
import { lowerPriority } from './lower-priority';

// What the list of processes calls it.
process.title = 'wandtafel-exports';
lowerPriority();

/** The file goes over the disk: the server passes it on piece by piece, and removes it. */
export default async (task: ExportTask): Promise<ExportResult> => {
	try {
		const { body, name, type, scale } = await makeFile(task, (done, total) =>
			process.send?.({ done, total }),
		);
		const file = join(await mkdtemp(join(tmpdir(), 'wandtafel-export-')), 'file');
		await writeFile(file, body);
		return { file, name, type, scale };
	} catch (error) {
		if (error instanceof Fault) return { fault: { code: error.code, data: error.data } };
		if (error instanceof Refused) return { refused: { message: error.message, status: error.status } };
		throw error;
	}
};
