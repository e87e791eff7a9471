/**
 * A board as an outline: sheets, fields, themes and holders, and in them what is written. Maps keep
 * their nesting.
 */
import { formOf } from '../board/holders/forms';
import { HEAD, partOf } from '../board/holders/parts';
import { isConnector, isTheme } from '../board/kinds/guards';
import { isContainer } from '../board/kinds/traits';
import type { BoardModel } from '../board/model/model';
import type { BoardObject } from '../board/objects';
import { outlineOf } from '../board/ops/new-branches';
import { asRead } from '../board/ops/reading-list';
import { fieldsInOrder } from '../board/ops/sequence';
import { rowsOf, wordsOf } from '../board/words';
import { writeMarkdown } from '../mindmap/formats/markdown';
import { writeOpml } from '../mindmap/formats/opml';
import type { Outline } from '../mindmap/outline';
import { isEmpty, plainText, richFrom, type RichText } from '../text/rich';
import { chosenObjects } from './chosen';
import type { ExportedFile, ExportInput } from './exports';
import { textFile } from './text-file';

const line = (text: RichText | string, branches: Outline[] = []): Outline => ({
	text: typeof text === 'string' ? richFrom(text) : text,
	branches,
});

/** Writes down what stands on a board, each object once. */
class Writer {
	private readonly told = new Set<string>();

	constructor(
		private readonly model: BoardModel,
		private readonly chosen: ReadonlySet<string>,
	) {}

	/** A sheet: its fields in their order, then what lies in none of them. */
	sheet(id: string): Outline[] {
		const fields = fieldsInOrder(this.model, id).flatMap((field): Outline[] => {
			if (!this.takes(field)) return [];
			const within = this.model.contentsOf(field).flatMap((each) => this.model.find(each) ?? []);
			return [line(field.text, this.objects(within))];
		});
		return [...fields, ...this.objects(this.model.onSheet(id))];
	}

	/** Objects as one reads them: what holds others before what stands alone. */
	private objects(objects: readonly BoardObject[]): Outline[] {
		const order = [...objects].sort(asRead);
		const themes = order.filter(isTheme).flatMap((theme) => this.one(theme));
		const holders = order.filter(({ parts }) => parts).flatMap((holder) => this.one(holder));
		const maps = order.flatMap((object) => this.map(object));
		return [...themes, ...holders, ...maps, ...order.flatMap((object) => this.one(object))];
	}

	private takes({ id }: BoardObject): boolean {
		if (this.told.has(id) || !this.chosen.has(id)) return false;
		this.told.add(id);
		return true;
	}

	/** What hangs on an object, where that itself hangs on nothing that was chosen. */
	private map(object: BoardObject): Outline[] {
		const { maps } = this.model;
		const parent = maps.parentOf(object.id);
		if (maps.branchesOf(object.id).length === 0 || (parent !== undefined && this.chosen.has(parent)))
			return [];
		const all = [object.id, ...maps.descendantsOf(object.id)];
		// In part chosen: what was chosen of it stands for itself.
		if (!all.every((id) => this.chosen.has(id)) || this.told.has(object.id)) return [];
		for (const id of all) this.told.add(id);
		return [outlineOf(this.model, object.id)!];
	}

	private one(object: BoardObject): Outline[] {
		if (this.told.has(object.id) || !this.chosen.has(object.id) || isConnector(object)) return [];
		if (isTheme(object)) {
			this.told.add(object.id);
			const notes = this.model.sortedInto(object.id).flatMap((id) => this.model.find(id) ?? []);
			return [
				line(
					object.text,
					notes.sort(asRead).flatMap((note) => this.one(note)),
				),
			];
		}
		if (object.parts) return this.takes(object) ? [this.holder(object)] : [];
		if (isContainer(object) || wordsOf(object).trim() === '') return [];
		this.told.add(object.id);
		return [line(isEmpty(object.text) ? wordsOf(object) : object.text)];
	}

	/** A holder: its cards under their columns and rows, or its lines. */
	private holder(object: BoardObject): Outline {
		const { rows, cols, cells } = object.parts!;
		const form = formOf(object.kind)!;
		const title = isEmpty(object.text) ? wordsOf(object).split('\n')[0]! : object.text;
		if (!form.flow && !form.open)
			return line(
				title,
				rowsOf(object)
					.map((each) => each.filter(Boolean).join(' | '))
					.filter((each) => each !== '')
					.map((each) => line(each)),
			);
		const cards = this.model.cardsOf(object.id);
		const within = (col: string | undefined, row: string | undefined): Outline[] =>
			cards
				.filter(
					({ held }) => (col === undefined || held?.col === col) && (row === undefined || held?.row === row),
				)
				.sort(asRead)
				.flatMap((card) => this.one(card));
		const named = (part: string, branches: Outline[]): Outline[] => {
			const heading = plainText(cells[part] ?? []).trim();
			if (heading === '') return branches;
			return [line(cells[part]!, branches)];
		};
		const byColumn = (row: string | undefined): Outline[] =>
			cols.flatMap(({ id }) => named(partOf(HEAD, id), within(id, row)));
		if (!form.rows || rows.length < 2) return line(title, byColumn(undefined));
		return line(
			title,
			rows.flatMap(({ id }) =>
				named(partOf(id, HEAD), cols.length > 1 ? byColumn(id) : within(undefined, id)),
			),
		);
	}
}

/** The outline of a board, of a sheet, or of what was chosen: at the top a line a sheet. */
export function boardOutline(input: ExportInput): Outline[] {
	const { model } = input;
	const writer = new Writer(model, new Set(chosenObjects(input).map(({ id }) => id)));
	return model.sheets
		.filter(({ id }) => input.sheet === undefined || id === input.sheet)
		.map(({ id, title }) => line(title, writer.sheet(id)))
		.filter(({ branches }) => !input.ids || branches.length > 0);
}

export const markdownFile = async (input: ExportInput): Promise<ExportedFile> =>
	textFile(writeMarkdown(boardOutline(input)));

export const opmlFile = async (input: ExportInput): Promise<ExportedFile> =>
	textFile(writeOpml(input.title, boardOutline(input)));
