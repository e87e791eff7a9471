import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { acceptThemes } from '../board/ops/accept-themes';
import { setFact, writeBlock } from '../board/holders/edits';
import { addOutlines } from '../board/ops/new-branches';
import { addObject, setText } from '../board/ops/edits';
import type { ShownVote } from '../contract/votes';
import { partOf } from '../board/holders/parts';
import { columnsWithCard, fieldAt, holderAt, linkBetween, noteAt, testBoard } from '../board/testing';
import { readDot } from '../flow/formats/dot';
import { readGraphml } from '../flow/formats/graphml';
import { readMarkdown } from '../mindmap/formats/markdown';
import { readOpml } from '../mindmap/formats/opml';
import { indented } from '../mindmap/outline';
import { EMPTY_SESSION } from '../meeting/runsheet';
import { richFrom } from '../text/rich';
import { boardOutline, markdownFile, opmlFile } from './board-outline';
import { boardGraph, dotFile, graphmlFile } from './board-graph';
import { calendarFile } from './calendar';
import { objectRows } from './object-rows';
import { workbookOf, type WorkbookWords } from './workbook';

const textOf = ({ body }: { body: Uint8Array }): string => new TextDecoder().decode(body);

/** Words that say the name of what they stand for. */
const words: WorkbookWords = {
	notes: 'Notes',
	others: 'Others',
	actions: 'Action items',
	votes: 'Votes',
	steps: 'Steps',
	columns: new Proxy({} as WorkbookWords['columns'], { get: (_, key) => String(key) }),
	kind: (kind) => `kind ${kind}`,
	stepKind: (kind) => kind,
	method: (method) => method,
};

/** A board with a bit of everything. */
function board() {
	const test = testBoard();
	const { model, editContext, sheet } = test;
	const add = (spec: Parameters<typeof addObject>[2]): string => addObject(editContext, model, spec);
	const field = add({ ...fieldAt(sheet, 2000, 0, 1200, 900), text: 'What held us up?' });
	const [glue, rain, sun] = [
		add(noteAt(sheet, 2050, 100, 'Glue ran dry')),
		add(noteAt(sheet, 2250, 100, 'Rain')),
		add(noteAt(sheet, 2450, 100, 'Sun, too')),
	] as [string, string, string];
	const door = add(noteAt(sheet, 2050, 600, 'The door'));
	const line = add(linkBetween(sheet, glue, door));
	const [theme] = acceptThemes(editContext, model, [{ name: 'Weather', noteIds: [rain, sun] }]);
	const root = add(noteAt(sheet, 6000, 0, 'Season'));
	addOutlines(editContext, model, { parent: root, index: 0 }, [
		{ text: richFrom('Spring'), branches: [{ text: richFrom('Bicycles'), branches: [] }] },
		{ text: richFrom('Autumn'), branches: [] },
	]);
	return { ...test, add, field, glue, rain, sun, door, line, theme, root };
}

describe('a board as an outline', () => {
	it('nests sheets, fields, themes and maps, and says each thing once', () => {
		const { model } = board();
		expect(indented(boardOutline({ model, title: '' })).split('\n')).toEqual([
			'Gather',
			'\tWhat held us up?',
			'\t\tGlue ran dry',
			'\t\tThe door',
			// Themes are laid out beside the field that their notes came from.
			'\tWeather',
			'\t\tRain',
			'\t\tSun, too',
			'\tSeason',
			'\t\tSpring',
			'\t\t\tBicycles',
			'\t\tAutumn',
		]);
	});

	it('puts cards under their columns, and rows of tables one a line', () => {
		const test = testBoard();
		const { model } = test;
		columnsWithCard(test, ['Open', 'Done'], 1, 'Fix the sign');
		expect(indented(boardOutline({ model, title: '' })).split('\n')).toEqual([
			'Gather',
			'\tRepairs',
			'\t\tOpen',
			'\t\tDone',
			'\t\t\tFix the sign',
		]);
	});

	it('comes back from Markdown and OPML as it went out', async () => {
		const { model } = board();
		const outline = boardOutline({ model, title: 'Café & more' });
		const input = { model, title: 'Café & more' };
		expect(indented(readMarkdown(textOf(await markdownFile(input))))).toBe(indented(outline));
		expect(indented(readOpml(textOf(await opmlFile(input))))).toBe(indented(outline));
	});

	it('holds only what was chosen, and of a map what hangs on it', () => {
		const { model, glue, root } = board();
		const chosen = (ids: string[]): string[] => indented(boardOutline({ model, title: '', ids })).split('\n');
		expect(chosen([glue])).toEqual(['Gather', '\tGlue ran dry']);
		expect(chosen([root])).toEqual(['Gather', '\tSeason', '\t\tSpring', '\t\t\tBicycles', '\t\tAutumn']);
		const spring = model.maps.branchesOf(root)[0]!;
		expect(chosen([spring, glue])).toEqual(['Gather', '\tSpring', '\t\tBicycles', '\tGlue ran dry']);
	});
});

