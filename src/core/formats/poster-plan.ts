/** How a poster is cut, for what it is to show. */
import type { Drawing } from '../board/drawing';
import type { Box } from '../geometry/box';
import { textBlocks } from './drawn-texts';
import { planPoster, type PosterOptions, type PosterPlan } from './poster';

/** @throws Fault `poster too large` */
export function posterPlanOf(
	{ view, drawings }: { view: Box; drawings: readonly Drawing[] },
	options: PosterOptions,
): PosterPlan {
	// What is larger than half of it is cut in any case: then its lines count.
	return planPoster(view, textBlocks(drawings, { w: view.w / 2, h: view.h / 2 }), options);
}
