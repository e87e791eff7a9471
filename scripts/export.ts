/** `export BOARD_ID FORMAT FILE [--sheet N] [--scale N]`: the same file as the interface gives. */
import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import * as Y from 'yjs';
import { z } from 'zod';
import { BoardModel } from '$core/board/model/model';
import { boardTitle, Refused } from '$lib/server/boards';
import { database } from '$lib/server/db';
import { EXPORT_FORMAT_NAMES, exportFormat } from '$core/formats/exports';
import { isFault } from '$core/fault';
import { exportBoard } from '$lib/server/export';
import { faultWords } from '$lib/words/faults';
import { documentName } from '$lib/server/live/names';
import { loadInto } from '$lib/server/live/store';

const formats = EXPORT_FORMAT_NAMES.join('|');
const usage = `Usage: ./wandtafel export BOARD_ID ${formats} FILE [--sheet NUMBER] [--scale 1|2|4]`;

function fail(message: string): never {
	process.stderr.write(message + '\n');
	process.exit(1);
}

async function main(): Promise<void> {
	let args;
	try {
		args = parseArgs({
			allowPositionals: true,
			options: { sheet: { type: 'string', default: '1' }, scale: { type: 'string', default: '1' } },
		});
	} catch {
		fail(usage);
	}
	const [boardId, formatName, path] = args.positionals;
	const format = z.enum(EXPORT_FORMAT_NAMES).safeParse(formatName);
	const numbers = z
		.object({ sheet: z.coerce.number().int().min(1), scale: z.coerce.number().min(0.1).max(8) })
		.safeParse(args.values);
	if (!boardId || !path || !format.success || !numbers.success) fail(usage);

	const title = await boardTitle(boardId);
	if (title === undefined) fail(`There is no board ${boardId}.`);
	const doc = new Y.Doc();
	await loadInto(database().db, documentName(boardId, 'stage'), doc);
	const model = new BoardModel(doc);
	const sheet = model.sheets[numbers.data.sheet - 1];
	if (!sheet) fail(`This board has ${model.sheets.length} sheets; there is no sheet ${numbers.data.sheet}.`);
	const file = await exportBoard({
		model,
		format: format.data,
		title,
		boardId,
		sheet: exportFormat(format.data).covers === 'sheet' ? sheet.id : undefined,
		withAsides: true,
		scale: numbers.data.scale,
	});
	writeFileSync(path, file.body);
	process.stderr.write(`${resolve(path)} written, ${file.body.length} bytes.\n`);
}

try {
	await main();
} catch (error) {
	if (error instanceof Refused) fail(error.message);
	if (isFault(error)) fail(faultWords(error));
	fail(`The board could not be exported: ${(error as Error).message}`);
} finally {
	await database().sql.end();
}
