/** Files that somebody dropped or chose: what is in them, and what each is to become. */
import { Fault } from '$core/fault';
import { becomingsOf } from '$core/formats/in/becomings';
import { importFormatOf, type Becoming, type ImportContent } from '$core/formats/imports';
import { COLUMN_ROLES, guessColumns, type ColumnRole, type RowColumns } from '$core/formats/in/row-columns';
import { unionOf, type Point } from '$core/geometry/box';
import { messageOf } from '$lib/api/errors';
import type { Board } from '../../board/board.svelte';
import { notesOf, putContent, readIncoming } from '../../board/incoming';
import { isPictureFile, placePictures, storePictures } from '../../board/pictures';
import { fitsTable } from '../../board/holders';

/** Room between what two files become, board units. */
const BETWEEN = 80;

/** What a file can become: what its content can, or nothing, or a picture as it is. */
export type FileBecoming = Becoming | 'picture' | 'nothing';

export class IncomingFile {
	/** What was read; undefined while that goes on, where it failed, and for pictures. */
	content = $state.raw<ImportContent>();
	becoming = $state<FileBecoming>('nothing');
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
		if (isPictureFile(file)) this.becoming = 'picture';
		else void this.read();
	}

	private async read(): Promise<void> {
		const format = importFormatOf(this.file.name);
		if (!format) return;
		this.isReading = true;
		try {
			this.content = await readIncoming(this.file, format);
			this.takeSheet(0);
			this.becoming = this.becomings[0]!;
		} catch (error) {
			this.problem = messageOf(error);
		} finally {
			this.isReading = false;
		}
	}

	/** What can be chosen, without leaving it out. */
	get becomings(): FileBecoming[] {
		if (isPictureFile(this.file)) return ['picture'];
		return this.content ? becomingsOf(this.content).filter((each) => this.fits(each)) : [];
	}

	private fits(becoming: Becoming): boolean {
		return becoming !== 'table' || fitsTable(this.rows.length, this.rows[0]?.length ?? 0);
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
		if (this.becoming === 'table' && !this.fits('table')) this.becoming = 'notes';
	}

	/** What a column can be for a note. */
	get roles(): ColumnRole[] {
		return [...COLUMN_ROLES, 'none' as const].filter((role) => role !== 'writer' || this.mayName);
	}

	/** How many notes would come of it. */
	get noteCount(): number {
		const { content, becoming, sheet, columns } = this;
		if (!content || becoming !== 'notes') return 0;
		return notesOf({ content, becoming, sheet, columns }).length;
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
	const pictures = files.filter(({ becoming }) => becoming === 'picture').map(({ file }) => file);
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
		for (const { file, content, becoming, sheet, columns } of files)
			if (content && becoming !== 'picture' && becoming !== 'nothing')
				put(file.name, (from) => putContent(board, { content, becoming, sheet, columns }, from));
		if (stored.length > 0) put('', (from) => placePictures(board, stored, from ?? board.middle));
	});
	return { ids, problems };
}
