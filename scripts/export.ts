/** `export BOARD_ID FORMAT FILE [options]`: the same file as the interface gives. */
import { writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import * as Y from 'yjs';
import { z } from 'zod';
import { BoardModel } from '$core/board/model/model';
import { exportSchema } from '$core/contract/boards';
import { isFault } from '$core/fault';
import { EXPORT_FORMAT_NAMES, exportFormat } from '$core/formats/exports';
import { readSession } from '$core/meeting/runsheet';
import { LANGUAGES } from '$lib/messages';
import { boardTitle, Refused } from '$lib/server/boards';
import { database } from '$lib/server/db';
import { makeFile } from '$lib/server/export/make';
import { inLanguage } from '$lib/server/language';
import { documentName } from '$lib/server/live/names';
import { loadInto } from '$lib/server/live/store';
import { faultWords } from '$lib/words/faults';

const usage = [
	`Usage: ./wandtafel export BOARD_ID FORMAT FILE [options]`,
	'',
	'Formats:',
	...EXPORT_FORMAT_NAMES.map((name) => {
		const { extension, options = [] } = exportFormat(name);
		return `  ${name.padEnd(10)} .${extension.padEnd(10)} ${options.join(', ')}`;
	}),
	'',
	'Options:',
	'  --sheet NUMBER      one sheet; all of them for formats that can hold several',
	'  --scale NUMBER      pixels a board unit, 0.1 to 8',
	'  --clear             without a ground',
	'  --by fields|sheets  what a page or a slide is of',
	'  --colours screen|paper',
	'  --paper a0|a1|a2|a3|a4|a5|letter|own',
	'  --note-list         everything that is written, as a list at the end',
	'  --poster-paper a4|a3|a2, --poster-sheets NUMBER or --poster-height MM, --overlap MM',
	`  --language ${LANGUAGES.join('|')}`,
].join('\n');

function fail(message: string): never {
	process.stderr.write(message + '\n');
	process.exit(1);
}

const OPTIONS = {
	sheet: { type: 'string' },
	scale: { type: 'string' },
	clear: { type: 'boolean' },
	by: { type: 'string' },
	colours: { type: 'string' },
	paper: { type: 'string' },
	'note-list': { type: 'boolean' },
	'poster-paper': { type: 'string' },
	'poster-sheets': { type: 'string' },
	'poster-height': { type: 'string' },
	overlap: { type: 'string' },
	language: { type: 'string', default: 'en' },
} as const;

function posterOf(values: Record<string, string | boolean | undefined>): object | undefined {
	const { 'poster-paper': paper, 'poster-sheets': sheets, 'poster-height': height, overlap } = values;
	if (paper === undefined && sheets === undefined && height === undefined && overlap === undefined)
		return undefined;
	return {
		paper: paper ?? 'a4',
		extent: height === undefined ? { sheets: Number(sheets ?? 4) } : { heightMm: Number(height) },
		overlapMm: Number(overlap ?? 10),
	};
}

async function main(): Promise<void> {
	let args;
	try {
		args = parseArgs({ allowPositionals: true, options: OPTIONS });
	} catch {
		fail(usage);
	}
	const [boardId, format, path] = args.positionals;
	const { values } = args;
	const order = exportSchema.safeParse({
		format,
		scale: values.scale === undefined ? undefined : Number(values.scale),
		clear: values.clear,
		by: values.by,
		colours: values.colours,
		paper: values.paper,
		noteList: values['note-list'],
		poster: posterOf(values),
	});
	const number = z.coerce.number().int().min(1).optional().safeParse(values.sheet);
	const language = z.enum(LANGUAGES as [string, ...string[]]).safeParse(values.language);
	if (!boardId || !path || !order.success || !number.success || !language.success) fail(usage);

	const title = await boardTitle(boardId);
	if (title === undefined) fail(`There is no board ${boardId}.`);
	const { db } = database();
	const stage = new Y.Doc();
	await loadInto(db, documentName(boardId, 'stage'), stage);
	const { sheets } = new BoardModel(stage);
	const isOfOneSheet = exportFormat(order.data.format).covers === 'sheet';
	const wanted = number.data ?? (isOfOneSheet ? 1 : undefined);
	const sheet = wanted === undefined ? undefined : sheets[wanted - 1];
	if (wanted !== undefined && !sheet)
		fail(`This board has ${sheets.length} sheets; there is no sheet ${wanted}.`);
	const session = new Y.Doc();
	await loadInto(db, documentName(boardId, 'session'), session);
	const file = await makeFile({
		boardId,
		title,
		order: { ...order.data, sheet: sheet?.id },
		author: '',
		language: language.data,
		withAsides: true,
		// Whoever has the shell is nobody on the board: votes are theirs who may see them.
		record: { session: readSession(session), votes: [] },
	});
	writeFileSync(path, file.body);
	process.stderr.write(`${resolve(path)} written, ${file.body.length} bytes.\n`);
}

try {
	await main();
} catch (error) {
	if (error instanceof Refused) fail(error.message);
	if (isFault(error)) fail(await inLanguage('en', () => faultWords(error)));
	fail(`The board could not be exported: ${(error as Error).message}`);
} finally {
	await database().sql.end();
}
