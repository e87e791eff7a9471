/** Process of the server: makes files of boards from what is in the database. */
import { writeFile } from 'node:fs/promises';
import { Fault } from '../core/fault';
import { Refused } from '../lib/server/boards';
import type { ExportQuestion, ExportResult } from '../lib/server/export/beside';
import { makeFile } from '../lib/server/export/make';
import { lowerPriority } from './lower-priority';

// What the list of processes calls it.
process.title = 'wandtafel-exports';
lowerPriority();

/** The file goes over the disk: the server passes it on piece by piece. */
export default async ({ task, file }: ExportQuestion): Promise<ExportResult> => {
	try {
		const { body, name, type, scale } = await makeFile(task, (done, total) =>
			process.send?.({ done, total }),
		);
		await writeFile(file, body);
		return { name, type, scale };
	} catch (error) {
		if (error instanceof Fault) return { fault: { code: error.code, data: error.data } };
		if (error instanceof Refused) return { refused: { message: error.message, status: error.status } };
		throw error;
	}
};
