/**
 * A board as the sheets of a spreadsheet, before they are written: columns with types, rows of
 * values.
 */
import { rowsOf, wordsOf } from '../board/words';
import { formOf } from '../board/holders/forms';
import { isNote } from '../board/kinds/guards';
import type { BoardObject, KindName } from '../board/objects';
import type { ShownVote } from '../contract/votes';
import type { SessionState } from '../meeting/runsheet';
import type { StepKind } from '../meeting/steps';
import { plainText } from '../text/rich';
import { actionItemsOf } from './action-items';
import { chosenObjects } from './chosen';
import type { ExportedFile, ExportInput, ExportServices } from './exports';
import { objectRows, type ObjectRow } from './object-rows';

/** Left out where there is nothing. A date is a moment, ms since 1970. */
export type Cell = string | number | boolean | { moment: number } | { day: string } | undefined;

export interface WorkbookColumn {
	heading: string;
	/** Width, letters. */
	width: number;
}
export interface WorkbookSheet {
	name: string;
	columns: WorkbookColumn[];
	rows: Cell[][];
}

/** What a session left besides the board. */
export interface SessionRecord {
	session: SessionState;
	votes: readonly ShownVote[];
}

/** What sheets and columns are called, in the language of whoever makes the file. */
export interface WorkbookWords {
	notes: string;
	others: string;
	actions: string;
	votes: string;
	steps: string;
	columns: Record<
		| keyof ObjectRow
		| 'item'
		| 'done'
		| 'person'
		| 'due'
		| 'signed'
		| 'question'
		| 'method'
		| 'option'
		| 'rank'
		| 'score'
		| 'voters'
		| 'voted'
		| 'entitled'
		| 'step'
		| 'planned'
		| 'begun'
		| 'ended'
		| 'took',
		string
	>;
	kind: (kind: KindName) => string;
	stepKind: (kind: StepKind) => string;
	method: (method: ShownVote['terms']['method']) => string;
}

/** Letters that a cell can hold (ECMA-376, what spreadsheets take). */
const MAX_CELL = 32_767;
/** Letters that the name of a sheet can have, and those that it cannot (ECMA-376). */
const MAX_NAME = 31;
const FORBIDDEN = /[\\/?*[\]:]/g;

type Column<R> = { heading: string; width: number; of: (row: R) => Cell };
const sheetOf = <R>(name: string, rows: readonly R[], columns: readonly Column<R>[]): WorkbookSheet => ({
	name,
	columns: columns.map(({ heading, width }) => ({ heading, width })),
	rows: rows.map((row) => columns.map(({ of }) => of(row))),
});

const text = (value: string): Cell => (value === '' ? undefined : value.slice(0, MAX_CELL));
const moment = (ms: number | undefined): Cell =>
	ms === undefined || !Number.isFinite(ms) || ms <= 0 ? undefined : { moment: ms };

/** What notes got in votes, one column a vote that is over. */
const voteColumns = (votes: readonly ShownVote[]): Column<ObjectRow>[] =>
	votes.flatMap(({ terms, outcome, closedAt }) => {
		if (!outcome || closedAt === undefined) return [];
		const scores = new Map(outcome.results.map(({ option, score }) => [option.id, score]));
		return [{ heading: terms.question, width: 14, of: ({ id }: ObjectRow) => scores.get(id) }];
	});