describe('a board as a graph', () => {
	it('has what is written as nodes, lines and branches as edges, and fields as clusters', async () => {
		const { model, glue, door, line } = board();
		const graph = boardGraph({ model, title: '' });
		expect(graph.links.find(({ id }) => id === line)).toMatchObject({ from: glue, to: door });
		expect(graph.links.filter(({ id }) => id.startsWith('branch '))).toHaveLength(3);
		expect(graph.steps.find(({ id }) => id === glue)).toMatchObject({
			name: 'Glue ran dry',
			lane: 'What held us up?',
		});
		const names = (steps: readonly { name: string }[]): string[] => steps.map(({ name }) => name).sort();
		const pairs = (links: readonly { from: string | undefined; to: string | undefined }[]): string[] =>
			links.map(({ from, to }) => `${from} ${to}`).sort();
		const input = { model, title: '' };
		for (const read of [
			readGraphml(textOf(await graphmlFile(input))),
			readDot(textOf(await dotFile(input))),
		]) {
			expect(names(read.steps)).toEqual(names(graph.steps));
			expect(pairs(read.links)).toEqual(pairs(graph.links));
		}
	});
});

describe('action items', () => {
	const withItems = () => {
		const test = testBoard();
		const id = holderAt(test, 'actions', ['', 'What', 'Who', 'Until', 'Signed off'], 3);
		const { rows } = test.model.find(id)!.parts!;
		writeBlock(test.editContext, test.model, id, partOf(rows[0]!.id, 'text'), [
			['Buy glue, "fast"; and tape'],
			['Paint the sign'],
		]);
		setFact(test.editContext, id, rows[0]!.id, 'person', { name: 'Nele' });
		setFact(test.editContext, id, rows[0]!.id, 'due', '2026-04-03');
		setFact(test.editContext, id, rows[1]!.id, 'done', true);
		return { ...test, id, rows };
	};

	it('are tasks of a calendar that an independent reader reads', async () => {
		const { model, id, rows } = withItems();
		const text = textOf(await calendarFile({ model, title: 'Café', now: Date.UTC(2026, 2, 1, 9) }));
		// Lines end and are folded as the standard asks (RFC 5545, 3.1).
		for (const line of text.split('\r\n'))
			expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
		expect(text.replaceAll('\r\n', '')).not.toContain('\n');
		const tasks = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vtodo');
		const first = (name: string): string[] =>
			tasks.map((task) => String(task.getFirstPropertyValue(name) ?? ''));
		expect(first('summary')).toEqual(['Buy glue, "fast"; and tape', 'Paint the sign']);
		expect(first('due')).toEqual(['2026-04-03', '']);
		expect(first('status')).toEqual(['NEEDS-ACTION', 'COMPLETED']);
		expect(first('contact')).toEqual(['Nele', '']);
		expect(first('uid')[0]).toBe(`${id}-${rows[0]!.id}@wandtafel`);
		expect(first('dtstamp')[0]).toBe('2026-03-01T09:00:00Z');
	});

	it('are no calendar where there are none', async () => {
		const { model } = board();
		await expect(calendarFile({ model, title: '' })).rejects.toThrow('nothing to export');
	});

	it('have a sheet of their own in a spreadsheet, with days as days', () => {
		const { model } = withItems();
		const sheet = workbookOf({ model, title: '' }, words).find(({ name }) => name === 'Action items')!;
		expect(sheet.rows).toEqual([
			['Buy glue, "fast"; and tape', 'Nele', { day: '2026-04-03' }, false, undefined, 'Repairs'],
			['Paint the sign', undefined, undefined, true, undefined, 'Repairs'],
		]);
	});
});

