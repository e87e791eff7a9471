/** What the columns of a table say of notes, found by their headings and by what stands in them. */
import { isPigment, OWN_COLOUR, PIGMENTS, type Pigment } from '../../board/colours';
import { plainForm } from '../../text/search';
import type { RowNote } from '../../board/ops/add-rows';

export const COLUMN_ROLES = ['text', 'writer', 'colour', 'theme', 'field'] as const;
/** What a column is for a note; none where it is left out. */
export type ColumnRole = (typeof COLUMN_ROLES)[number] | 'none';

export interface RowColumns {
	/** Whether the first row says what stands below it. */
	hasHeadings: boolean;
	/** One for each column; several may be text. */
	roles: ColumnRole[];
}

/** Headings that are understood, whoever wrote the table: English and German. */
const NAMES: Record<(typeof COLUMN_ROLES)[number], readonly string[]> = {
	text: ['text', 'note', 'notes', 'idea', 'content', 'notiz', 'idee', 'inhalt', 'zettel'],
	writer: ['writer', 'author', 'by', 'who', 'person', 'name', 'von', 'wer', 'verfasser'],
	colour: ['colour', 'color', 'farbe'],
	theme: ['theme', 'topic', 'category', 'group', 'cluster', 'thema', 'kategorie', 'gruppe'],
	field: ['field', 'area', 'section', 'feld', 'bereich', 'abschnitt'],
};
/** Letters of the longest heading that is believed to be one. */
const MAX_HEADING = 40;

const roleOf = (heading: string): ColumnRole =>
	COLUMN_ROLES.find((role) => NAMES[role].includes(plainForm(heading))) ?? 'none';

/** The column with the most letters: where no heading tells, what is written is there. */
function longestColumn(rows: readonly (readonly string[])[]): number {
	const width = rows[0]?.length ?? 0;
	const letters = Array.from({ length: width }, (_, i) =>
		rows.reduce((sum, row) => sum + (Number.isNaN(Number(row[i])) ? row[i]!.length : 0), 0),
	);
	return Math.max(0, letters.indexOf(Math.max(...letters)));
}

/** Whether a first row is unlike those below it: short words, none of them twice, none a number. */
function looksLikeHeadings([first, ...rest]: readonly (readonly string[])[]): boolean {
	if (!first || rest.length === 0) return false;
	const words = first.filter((cell) => cell !== '');
	const isDistinct = new Set(words.map(plainForm)).size === words.length;
	const isShort = words.every((cell) => cell.length <= MAX_HEADING && Number.isNaN(Number(cell)));
	if (words.length < first.length || !isDistinct || !isShort || first.length < 2) return false;
	// Below a heading stand numbers, or words that are told of again and again, or sentences.
	return first.some((heading, i) => {
		const below = rest.map((row) => row[i]!);
		const filled = below.filter((cell) => cell !== '');
		const isNumeric = filled.length > 0 && filled.every((cell) => !Number.isNaN(Number(cell)));
		const mean = filled.reduce((sum, cell) => sum + cell.length, 0) / Math.max(1, filled.length);
		return isNumeric || mean > 3 * heading.length;
	});
}

/** What the columns of a table are likely to be; one of them is the text. */
export function guessColumns(rows: readonly (readonly string[])[]): RowColumns {
	const roles = (rows[0] ?? []).map(roleOf);
	const named = roles.filter((role) => role !== 'none').length;
	const hasHeadings = rows.length > 1 && (named > 0 || looksLikeHeadings(rows));
	const guessed = hasHeadings ? roles : roles.map((): ColumnRole => 'none');
	// Of several columns of one kind the first is taken.
	const single = guessed.map((role, i) => (guessed.indexOf(role) === i ? role : 'none'));
	if (!single.includes('text')) {
		const free = rows
			.slice(hasHeadings ? 1 : 0)
			.map((row) => row.map((cell, i) => (single[i] === 'none' ? cell : '')));
		if (single.length > 0) single[longestColumn(free)] = 'text';
	}
	return { hasHeadings, roles: single };
}

/** Words for colours beside the names of the pigments: English and German. */
const COLOUR_WORDS: Record<Pigment, readonly string[]> = {
	ochre: ['yellow', 'gelb', 'ocker', 'gold'],
	brick: ['red', 'rot', 'orange', 'pink', 'rosa', 'ziegel'],
	moss: ['green', 'grun', 'moos'],
	lake: ['blue', 'blau', 'see', 'turkis', 'cyan'],
	plum: ['purple', 'violet', 'lila', 'violett', 'pflaume'],
	clay: ['brown', 'beige', 'braun', 'ton', 'lehm'],
	chalk: ['white', 'weiss', 'kreide'],
	slate: ['black', 'grey', 'gray', 'schwarz', 'grau', 'schiefer'],
};

/** The colour of a note that a word or #RRGGBB means; undefined for what is none. */
export function noteColour(cell: string): string | undefined {
	if (OWN_COLOUR.test(cell)) return cell.toUpperCase();
	const word = plainForm(cell);
	return isPigment(word) ? word : PIGMENTS.find((pigment) => COLOUR_WORDS[pigment].includes(word));
}

/** Notes of the rows in which something stands; several columns of text become lines of one. */
export function notesOfRows(
	rows: readonly (readonly string[])[],
	{ hasHeadings, roles }: RowColumns,
): RowNote[] {
	const cellOf = (row: readonly string[], role: ColumnRole): string | undefined =>
		row[roles.indexOf(role)] || undefined;
	return rows.slice(hasHeadings ? 1 : 0).flatMap((row): RowNote[] => {
		const text = row.filter((cell, i) => roles[i] === 'text' && cell !== '').join('\n');
		if (text === '') return [];
		const pigment = noteColour(cellOf(row, 'colour') ?? '');
		const [writer, theme, field] = (['writer', 'theme', 'field'] as const).map((role) => cellOf(row, role));
		return [
			{
				text,
				...(writer ? { writer } : {}),
				...(pigment ? { pigment } : {}),
				...(theme ? { theme } : {}),
				...(field ? { field } : {}),
			},
		];
	});
}
