/** Drawing a layout by code: objects of the board at places relative to its upper left corner, at any scale. */
import { isConnector } from '../board/kinds/guards';
import type { Chalk, Pigment } from '../board/colours';
import type { NewObject } from '../board/ops/edits';
import { formOfHolder, type HolderKind } from '../board/holders/forms';
import { newParts, startSize } from '../board/holders/make';
import { NOTE_SIZES, type NoteForm } from '../board/kinds/note';
import { TEXT_SIZES, type TextRole } from '../board/kinds/text';
import type { ShapeName } from '../board/shapes';
import { unionOf, type Box } from '../geometry/box';
import type { Say } from './language';

/** Smallest type that a scaled layout may have, board units. */
const MIN_TYPE = 9;

export class Sketch {
	/** What has been drawn, in order; the sheet is filled in when it is put down. */
	readonly objects: NewObject[] = [];
	/** Says what is drawn in the language of whoever draws it. */
	say: Say = (text) => text;

	constructor(
		readonly newId: () => string,
		readonly sheet: string,
		/** Size of everything, 1 for as it is meant. */
		readonly scale = 1,
	) {}

	/** Bounds of everything that was drawn. */
	get bounds(): Box {
		const boxes = this.objects
			.filter((each) => !isConnector(each))
			.map(({ box: [x, y, w, h] }) => ({ x, y, w, h }));
		return unionOf(boxes) ?? { x: 0, y: 0, w: 1, h: 1 };
	}

	field(title: string, x: number, y: number, w: number, h: number, chalk: Chalk = 'ochre'): string {
		return this.add({ kind: 'field', box: this.box(x, y, w, h), style: { chalk }, text: title });
	}

	note(text: string, x: number, y: number, pigment: Pigment = 'ochre', form: NoteForm = 'card'): string {
		const { w, h } = NOTE_SIZES[form];
		return this.add({ kind: 'note', box: this.box(x, y, w, h), style: { form, pigment, bare: true }, text });
	}

	/** Several notes in a row or, with `down`, in a column. */
	notes(texts: readonly string[], x: number, y: number, pigment: Pigment = 'ochre', down = false): string[] {
		const { w, h } = NOTE_SIZES.card;
		return texts.map((text, i) =>
			this.note(text, x + (down ? 0 : i * (w + 14)), y + (down ? i * (h + 14) : 0), pigment),
		);
	}

	/** What a whole board is about, over its fields: high enough for their titles, which stand above them when looked at from afar. */
	title(text: string): string {
		return this.text(text, 0, -130, 1200, 'title');
	}

	text(
		text: string,
		x: number,
		y: number,
		w: number,
		role: TextRole = 'body',
		chalk: Chalk = 'white',
	): string {
		const size = TEXT_SIZES[role] * this.scale;
		const lines = text.split('\n').length;
		return this.add({
			kind: 'text',
			box: this.box(x, y, w, TEXT_SIZES[role] * 1.5 * lines),
			style: { role, chalk, ...(this.scale === 1 ? {} : { size: Math.max(MIN_TYPE, Math.round(size)) }) },
			text,
		});
	}

	shape(
		shape: ShapeName,
		text: string,
		x: number,
		y: number,
		w = 160,
		h = 80,
		fill: Pigment | 'none' = 'none',
		chalk: Chalk = 'white',
	): string {
		return this.add({ kind: 'shape', box: this.box(x, y, w, h), style: { shape, fill, chalk }, text });
	}

	link(from: string, to: string, text = '', plain = false): string {
		return this.add({
			kind: 'connector',
			box: [0, 0, 0, 0, 0],
			style: {
				route: plain ? 'straight' : 'right-angled',
				start: 'none',
				end: plain ? 'none' : 'arrow',
				chalk: 'white',
			},
			ends: [{ object: from }, { object: to }],
			text,
		});
	}

	/** Columns, a grid, a list, action items or a table; `rows` are headings, or how many there are. */
	holder(
		kind: HolderKind,
		title: string,
		x: number,
		y: number,
		columns: readonly string[],
		rows: readonly string[] | number = 0,
		chalk: Chalk = 'lake',
	): string {
		let id = 0;
		const editContext = { newId: () => `${this.objects.length}p${id++}` } as Parameters<typeof newParts>[0];
		const parts = newParts(editContext, kind, typeof rows === 'number' ? rows : rows.length, {
			columns: columns.map(this.say),
			...(typeof rows === 'number' ? {} : { rows: rows.map(this.say) }),
		});
		for (const track of [...parts.cols, ...parts.rows])
			track.size = Math.max(24, Math.round(track.size * this.scale));
		const { w, h } = startSize(kind, parts);
		return this.add({
			kind,
			box: [
				Math.round(x * this.scale),
				Math.round(y * this.scale),
				w,
				formOfHolder(kind).rows ? h : Math.round(h * this.scale),
				0,
			],
			style: { chalk },
			text: title,
			parts,
		} as Omit<NewObject, 'sheet'> & { text: string });
	}

	private add(spec: Omit<NewObject, 'sheet'> & { text: string }): string {
		const id = this.newId();
		this.objects.push({ ...spec, text: this.say(spec.text), id, sheet: this.sheet } as NewObject);
		return id;
	}

	private box(x: number, y: number, w: number, h: number): [number, number, number, number, number] {
		const k = this.scale;
		return [Math.round(x * k), Math.round(y * k), Math.round(w * k), Math.round(h * k), 0];
	}
}
