/**
 * Flows as a table, one row a step: what it is, who does it, what it takes, and where it leads to,
 * as `yes 80 %: 4; no: 7` with numbers or names of steps. In and out, for spreadsheets.
 */
import Papa from 'papaparse';
import { Fault } from '../../fault';
import { plainForm } from '../../text/search';
import { STEP_TYPES, type Flow, type FlowLink, type StepType } from '../flow';
import { MOST, readNumber, withTypes, type ReadStep } from './infer';

export const FLOW_COLUMNS = [
	'number',
	'step',
	'type',
	'who',
	'least',
	'likely',
	'most',
	'cost',
	'next',
] as const;
export type FlowColumn = (typeof FLOW_COLUMNS)[number];
/** What the columns are called, and what steps are. */
export interface FlowTableWords {
	columns: Readonly<Record<FlowColumn, string>>;
	types: Readonly<Record<StepType, string>>;
}

/** Headings and words that are understood, whoever wrote the table: English and German. */
const COLUMN_NAMES: Record<FlowColumn, string[]> = {
	number: ['number', 'no', 'nr', 'nummer'],
	step: ['step', 'name', 'task', 'schritt', 'aufgabe'],
	type: ['type', 'kind', 'art', 'typ'],
	who: ['who', 'role', 'lane', 'wer', 'rolle', 'bahn'],
	least: ['least', 'least minutes', 'mindestens', 'minuten mindestens'],
	likely: ['likely', 'minutes', 'likely minutes', 'minuten', 'wahrscheinlich'],
	most: ['most', 'most minutes', 'hochstens', 'minuten hochstens'],
	cost: ['cost', 'costs', 'kosten'],
	next: ['next', 'leads to', 'weiter', 'fuhrt zu', 'folgt'],
};
const TYPE_NAMES: Record<StepType, string[]> = {
	process: ['process', 'step', 'schritt'],
	decision: ['decision', 'entscheidung'],
	terminator: ['terminator', 'start', 'end', 'start or end', 'anfang', 'ende', 'anfang oder ende'],
	data: ['data', 'document', 'daten', 'dokument'],
	jump: ['jump', 'connector', 'sprung'],
};

/**
 * A cell that a spreadsheet would take for a formula gets an apostrophe in front (OWASP, "CSV
 * injection").
 */
