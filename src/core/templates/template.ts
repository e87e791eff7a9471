/** What a template is. */
import type { Sketch } from './sketch';

/** What people want when they look for a layout. */
export const PURPOSES = [
	'find ideas',
	'understand people',
	'sort and rank',
	'plan',
	'look back',
	'explain a system',
	'teach',
] as const;
export type Purpose = (typeof PURPOSES)[number];

export interface Template {
	id: string;
	title: string;
	purposes: readonly [Purpose, ...Purpose[]];
	/** How many people it works with. */
	group: readonly [number, number];
	/** One line on how to run it. */
	how: string;
	/** Words by which it is found beside its title. */
	words?: string;
	draw(sketch: Sketch): void;
}
