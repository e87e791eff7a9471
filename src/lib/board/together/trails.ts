/** Pointer trails: lines that people draw to show a spot, and that fade by themselves. */
import { MAX_TRAIL, type PresenceState } from '$core/live/presence';
import type { Point } from '$core/geometry/box';

/** How long a piece of a trail is seen, ms. */
const FADE = 1800;
/** Distance between its points, pixels. */
export const TRAIL_STEP = 5;

interface Bead extends Point {
	stroke: number;
	at: number;
}

type Told = NonNullable<PresenceState['trail']>;

/** The trail of one person on one sheet. */
interface Trail {
	person: string;
	sheet: string;
	beads: Bead[];
	/** The stroke and the point up to which it is known. */
	stroke: number;
	upTo: number;
}

export class Trails {
	private readonly trails = new Map<string | number, Trail>();

	/** Takes in what a window tells; what is known already is left out. */
	hear(client: string | number, person: string, sheet: string, told: Told, now: number): void {
		const known = this.trails.get(client);
		const trail = known ?? { person, sheet, beads: [], stroke: told.stroke - 1, upTo: 0 };
		if (trail.stroke !== told.stroke || trail.sheet !== sheet)
			Object.assign(trail, { stroke: told.stroke, sheet, upTo: 0 });
		told.points.forEach(([x, y], i) => {
			if (told.from + i >= trail.upTo) trail.beads.push({ x, y, stroke: told.stroke, at: now });
		});
		trail.upTo = Math.max(trail.upTo, told.from + told.points.length);
		this.trails.set(client, trail);
	}

	/** Whether anything is still to be seen. */
	isAlive(now: number): boolean {
		for (const { beads } of this.trails.values()) if (beads.some(({ at }) => now - at < FADE)) return true;
		return false;
	}

	/** Pieces that are seen on a sheet now: their ends, whose they are, and how much is left of them, 0 to 1. */
	*pieces(sheet: string, now: number): Generator<{ person: string; from: Point; to: Point; left: number }> {
		for (const trail of this.trails.values()) {
			trail.beads = trail.beads.filter(({ at }) => now - at < FADE);
			if (trail.sheet !== sheet) continue;
			for (let i = 1; i < trail.beads.length; i++) {
				const [from, to] = [trail.beads[i - 1]!, trail.beads[i]!];
				if (from.stroke === to.stroke)
					yield { person: trail.person, from, to, left: 1 - (now - to.at) / FADE };
			}
		}
	}
}

/** A trail that is being drawn here: its newest points are told to others. */
export class OwnTrail {
	private stroke = 0;
	private points: [number, number][] = [];
	private count = 0;

	start(): void {
		this.stroke++;
		this.points = [];
		this.count = 0;
	}

	add({ x, y }: Point): Told {
		this.points = [...this.points, [Math.round(x), Math.round(y)] as [number, number]].slice(-MAX_TRAIL);
		this.count++;
		return { stroke: this.stroke, from: this.count - this.points.length, points: this.points };
	}
}
