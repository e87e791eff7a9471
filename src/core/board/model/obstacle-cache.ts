/**
 * What stands where lines are kept apart: looked up once for each place, and anew only when something came, went or
 * moved there. On a board of thousands of connectors that is most of the work of keeping them apart.
 */
import type { Box } from '../../geometry/box';
import { SpatialIndex } from './spatial';

interface Lookup {
	found: readonly Box[];
	/** The turn in which it was asked for last. */
	turn: number;
}

export class ObstacleCache {
	private readonly obstacles = new Map<string, Lookup>();
	private readonly index = new SpatialIndex();
	/** The latest turn of each sheet. */
	private readonly turns = new Map<string, number>();

	/**
	 * The way to look something up on a sheet, for one turn of keeping lines apart. Places that were not asked for in
	 * the turn before are given up.
	 */
	of(sheet: string, look: (box: Box) => readonly Box[]): (box: Box) => readonly Box[] {
		const last = this.turns.get(sheet) ?? 0;
		const turn = last + 1;
		this.turns.set(sheet, turn);
		for (const [key, lookup] of this.obstacles) {
			if (lookup.turn === last || this.index.sheetOf(key) !== sheet) continue;
			this.obstacles.delete(key);
			this.index.remove(key);
		}
		return (box) => {
			const key = `${sheet},${box.x},${box.y},${box.w},${box.h}`;
			const known = this.obstacles.get(key);
			if (known) {
				known.turn = turn;
				return known.found;
			}
			const found = look(box);
			this.obstacles.set(key, { found, turn });
			this.index.place(key, sheet, box);
			return found;
		};
	}

	/** Notes that something changed in an area; returns whether it was looked there. */
	disturb(sheet: string, area: Box): boolean {
		const keys = this.index.touching(sheet, area);
		for (const key of keys) {
			this.obstacles.delete(key);
			this.index.remove(key);
		}
		return keys.length > 0;
	}

	/** Forgets everything about a sheet. */
	forget(sheet: string): void {
		for (const key of this.obstacles.keys()) {
			if (this.index.sheetOf(key) !== sheet) continue;
			this.obstacles.delete(key);
			this.index.remove(key);
		}
	}
}