function objectColumns(words: WorkbookWords): Column<ObjectRow>[] {
	const { columns } = words;
	return [
		{ heading: columns.text, width: 60, of: (row) => text(row.text) },
		{ heading: columns.author, width: 16, of: (row) => text(row.author) },
		{ heading: columns.kind, width: 12, of: (row) => words.kind(row.kind) },
		{ heading: columns.sheet, width: 18, of: (row) => text(row.sheet) },
		{ heading: columns.field, width: 24, of: (row) => text(row.field) },
		{ heading: columns.theme, width: 24, of: (row) => text(row.theme) },
		{ heading: columns.holder, width: 20, of: (row) => text(row.holder) },
		{ heading: columns.column, width: 16, of: (row) => text(row.column) },
		{ heading: columns.row, width: 16, of: (row) => text(row.row) },
		{ heading: columns.nods, width: 8, of: (row) => row.nods },
	];
}
const lastColumns = ({ columns }: WorkbookWords): Column<ObjectRow>[] => [
	{ heading: columns.linksOut, width: 30, of: ({ linksOut }) => text(linksOut.join('; ')) },
	{ heading: columns.linksIn, width: 30, of: ({ linksIn }) => text(linksIn.join('; ')) },
	{ heading: columns.from, width: 20, of: (row) => text(row.from) },
	{ heading: columns.to, width: 20, of: (row) => text(row.to) },
	{ heading: columns.colour, width: 10, of: (row) => text(row.colour) },
	{ heading: columns.shape, width: 12, of: (row) => text(row.shape) },
	{ heading: columns.made, width: 17, of: (row) => moment(row.made) },
	{ heading: columns.changed, width: 17, of: (row) => moment(row.changed) },
	{ heading: columns.id, width: 14, of: (row) => row.id },
];

function actionSheet(objects: readonly BoardObject[], { actions, columns }: WorkbookWords): WorkbookSheet[] {
	const items = actionItemsOf(objects);
	if (items.length === 0) return [];
	return [
		sheetOf(actions, items, [
			{ heading: columns.item, width: 60, of: ({ item }) => text(item) },
			{ heading: columns.person, width: 20, of: ({ person }) => text(person) },
			{ heading: columns.due, width: 12, of: ({ due }) => (due === undefined ? undefined : { day: due }) },
			{ heading: columns.done, width: 8, of: ({ done }) => done },
			{ heading: columns.signed, width: 20, of: ({ signed }) => text(signed) },
			{ heading: columns.holder, width: 20, of: ({ list }) => text(list) },
		]),
	];
}

/** A table or a list as it stands on the board; a number is one. */
function tableSheets(objects: readonly BoardObject[], words: WorkbookWords): WorkbookSheet[] {
	return objects.flatMap((object): WorkbookSheet[] => {
		const form = formOf(object.kind);
		if (!object.parts || !form || form.flow || form.open || form.items) return [];
		const [head, ...rows] = form.headings === 'none' ? [[], ...rowsOf(object)] : rowsOf(object);
		const count = Math.max(head?.length ?? 0, ...rows.map((cells) => cells.length));
		if (count === 0) return [];
		const columns = Array.from({ length: count }, (_, i) => {
			const longest = Math.max(8, ...rows.slice(0, 200).map((cells) => (cells[i] ?? '').length));
			return { heading: head?.[i] ?? '', width: Math.min(60, longest + 2) };
		});
		const name = plainText(object.text).trim() || words.kind(object.kind);
		return [{ name, columns, rows: rows.map((cells) => cells.map(numberOrText)) }];
	});
}

const NUMBER = /^-?(?:0|[1-9]\d{0,14})(?:[.,]\d{1,10})?$/;
const numberOrText = (value: string): Cell =>
	NUMBER.test(value.trim()) ? Number(value.trim().replace(',', '.')) : text(value);

function voteSheet(votes: readonly ShownVote[], words: WorkbookWords): WorkbookSheet[] {
	const { columns } = words;
	const rows = votes.flatMap((vote) =>
		vote.closedAt === undefined ? [] : (vote.outcome?.results ?? []).map((result) => ({ vote, result })),
	);
	if (rows.length === 0) return [];
	return [
		sheetOf(words.votes, rows, [
			{ heading: columns.question, width: 40, of: ({ vote }) => text(vote.terms.question) },
			{ heading: columns.method, width: 16, of: ({ vote }) => words.method(vote.terms.method) },
			{ heading: columns.rank, width: 8, of: ({ result }) => result.rank },
			{ heading: columns.option, width: 50, of: ({ result }) => text(result.option.text) },
			{ heading: columns.score, width: 10, of: ({ result }) => Math.round(result.score * 1000) / 1000 },
			{ heading: columns.voters, width: 10, of: ({ result }) => result.voters },
			{ heading: columns.voted, width: 10, of: ({ vote }) => vote.turnout.voted },
			{ heading: columns.entitled, width: 10, of: ({ vote }) => vote.turnout.entitled },
			{ heading: columns.ended, width: 17, of: ({ vote }) => moment(vote.closedAt) },
		]),
	];
}