describe('a spreadsheet', () => {
	it('says of each note where it lies, what it is linked to, and when it was made', () => {
		const { model, glue, rain } = board();
		const [notes] = workbookOf({ model, title: '' }, words);
		expect(notes!.name).toBe('Notes');
		const cell = (id: string, column: string) => {
			const at = notes!.columns.findIndex(({ heading }) => heading === column);
			const key = notes!.columns.findIndex(({ heading }) => heading === 'id');
			return notes!.rows.find((row) => row[key] === id)![at];
		};
		expect(cell(glue, 'text')).toBe('Glue ran dry');
		expect(cell(glue, 'field')).toBe('What held us up?');
		expect(cell(glue, 'linksOut')).toBe('The door');
		expect(cell(glue, 'nods')).toBe(0);
		expect(cell(glue, 'made')).toEqual({ moment: model.find(glue)!.made });
		expect(cell(rain, 'theme')).toBe('Weather');
	});

	it('has a column for each vote that is over, and one sheet for their results', () => {
		const { model, glue, rain } = board();
		const option = (id: string) => ({ id, text: model.find(id)!.text[0]!.runs[0]!.text });
		const vote = {
			terms: { method: 'dots', question: 'Which first?' },
			closedAt: 5000,
			turnout: { voted: 4, entitled: 6 },
			outcome: {
				results: [
					{ option: option(rain), rank: 1, score: 7, voters: 4 },
					{ option: option(glue), rank: 2, score: 2, voters: 1 },
				],
			},
		} as unknown as ShownVote;
		const open = { ...vote, closedAt: undefined } as unknown as ShownVote;
		const record = { session: EMPTY_SESSION, votes: [vote, open] };
		const sheets = workbookOf({ model, title: '', record }, words);
		const notes = sheets[0]!;
		const at = notes.columns.findIndex(({ heading }) => heading === 'Which first?');
		expect(
			notes.rows
				.map((row) => row[at])
				.filter((score) => score !== undefined)
				.sort(),
		).toEqual([2, 7]);
		const results = sheets.find(({ name }) => name === 'Votes')!;
		expect(results.rows.map((row) => row.slice(2, 6))).toEqual([
			[1, 'Rain', 7, 4],
			[2, 'Glue ran dry', 2, 1],
		]);
	});

	it('has tables as they stand, numbers as numbers, and a name that each sheet has alone', () => {
		const test = testBoard();
		for (let i = 0; i < 2; i++) {
			const id = holderAt(test, 'table', ['Part', 'Price'], 3);
			const { rows, cols } = test.model.find(id)!.parts!;
			writeBlock(test.editContext, test.model, id, partOf(rows[1]!.id, cols[0]!.id), [
				['Plug', '2,50'],
				['=SUM(A1)', '007'],
			]);
		}
		const sheets = workbookOf({ model: test.model, title: '' }, words);
		const tables = sheets.filter(({ name }) => name.startsWith('Repairs'));
		expect(tables.map(({ name }) => name)).toEqual(['Repairs', 'Repairs (2)']);
		expect(tables[0]!.columns.map(({ heading }) => heading)).toEqual(['Part', 'Price']);
		expect(tables[0]!.rows).toEqual([
			['Plug', 2.5],
			['=SUM(A1)', '007'],
		]);
	});

	it('gives sheets names that spreadsheets take', () => {
		const test = testBoard();
		for (const text of [`a/b:c*d[e]?`, 'x'.repeat(60), 'X'.repeat(60)]) {
			const id = holderAt(test, 'list', [], 1);
			setText(test.editContext, id, richFrom(text));
			const { rows } = test.model.find(id)!.parts!;
			writeBlock(test.editContext, test.model, id, partOf(rows[0]!.id, 'text'), [['one']]);
		}
		const names = workbookOf({ model: test.model, title: '' }, words).map(({ name }) => name);
		for (const name of names) {
			expect(name.length).toBeLessThanOrEqual(31);
			expect(name).not.toMatch(/[\\/?*[\]:]/);
		}
		expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(names.length);
	});
});

describe('rows of objects', () => {
	it('follow the tips of a line', () => {
		const { model, door, glue, line } = board();
		const [row] = objectRows(model, [model.find(line)!]);
		expect(row).toMatchObject({ from: 'Glue ran dry', to: 'The door' });
		expect(objectRows(model, [model.find(door)!])[0]).toMatchObject({
			linksIn: ['Glue ran dry'],
			linksOut: [],
		});
		expect(objectRows(model, [model.find(glue)!])[0]).toMatchObject({ linksIn: [], linksOut: ['The door'] });
	});
});