const safe = (text: string): string => (/^[\s"']*[=+\-@\t\r]/.test(text) ? `'${text}` : text);

/** A flow as a table (RFC 4180), in the language of the words. */
export function writeFlowTable({ steps, links }: Flow, { columns, types }: FlowTableWords): string {
	const numbers = new Map(steps.map(({ id }, i) => [id, i + 1]));
	const nextOf = (id: string): string =>
		links
			.filter(({ from, to }) => from === id && to !== undefined && numbers.has(to))
			.map(({ to, name, share }) => {
				const exit = [name.replace(/[:;\n]/g, ' ').trim(), share === undefined ? '' : `${share} %`]
					.filter(Boolean)
					.join(' ');
				return (exit ? `${exit}: ` : '') + String(numbers.get(to!));
			})
			.join('; ');
	const rows = steps.map(({ id, name, type, who, lane, minutes, cost }) => [
		String(numbers.get(id)),
		safe(name),
		types[type],
		safe(who ?? lane ?? ''),
		...[minutes?.least, minutes?.likely, minutes?.most, cost].map((each) =>
			each === undefined ? '' : String(each),
		),
		safe(nextOf(id)),
	]);
	return `\uFEFF${Papa.unparse([FLOW_COLUMNS.map((column) => columns[column]), ...rows], { newline: '\r\n' })}\r\n`;
}

const columnOf = (heading: string): FlowColumn | undefined => {
	const plain = plainForm(heading);
	return FLOW_COLUMNS.find((column) => COLUMN_NAMES[column].includes(plain));
};

/** One way on, as it stands in a cell. */
interface Way {
	name: string;
	share: number | undefined;
	target: string;
}

/** Reads `yes 80 %: 4; no: 7`; a name and a share may be left out. */
function readWays(cell: string): Way[] {
	return cell
		.split(/[;\n]/)
		.map((part) => part.trim())
		.filter((part) => part !== '')
		.map((part) => {
			const at = part.lastIndexOf(':');
			const exit = at < 0 ? '' : part.slice(0, at).trim();
			const share = /(?:^|\s)(\d{1,3}(?:[.,]\d+)?)\s*%$/.exec(exit);
			return {
				name: share ? exit.slice(0, share.index).trim() : exit,
				share: share ? readNumber(share[1]) : undefined,
				target: part.slice(at + 1).trim(),
			};
		});
}

/** Whether the headings of a table say that its rows are steps, and where they lead to. */
export function isFlowTable([headings = []]: readonly (readonly string[])[]): boolean {
	const columns = headings.map(columnOf);
	return columns.includes('step') && columns.includes('next');
}

/** Reads a table of steps as text: as `flowOfRows` does. */
export const readFlowTable = (text: string): Flow =>
	flowOfRows(Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' }).data);

/**
 * Reads a table of steps, with a row of headings or, without one, the names of steps and where they
 * lead to.
 * @throws Fault `no flow` for what is none, or holds too much
 */
export function flowOfRows(data: readonly (readonly string[])[]): Flow {
	const cells = data.map((row) =>
		row.map((cell) =>
			cell
				.replace(/^'(?=[=+\-@])/, '')
				.trim()
				.slice(0, MOST.letters),
		),
	);
	const headings = (cells[0] ?? []).map(columnOf);
	const isHeaded = headings.includes('step');
	const columns: (FlowColumn | undefined)[] = isHeaded ? headings : ['step', 'next'];
	const rows = isHeaded ? cells.slice(1) : cells;
	if (rows.length > MOST.steps) throw new Fault('no flow', { problem: 'size' });
	const valueIn = (row: readonly string[], column: FlowColumn): string => row[columns.indexOf(column)] ?? '';
	const named = rows.filter((row) => valueIn(row, 'step') !== '');
	if (named.length === 0 || (!isHeaded && named.every((row) => row.length < 2)))
		throw new Fault('no flow', { problem: 'format' });
	const ids = new Map<string, string>();
	named.forEach((row, i) => {
		const id = `step ${i + 1}`;
		for (const key of [valueIn(row, 'step'), valueIn(row, 'number') || String(i + 1)])
			if (!ids.has(plainForm(key))) ids.set(plainForm(key), id);
	});
	const steps = named.map((row, i): ReadStep => {
		const [least, likely, most] = (['least', 'likely', 'most'] as const).map((each) =>
			readNumber(valueIn(row, each)),
		);
		const only = likely ?? least ?? most;
		const sorted = only === undefined ? [] : [least ?? only, only, most ?? only].sort((a, b) => a - b);
		const type = plainForm(valueIn(row, 'type'));
		return {
			id: `step ${i + 1}`,
			name: valueIn(row, 'step'),
			type: STEP_TYPES.find((each) => TYPE_NAMES[each].includes(type)),
			minutes: sorted.length === 3 ? { least: sorted[0]!, likely: sorted[1]!, most: sorted[2]! } : undefined,
			cost: readNumber(valueIn(row, 'cost')),
			who: valueIn(row, 'who') || undefined,
		};
	});
	const links: FlowLink[] = [];
	named.forEach((row, i) => {
		for (const { name, share, target } of readWays(valueIn(row, 'next'))) {
			const to = ids.get(plainForm(target));
			if (to !== undefined)
				links.push({
					id: `link ${links.length + 1}`,
					from: `step ${i + 1}`,
					to,
					name,
					share: share !== undefined && share <= 100 ? share : undefined,
				});
		}
	});
	return withTypes(steps, links);
}
