/** Files that somebody dropped or chose: what is in them, and what each is to become. */
import { Fault } from '$core/fault';
import { targetsOf } from '$core/formats/import/targets';
import { importFormatOf, type ImportTarget, type ImportContent } from '$core/formats/imports';
import {
	COLUMN_ROLES,
	guessColumns,
	type ColumnRole,
	type RowColumns,
} from '$core/formats/import/row-columns';
import { unionOf, type Point } from '$core/geometry/box';
import { messageOf } from '$lib/api/errors';
import type { Board } from '../../board/board.svelte';
import { notesOf, putContent, readIncoming } from '../../board/incoming';
import { isPictureFile, placePictures, storePictures } from '../../board/pictures';
import { fitsTable } from '../../board/holders';

/** Room between what two files become, board units. */
const BETWEEN = 80;

/** Letters of a table that goes to the server in one message. */
const MAX_TABLE_LETTERS = 1_000_000;

/** What a file can become: what its content can, or nothing, or a picture as it is. */
export type FileTarget = ImportTarget | 'picture' | 'nothing';

export class IncomingFile {
	/** What was read; undefined while that goes on, where it failed, and for pictures. */
	content = $state.raw<ImportContent>();
	target = $state<FileTarget>('nothing');
	problem = $state('');
	isReading = $state(false);
	/** The sheet of a spreadsheet that is taken. */
	sheet = $state(0);
	columns = $state<RowColumns>({ hasHeadings: false, roles: [] });

	/**
	 * @param mayName whether a note may say who wrote it: not where the board hides names
	 */
	constructor(
		readonly file: File,
		readonly mayName: boolean,
	) {
		if (isPictureFile(file)) this.target = 'picture';
		else void this.read();
	}

	private async read(): Promise<void> {
		const format = importFormatOf(this.file.name);
		if (!format) return;
		this.isReading = true;
		try {
			this.content = await readIncoming(this.file, format);
			this.takeSheet(0);
			this.target = this.targets[0]!;
		} catch (error) {
			this.problem = messageOf(error);
		} finally {
			this.isReading = false;
		}
	}

	/** What can be chosen, without leaving it out. */
	get targets(): FileTarget[] {
		if (isPictureFile(this.file)) return ['picture'];
		return this.content ? targetsOf(this.content, this.sheet).filter((each) => this.fits(each)) : [];
	}

	private fits(target: ImportTarget): boolean {
		if (target !== 'table') return true;
		const letters = this.rows.reduce((sum, row) => sum + row.join('').length, 0);
		return letters <= MAX_TABLE_LETTERS && fitsTable(this.rows.length, this.rows[0]?.length ?? 0);
	}

	/** Whether something would come of it. */
	get isComplete(): boolean {
		return this.target !== 'notes' || this.noteCount > 0;
	}

	/** Rows of the sheet that is taken; none where the file has no rows. */
	get rows(): string[][] {
		return this.content?.is === 'rows' ? (this.content.sheets[this.sheet]?.rows ?? []) : [];
	}

	takeSheet(sheet: number): void {
		this.sheet = sheet;
		const { hasHeadings, roles } = guessColumns(this.rows);
		const kept = roles.map((role) => (role === 'writer' && !this.mayName ? 'none' : role));
		this.columns = { hasHeadings, roles: kept };
		// What the sheet before could become, this one perhaps cannot.
		if (this.target !== 'nothing' && !this.targets.includes(this.target)) this.target = this.targets[0]!;
	}

	/** What a column can be for a note. */
	get roles(): ColumnRole[] {
		return [...COLUMN_ROLES, 'none' as const].filter((role) => role !== 'writer' || this.mayName);
	}

	/** How many notes would come of it. */
	get noteCount(): number {
		const { content, target, sheet, columns } = this;
		if (!content || target !== 'notes') return 0;
		return notesOf({ content, target, sheet, columns }).length;
	}
}

/**
 * Puts files on the board as one step, below each other. Returns what went wrong, by file.
 * @param isGivenUp whether nothing is to be put there after all, asked when pictures are sent
 */
export async function putFiles(
	board: Board,
	files: readonly IncomingFile[],
	at: Point | undefined,
	isGivenUp: () => boolean,
): Promise<{ ids: string[]; problems: { name: string; problem: string }[] }> {
	const problems: { name: string; problem: string }[] = [];
	const pictures = files.filter(({ target }) => target === 'picture').map(({ file }) => file);
	const stored = await storePictures(board, pictures, (name, problem) => problems.push({ name, problem }));
	if (isGivenUp()) return { ids: [], problems: [] };
	// Rights may have gone while pictures were sent.
	if (!board.mayAll) throw new Fault('may not edit');
	const ids: string[] = [];
	let corner = at;
	const put = (name: string, work: (corner: Point | undefined) => string[]): void => {
		try {
			const made = work(corner);
			ids.push(...made);
			const around = unionOf(made.flatMap((id) => board.model.boundsOf(id) ?? []));
			if (around) corner = { x: around.x, y: Math.round(around.y + around.h + BETWEEN) };
		} catch (error) {
			problems.push({ name, problem: messageOf(error) });
		}
	};
	board.asOne(() => {
		for (const { file, content, target, sheet, columns } of files)
			if (content && target !== 'picture' && target !== 'nothing')
				put(file.name, (from) => putContent(board, { content, target, sheet, columns }, from));
		if (stored.length > 0) put('', (from) => placePictures(board, stored, from ?? board.middle));
	});
	return { ids, problems };
}

/** Those of some objects that lie in no other of them and hang on none: what one takes hold of. */
export function outermostOf({ model }: Pick<Board, 'model'>, ids: readonly string[]): string[] {
	const made = new Set(ids);
	return ids.filter((id) => {
		const object = model.find(id);
		const above = object && (object.held?.in ?? object.branch?.parent ?? model.fieldOf(object)?.id);
		return above === undefined || !made.has(above);
	});
}
