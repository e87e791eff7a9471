/** Links that lead back: they run round the outside of what lies between their ends. */
import type { WholeLink } from '../flow';
import type { FlowLayoutInput } from './input';
import type { Cell, Layers } from './layers';

/** Distance of a link that leads back from what it goes round, and from others, board units. */
const CLEAR = 30;
const TRACK = 20;

/** On which side a link runs, across the layers: where coordinates are smaller, or larger. */
export type Flank = 'low' | 'high';

export interface OutsideLink {
	link: WholeLink;
	flank: Flank;
	/** Where it runs across the layers; undefined where something stands in its way out. */
	across: number | undefined;
}

const edgeOf = (cell: Cell, flank: Flank): number =>
	cell.across + (flank === 'low' ? -1 : 1) * (cell.breadth / 2);
const isBeyond = (a: number, b: number, flank: Flank): boolean => (flank === 'low' ? a < b : a > b);

/** How many steps of its own layer stand between a step and the outside. */
const blockersOf = (cell: Cell, layers: readonly Cell[][], flank: Flank): number =>
	layers[cell.layer]!.filter(
		(other) => other.step && other !== cell && isBeyond(other.across, cell.across, flank),
	).length;

/**
 * Finds a way round for each link that leads back.
 * @param taken whether another link leaves a step on that flank
 */
export function outsideLinks(
	{ layers, cells, back }: Layers,
	taken: (step: string, flank: Flank) => boolean,
	{ laneCount }: FlowLayoutInput,
): OutsideLink[] {
	const spanOf = ({ from, to }: WholeLink): number => cells.get(from)!.layer - cells.get(to)!.layer;
	const links = [...back].filter(({ from, to }) => from !== to).sort((a, b) => spanOf(a) - spanOf(b));
	/** Links that have their way: the layers that they span, and where they run. */
	const placed: { flank: Flank; first: number; last: number; across: number }[] = [];
	return links.map((link): OutsideLink => {
		const [from, to] = [cells.get(link.from)!, cells.get(link.to)!];
		const cost = (flank: Flank): number =>
			blockersOf(from, layers, flank) + blockersOf(to, layers, flank) + (taken(link.from, flank) ? 0.5 : 0);
		const flank = cost('low') < cost('high') ? 'low' : 'high';
		// In lanes there is no outside: lines are led round what stands there.
		if (laneCount > 0 || cost(flank) >= 1) return { link, flank, across: undefined };
		const [first, last] = [Math.min(from.layer, to.layer), Math.max(from.layer, to.layer)];
		const sign = flank === 'low' ? -1 : 1;
		let across = edgeOf(from, flank) + sign * CLEAR;
		const goBeyond = (least: number): void => {
			if (isBeyond(least, across, flank)) across = least;
		};
		for (const layer of layers.slice(first, last + 1))
			for (const cell of layer) goBeyond(edgeOf(cell, flank) + sign * CLEAR);
		for (const other of placed)
			if (other.flank === flank && other.first <= last && other.last >= first)
				goBeyond(other.across + sign * TRACK);
		placed.push({ flank, first, last, across });
		return { link, flank, across };
	});
}
