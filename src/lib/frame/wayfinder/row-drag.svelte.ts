/**
 * Rows of one kind that are put into another order by dragging: before or after the row under the
 * pointer.
 */

/** Which side of a row the dragged one would land on. */
export type Side = 'before' | 'after';

export class RowDrag {
	/** Where the dragged row would land at this one; undefined while none is over it. */
	over = $state<Side | undefined>();

	/**
	 * @param type media type under which the id of the dragged row travels; rows of other types are
	 * left alone
	 * @param put puts the row of that id beside this one
	 */
	constructor(
		private readonly type: string,
		private readonly put: (id: string, side: Side) => void,
	) {}

	start(event: DragEvent, id: string): void {
		event.dataTransfer?.setData(this.type, id);
	}

	move(event: DragEvent): void {
		if (!event.dataTransfer?.types.includes(this.type)) return;
		event.preventDefault();
		const { top, height } = (event.currentTarget as HTMLElement).getBoundingClientRect();
		this.over = event.clientY < top + height / 2 ? 'before' : 'after';
	}

	leave(): void {
		this.over = undefined;
	}

	drop(event: DragEvent): void {
		const side = this.over;
		this.over = undefined;
		const id = event.dataTransfer?.getData(this.type);
		if (!id || !side) return;
		event.preventDefault();
		this.put(id, side);
	}
}
