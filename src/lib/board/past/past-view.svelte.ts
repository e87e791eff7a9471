/** The board as it was at an earlier moment, to be looked at: it has a view and things that are picked, and nothing else. */
import { BoardModel } from '$core/board/model/model';
import type { Point } from '$core/geometry/box';
import { seen, toBoard } from '$core/geometry/view';
import type * as Y from 'yjs';
import { Changes } from '../../ui/changes.svelte';
import { Viewpoint } from '../viewpoint.svelte';

/** Connectors routed in one frame, ms. */
const ROUTE_BUDGET_MS = 8;

export class PastView extends Viewpoint {
	picked = $state.raw<ReadonlySet<string>>(new Set());
	/** What is drawn over the scene follows them. */
	readonly changes = new Changes();
	private readonly stop: () => void;

	constructor(
		readonly doc: Y.Doc,
		readonly boardId: string,
		/** What was looked at before: the view stays. */
		before?: Viewpoint,
	) {
		super(new BoardModel(doc));
		if (before) Object.assign(this, { sheet: before.sheet, view: before.view, size: before.size });
		this.keepSheet();
		this.stop = this.model.onChange(({ changed, removed, sheets }) => {
			if (sheets) this.keepSheet();
			this.painter?.apply(changed, removed);
			if ([...removed].some((id) => this.picked.has(id)))
				this.picked = new Set([...this.picked].filter((id) => !removed.has(id)));
			this.changes.note();
		});
		this.model.routePending(ROUTE_BUDGET_MS);
	}

	get showing(): boolean {
		return false;
	}

	destroy(): void {
		this.stop();
		this.model.destroy();
	}

	/** Routes connectors that wait for it; asked for once a frame. */
	routePending(): void {
		this.model.routePending(ROUTE_BUDGET_MS);
	}

	goToSheet(sheet: string): void {
		if (this.sheet === sheet) return;
		this.sheet = sheet;
		this.picked = new Set();
		this.painter?.setSheet(sheet);
		this.fit();
	}

	/** Shows everything when nothing of it would be seen. */
	lookAtSomething(): void {
		if (this.model.touching(this.sheet, seen(this.view, this.size)).length === 0) this.fit();
	}

	/** Picks what lies at a point of the screen; `more` adds it to what is picked, or takes it away. */
	pickAt(screen: Point, more: boolean): void {
		const found = this.model.at(this.sheet, toBoard(this.view, screen), 6 / this.view.scale, this.context);
		const id = found && this.model.outermost(found).id;
		if (!more) this.picked = new Set(id === undefined ? [] : [id]);
		else if (id !== undefined) {
			const next = new Set(this.picked);
			if (!next.delete(id)) next.add(id);
			this.picked = next;
		}
	}

	private keepSheet(): void {
		const { sheets } = this.model;
		if (sheets.some(({ id }) => id === this.sheet) || !sheets[0]) return;
		this.sheet = sheets[0].id;
		this.painter?.setSheet(this.sheet);
	}
}
