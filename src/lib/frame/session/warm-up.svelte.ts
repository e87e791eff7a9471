/** The warm-up: four things a newcomer tries, each ticked off by itself as it is done. */
import { isNote } from '$core/board/kinds/guards';
import type { BoardChange } from '$core/board/model/model';
import type { BoardObject } from '$core/board/objects';
import type { Room } from '../../room/room.svelte';

export const TASKS = ['write', 'colour', 'move', 'nod'] as const;
export type Task = (typeof TASKS)[number];

export class WarmUp {
	done = $state.raw<ReadonlySet<Task>>(new Set());
	/** How own notes were first seen. */
	private readonly first = new Map<string, { pigment: unknown; x: number; y: number }>();
	private readonly stop: () => void;

	constructor(
		private readonly room: Room,
		/** When the step began, server time, ms. */
		private readonly since: number,
	) {
		for (const object of room.model.objects.values()) this.look(object);
		this.stop = room.model.onChange(({ changed }: BoardChange) => {
			for (const id of changed) {
				const object = room.model.find(id);
				if (object) this.look(object);
			}
		});
	}

	destroy(): void {
		this.stop();
	}

	private look(object: BoardObject): void {
		const me = this.room.info.person.id;
		if (object.by[0] !== me) {
			if (object.nods?.some(({ person }) => person === me)) this.tick('nod');
			return;
		}
		if (!isNote(object) || object.made < this.since) return;
		this.tick('write');
		// Until it has landed its place is not its writer's doing.
		if (object.landing !== undefined) return;
		const [x, y] = object.box;
		const first = this.first.get(object.id);
		if (!first) {
			this.first.set(object.id, { pigment: object.style.pigment, x, y });
			return;
		}
		if (first.pigment !== object.style.pigment) this.tick('colour');
		if (Math.hypot(x - first.x, y - first.y) > 8) this.tick('move');
	}

	private tick(task: Task): void {
		if (this.done.has(task)) return;
		this.done = new Set([...this.done, task]);
		this.room.tell({ ready: this.done.size });
	}
}
