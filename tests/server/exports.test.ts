/** Files of boards, read by programs that are not ours. */
import { strFromU8, unzipSync } from 'fflate';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import readExcelFile from 'read-excel-file/node';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addObjects } from '$core/board/ops/edits';
import { EXPORT_FORMAT_NAMES, exportFormat } from '$core/formats/exports';
import { connect, saved, until } from '../support/client';
import { facilitator, makeBoard, makeLink, guest, type TestPerson } from '../support/people';
import { uploadPicture } from '../support/pictures';
import { run, startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let board: string;
const folder = mkdtempSync(join(tmpdir(), 'exports-'));

/** Two fields with notes, a linked pair, a note with formatting and a link, and a picture. */
async function fill(): Promise<void> {
	board = await makeBoard(owner);
	const client = await connect(server, owner, board);
	const sheet = client.model.sheets[0]!.id;
	const note = (x: number, y: number, text: object | string) => ({
		kind: 'note',
		sheet,
		box: [x, y, 160, 96, 0],
		style: { form: 'card', pigment: 'moss' },
		text,
	});
	const field = (x: number, text: string) => ({
		kind: 'field',
		sheet,
		box: [x, 0, 600, 400, 0],
		style: { chalk: 'ochre' },
		text,
	});
	const hash = await uploadPicture(server, owner, board, 60, 40);
	const [, , a, b] = addObjects(client.editContext, client.model, [
		field(0, 'Was hielt uns auf?'),
		field(700, 'Ideas for May'),
		note(40, 80, 'Kleber über Nacht härten – Łódź'),
		note(300, 80, [
			{ runs: [{ text: 'See ' }, { text: 'the plan', link: 'https://cafe.example/plan', bold: true }] },
		]),
		note(760, 90, 'A shelf for finished things'),
		{ kind: 'picture', sheet, box: [960, 90, 120, 80, 20], style: {}, file: hash, natural: [60, 40] },
		{
			kind: 'shape',
			sheet,
			box: [760, 250, 160, 80, 0],
			style: { shape: 'diamond', fill: 'ochre', chalk: 'white' },
			text: 'Open?',
		},
	] as never) as string[];
	addObjects(client.editContext, client.model, [
		{
			kind: 'connector',
			sheet,
			box: [0, 0, 0, 0, 0],
			ends: [{ object: a }, { object: b }],
			style: { route: 'curved', start: 'none', end: 'arrow', chalk: 'white' },
			text: 'leads to',
		},
	] as never);
	await saved(client);
	client.destroy();
}

beforeAll(async () => {
	server = await startServer({ demo: true, env: { TMPDIR: folder } });
	owner = await facilitator(server);
	await fill();
});
afterAll(() => server?.stop());

const ask = (who: TestPerson, order: object): Promise<Response> =>
	who.request('POST', `/api/boards/${board}/export`, order);
async function fileOf(order: object): Promise<string> {
	const response = await ask(owner, order);
	expect(response.status, response.status === 200 ? '' : await response.clone().text()).toBe(200);
	const path = join(folder, `${Math.random().toString(36).slice(2)}`);
	writeFileSync(path, Buffer.from(await response.arrayBuffer()));
	return path;
}
const tool = (name: string, ...args: string[]): string => execFileSync(name, args, { encoding: 'utf8' });

/** How far two pictures are apart on average, 0 to 255 a channel. */
async function distance(a: Buffer, b: Buffer, size: { width: number; height: number }): Promise<number> {
	const raw = (image: Buffer) =>
		sharp(image)
			.removeAlpha()
			.resize({ ...size, fit: 'fill' })
			.blur(1)
			.raw()
			.toBuffer();
	const [x, y] = await Promise.all([raw(a), raw(b)]);
	return x!.reduce((sum, value, i) => sum + Math.abs(value - y![i]!), 0) / x!.length;
}

describe('every format', () => {
	it.each(EXPORT_FORMAT_NAMES.filter((name) => name !== 'ics'))(
		'%s is made, named and typed',
		async (format) => {
			const response = await ask(owner, { format });
			expect(response.status).toBe(200);
			const { extension, type } = exportFormat(format);
			expect(response.headers.get('content-type')).toBe(type);
			expect(decodeURIComponent(response.headers.get('content-disposition')!)).toMatch(
				new RegExp(`\\.${extension}$`),
			);
			expect((await response.arrayBuffer()).byteLength).toBeGreaterThan(100);
		},
	);

	it('is refused in plain words where there is nothing that it could hold', async () => {
		const response = await ask(owner, { format: 'ics' });
		expect(response.status).toBe(409);
		expect(((await response.json()) as { message: string }).message).toMatch(/nothing/i);
	});
});

describe('a PDF file', () => {
	it('has text that is found, links, bookmarks, a title and its author, and embedded fonts', async () => {
		const file = await fileOf({ format: 'pdf', noteList: true });
		const text = tool('pdftotext', '-layout', file, '-');
		for (const words of ['Was hielt uns auf?', 'Kleber über Nacht', 'Łódź', 'Everything that is written'])
			expect(text.replace(/\s+/g, ' ')).toContain(words);
		const info = tool('pdfinfo', file);
		expect(info).toMatch(/Author:\s+Ilka/);
		expect(info).toMatch(/Pages:\s+3/);
		expect(info).toMatch(/Page size:.*A4/);
		const fonts = tool('pdffonts', file).trim().split('\n').slice(2);
		expect(fonts.length).toBeGreaterThan(1);
		for (const line of fonts) expect(line).toMatch(/yes\s+yes\s+yes/);
		const raw = readFileSync(file, 'latin1');
		expect(raw).toContain('https://cafe.example/plan');
		expect(tool('pdftohtml', '-xml', '-i', '-stdout', file)).toContain('Ideas for May</item>');
	});

	it('looks as it does on the screen, page by page', async () => {
		const file = await fileOf({ format: 'pdf', paper: 'own' });
		tool('pdftoppm', '-r', '192', '-png', file, join(folder, 'page'));
		const client = await connect(server, owner, board);
		const fields = [...client.model.fields];
		client.destroy();
		for (const [i, id] of fields.entries()) {
			const page = readFileSync(join(folder, `page-${i + 1}.png`));
			const png = readFileSync(await fileOf({ format: 'png', ids: [id], scale: 2, margin: 16 }));
			const { width, height } = await sharp(png).metadata();
			const drawn = await sharp(page).metadata();
			// A point is four thirds of a pixel at 96 an inch: the same size at 192.
			expect(Math.abs(drawn.width - width)).toBeLessThanOrEqual(2);
			expect(await distance(page, png, { width, height })).toBeLessThan(2.5);
		}
	});

	it('is white with dark lines on paper', async () => {
		const file = await fileOf({ format: 'pdf', colours: 'paper', paper: 'a5' });
		tool('pdftoppm', '-r', '40', '-f', '1', '-l', '1', '-png', file, join(folder, 'paper'));
		const { data } = await sharp(join(folder, 'paper-1.png'))
			.removeAlpha()
			.raw()
			.toBuffer({ resolveWithObject: true });
		expect([...data.subarray(0, 3)]).toEqual([255, 255, 255]);
		expect(tool('pdfinfo', file)).toMatch(/Page size:.*A5|Page size:\s+595\.\d+ x 419/);
	});

	it('of a poster has the plan and as many pages as it says', async () => {
		const file = await fileOf({
			format: 'poster',
			poster: { paper: 'a4', extent: { heightMm: 500 }, overlapMm: 10 },
		});
		const pages = Number(/Pages:\s+(\d+)/.exec(tool('pdfinfo', file))![1]);
		expect(pages).toBeGreaterThan(4);
		expect(tool('pdftotext', '-f', '2', '-l', '2', file, '-')).toContain('A1');
		const large = await ask(owner, {
			format: 'poster',
			poster: { paper: 'a4', extent: { heightMm: 9000 }, overlapMm: 10 },
		});
		expect(large.status).toBe(409);
		expect(((await large.json()) as { message: string }).message).toContain('100');
	});
});

describe('a picture', () => {
	it('is the same drawn in strips as at one go, and clear where that is wanted', async () => {
		const small = readFileSync(await fileOf({ format: 'png', scale: 1 }));
		const large = readFileSync(await fileOf({ format: 'png', scale: 8 }));
		const { width, height } = await sharp(small).metadata();
		expect((await sharp(large, { limitInputPixels: false }).metadata()).width).toBeGreaterThan(width * 7.9);
		const shrunk = await sharp(large, { limitInputPixels: false })
			.resize({ width, height, fit: 'fill' })
			.png()
			.toBuffer();
		expect(await distance(small, shrunk, { width, height })).toBeLessThan(2);
		const clear = readFileSync(await fileOf({ format: 'png', scale: 1, clear: true }));
		const { data, info } = await sharp(clear).raw().toBuffer({ resolveWithObject: true });
		expect(info.channels).toBe(4);
		expect(data[3]).toBe(0);
	});
});

describe('tables', () => {
	it('are read by an independent reader with their types', async () => {
		const signIn = await fetch(`${server.url}/demo/${server.demo.key}`, { redirect: 'manual' });
		const cookie = signIn.headers
			.getSetCookie()
			.map((each) => each.split(';')[0]!)
			.join('; ');
		const response = await fetch(`${server.url}/api/boards/season-planning/export`, {
			method: 'POST',
			headers: { cookie, origin: server.url, 'content-type': 'application/json' },
			body: JSON.stringify({ format: 'xlsx' }),
		});
		const file = join(folder, 'demo.xlsx');
		writeFileSync(file, Buffer.from(await response.arrayBuffer()));
		const sheets = await readExcelFile(file);
		const names = sheets.map(({ sheet }) => sheet);
		expect(names.slice(0, 2)).toEqual(['Notes', 'Everything else']);
		expect(names).toContain('Steps');
		const [head, ...rows] = sheets[0]!.data as unknown[][];
		const at = (name: string): number => head!.indexOf(name);
		expect(rows.length).toBeGreaterThan(70);
		for (const row of rows) {
			expect(typeof row[at('nods')]).toBe('number');
			expect(row[at('made')]).toBeInstanceOf(Date);
			expect(row[at('kind')]).toBe('Note');
		}
		expect(rows.map((row) => row[at('text')])).toContain('Queue at the door till half past four');
	});

	it('speak the language of whoever asks', async () => {
		const response = await fetch(`${server.url}/api/boards/${board}/export`, {
			method: 'POST',
			headers: {
				cookie: `${owner.cookie}; language=de`,
				origin: server.url,
				'content-type': 'application/json',
			},
			body: JSON.stringify({ format: 'xlsx' }),
		});
		const path = join(folder, 'german.xlsx');
		writeFileSync(path, Buffer.from(await response.arrayBuffer()));
		expect((await readExcelFile(path))[0]!.sheet).toBe('Zettel');
	});
});

describe('slides, and everything', () => {
	it('have their text in one piece, their link, and the picture', async () => {
		const parts = unzipSync(readFileSync(await fileOf({ format: 'pptx' })));
		const slide = strFromU8(parts['ppt/slides/slide1.xml']!);
		expect(slide).toContain('<a:t>Kleber über Nacht härten – Łódź</a:t>');
		expect(slide).toContain('<a:t>the plan</a:t>');
		expect(strFromU8(parts['ppt/slides/_rels/slide1.xml.rels']!)).toContain('https://cafe.example/plan');
		expect(Object.keys(parts).filter((path) => /^ppt\/slides\/slide\d+\.xml$/.test(path))).toHaveLength(2);
		expect(Object.keys(parts).some((path) => path.startsWith('ppt/media/'))).toBe(true);
	});

	it('as one ZIP open without a server: a page, its pictures and all files', async () => {
		const parts = unzipSync(readFileSync(await fileOf({ format: 'zip' })));
		const page = strFromU8(parts['index.html']!);
		expect(page).toContain('A shelf for finished things');
		const led = [...page.matchAll(/(?:href|src)="([^"#]+)"/g)]
			.map(([, path]) => path!)
			.filter((path) => !/^https?:/.test(path));
		expect(led).toEqual(
			expect.arrayContaining(['pictures/sheet-1.svg', 'files/board.pdf', 'files/board.xlsx']),
		);
		for (const path of led) expect(parts[path]?.length).toBeGreaterThan(100);
		expect(page).not.toMatch(/<script/i);
	});
});

describe('a file that is being made', () => {
	it('can be stopped by whoever asked for it, and by nobody else', async () => {
		const { token } = await makeLink(owner, board, 'editor');
		const other = await guest(server, token, 'Nele');
		const big = ask(owner, { format: 'png', scale: 8, key: 'mine' });
		await until(
			async () =>
				((await (await owner.request('GET', `/api/boards/${board}/export/mine`)).json()) as { total: number })
					.total > 0,
			'it is under way',
			30_000,
		);
		await other.request('DELETE', `/api/boards/${board}/export/mine`);
		expect(await (await other.request('GET', `/api/boards/${board}/export/mine`)).json()).toEqual({
			done: 0,
			total: 0,
		});
		expect((await owner.request('DELETE', `/api/boards/${board}/export/mine`)).status).toBe(200);
		const stopped = await big;
		expect(stopped.status).toBe(409);
		expect(((await stopped.json()) as { message: string }).message).toContain('stopped');
		await until(
			() => !readdirSync(folder).some((name) => name.startsWith('wandtafel-export-')),
			'nothing of it is left',
		);
		// The next one is made as ever.
		expect((await ask(owner, { format: 'csv' })).status).toBe(200);
	});
});

describe('from the shell', () => {
	it('each format of the table is made, and the usage lists them', async () => {
		const env = { DATABASE_URL: server.databaseUrl, WANDTAFEL_SECRET: 'x'.repeat(40) };
		const usage = await run('build/cli/export.js', [], env);
		expect(usage.code).toBe(1);
		for (const name of EXPORT_FORMAT_NAMES) expect(usage.err).toContain(`  ${name} `);
		const file = join(folder, 'shell.pdf');
		const done = await run('build/cli/export.js', [board, 'pdf', file, '--paper', 'a3', '--note-list'], env);
		expect(done.err).toContain(file);
		expect(tool('pdfinfo', file)).toMatch(/A3/);
		const wrong = await run('build/cli/export.js', [board, 'pdf', file, '--paper', 'a9'], env);
		expect(wrong.code).toBe(1);
		expect(wrong.err).toContain('Usage');
	});
});
