/** Going from branch to branch by where they are on the screen. */
import type { Direction } from '../board/ops/grow';
import { centreOf, type Box } from '../geometry/box';

/** How much further a step to the side counts than one on the way. */
const ASIDE = 2;

/**
 * What comes next on a way: the nearest whose middle lies that way, those straight on before those
 * aside; undefined where nothing does.
 */
export function nextInDirection(
	way: Direction,
	from: Box,
	others: Iterable<readonly [string, Box]>,
): string | undefined {
	const c = centreOf(from);
	const isLevel = way === 'right' || way === 'left';
	const sign = way === 'right' || way === 'down' ? 1 : -1;
	let best: string | undefined;
	let least = Infinity;
	for (const [id, box] of others) {
		const p = centreOf(box);
		const along = sign * (isLevel ? p.x - c.x : p.y - c.y);
		const aside = Math.abs(isLevel ? p.y - c.y : p.x - c.x);
		// Within a right angle to both sides: what lies rather aside is not meant.
		if (along <= 0 || (along < aside && isBeside(isLevel, from, box))) continue;
		const cost = along + ASIDE * aside;
		if (cost < least) [best, least] = [id, cost];
	}
	return best;
}

/** Whether boxes share a stretch along the way, so that one is rather beside the other. */
function isBeside(isLevel: boolean, a: Box, b: Box): boolean {
	return isLevel ? a.x < b.x + b.w && b.x < a.x + a.w : a.y < b.y + b.h && b.y < a.y + a.h;
}
