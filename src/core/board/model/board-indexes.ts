/** Lists of what is on a board, kept in step with it, so that asking for them does not grow with the board. */
import { isContainer } from '../kinds/traits';
import { isConnector, isField, isPicture } from '../kinds/guards';
import type { BoardObject } from '../objects';
import { SetsByKey } from './sets-by-key';

export class BoardIndexes {
	/** Ids of all fields, and of all that others lie in: few, and often asked for. */
	readonly fields = new Set<string>();
	readonly containers = new Set<string>();
	/** Ids of pictures that play. */
	readonly playing = new Set<string>();
	/** Connectors by the object they are tied to. */
	readonly ties = new SetsByKey();
	private readonly counts = new Map<string, number>();
	private readonly stacks = new Map<string, { low: string; high: string }>();

	add(object: BoardObject): void {
		const { id } = object;
		if (isField(object)) this.fields.add(id);
		if (isContainer(object)) this.containers.add(id);
		if (isPicture(object) && object.animated) this.playing.add(id);
		this.count(object, 1);
		this.widenStack(object);
		this.tie(object, (end) => this.ties.add(end, id));
	}

	remove(object: BoardObject): void {
		const { id } = object;
		this.fields.delete(id);
		this.containers.delete(id);
		this.playing.delete(id);
		this.count(object, -1);
		this.tie(object, (end) => this.ties.delete(end, id));
	}

	/** How many things there are on a sheet; connectors and what others lie in are not counted. */
	countOn(sheet: string): number {
		return this.counts.get(sheet) ?? 0;
	}

	/** Lowest and highest places in the stack that were ever seen on a sheet. */
	stackOn(sheet: string): { low: string | null; high: string | null } {
		return this.stacks.get(sheet) ?? { low: null, high: null };
	}

	private tie(object: BoardObject, each: (end: string) => void): void {
		if (!isConnector(object)) return;
		for (const end of object.ends) if ('object' in end) each(end.object);
	}

	private count(object: BoardObject, by: 1 | -1): void {
		if (isContainer(object) || isConnector(object)) return;
		this.counts.set(object.sheet, (this.counts.get(object.sheet) ?? 0) + by);
	}

	private widenStack({ sheet, z }: BoardObject): void {
		const stack = this.stacks.get(sheet);
		if (!stack) this.stacks.set(sheet, { low: z, high: z });
		else if (z < stack.low) stack.low = z;
		else if (z > stack.high) stack.high = z;
	}
}