function stepSheet({ steps, past, running }: SessionState, words: WorkbookWords): WorkbookSheet[] {
	const { columns } = words;
	if (steps.length === 0 && past.length === 0) return [];
	const kinds = new Map(steps.map(({ id, kind }) => [id, kind]));
	const held = past.map((each) => ({ ...each, kind: kinds.get(each.step) }));
	const done = new Set(past.map(({ step }) => step));
	const open = steps
		.filter(({ id }) => !done.has(id))
		.map(({ id, title, kind, minutes }) => ({
			title,
			kind,
			planned: minutes,
			startedAt: running?.step === id ? running.startedAt : undefined,
			endedAt: undefined,
			paused: 0,
		}));
	return [
		sheetOf(
			words.steps,
			[...held, ...open],
			[
				{ heading: columns.step, width: 40, of: ({ title }) => text(title) },
				{ heading: columns.kind, width: 14, of: ({ kind }) => kind && words.stepKind(kind) },
				{ heading: columns.planned, width: 12, of: ({ planned }) => planned },
				{ heading: columns.begun, width: 17, of: ({ startedAt }) => moment(startedAt) },
				{ heading: columns.ended, width: 17, of: ({ endedAt }) => moment(endedAt) },
				{
					heading: columns.took,
					width: 12,
					of: ({ startedAt, endedAt, paused }) =>
						startedAt === undefined || endedAt === undefined
							? undefined
							: Math.round((endedAt - startedAt - paused) / 6000) / 10,
				},
			],
		),
	];
}

/** Names that spreadsheets take, each once. */
function withNames(sheets: readonly WorkbookSheet[]): WorkbookSheet[] {
	const taken = new Set<string>();
	return sheets.map((sheet) => {
		const wanted = sheet.name
			.replace(FORBIDDEN, ' ')
			.replace(/\s+/g, ' ')
			.replace(/^'+|'+$/g, '')
			.trim();
		const base = wanted || '–';
		let name = base.slice(0, MAX_NAME);
		for (let i = 2; taken.has(name.toLowerCase()); i++) {
			const ending = ` (${i})`;
			name = base.slice(0, MAX_NAME - ending.length) + ending;
		}
		taken.add(name.toLowerCase());
		return { ...sheet, name };
	});
}

/** The sheets of a spreadsheet: notes first, then what else there is. */
export function workbookOf(input: ExportInput, words: WorkbookWords): WorkbookSheet[] {
	const objects = chosenObjects(input);
	const { votes = [], session } = input.record ?? {};
	const columns = [...objectColumns(words), ...voteColumns(votes), ...lastColumns(words)];
	const of = (name: string, rows: readonly BoardObject[]): WorkbookSheet =>
		sheetOf(name, objectRows(input.model, rows), columns);
	const others = objects.filter((object) => !isNote(object) && wordsOf(object).trim() !== '');
	return withNames([
		of(words.notes, objects.filter(isNote)),
		...(others.length > 0 ? [of(words.others, others)] : []),
		...actionSheet(objects, words),
		...voteSheet(votes, words),
		...(session ? stepSheet(session, words) : []),
		...tableSheets(objects, words),
	]);
}

export async function workbookFile(input: ExportInput, services: ExportServices): Promise<ExportedFile> {
	return { body: await services.workbook(workbookOf(input, input.words!.workbook)) };
}
