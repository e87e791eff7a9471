/**
 * Rows of one list that are put into another order by dragging: before or after the row under the
 * pointer.
 */
import { attachClosestEdge, extractClosestEdge } from '@atlaskit/pragmatic-drag-and-drop-hitbox/closest-edge';
import { combine } from '@atlaskit/pragmatic-drag-and-drop/combine';
import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter';
import type { Attachment } from 'svelte/attachments';

/** Which side of a row the dragged one would land on. */
export type Side = 'before' | 'after';

export class RowDrag {
	/**
	 * The row that the dragged one would land at, and on which side of it; undefined while none is.
	 */
	over = $state.raw<{ id: string; side: Side } | undefined>();

	/**
	 * @param list name of the list: rows of other lists are left alone
	 * @param put puts the row `id` on that side of the row `beside`
	 */
	constructor(
		private readonly list: string,
		private readonly put: (id: string, side: Side, beside: string) => void,
	) {}

	/** Makes a row one that is dragged and dropped at, by its `.grip` where it has one. */
	row(id: string, isMovable: boolean): Attachment<HTMLElement> {
		return (element) => {
			if (!isMovable) return;
			return combine(
				draggable({
					element,
					dragHandle: element.querySelector('.grip') ?? element,
					getInitialData: () => ({ list: this.list, id }),
				}),
				this.target(element, id, ['top', 'bottom']),
			);
		};
	}

	/** Makes what stands below the last row a place to drop at: after that row. */
	end(id: string | undefined): Attachment<HTMLElement> {
		return (element) => (id === undefined ? undefined : this.target(element, id, ['bottom']));
	}

	private target(element: HTMLElement, id: string, allowedEdges: ('top' | 'bottom')[]): () => void {
		return dropTargetForElements({
			element,
			canDrop: ({ source }) => source.data['list'] === this.list,
			getData: ({ input }) => attachClosestEdge({}, { input, element, allowedEdges }),
			onDrag: ({ self }) => {
				const side = sideIn(self.data);
				if (this.over?.id !== id || this.over.side !== side) this.over = { id, side };
			},
			onDragLeave: () => (this.over = undefined),
			onDrop: ({ self, source }) => {
				this.over = undefined;
				const moving = String(source.data['id']);
				if (moving !== id) this.put(moving, sideIn(self.data), id);
			},
		});
	}
}

const sideIn = (data: Record<string | symbol, unknown>): Side =>
	extractClosestEdge(data) === 'top' ? 'before' : 'after';
