/** What purposes are called. */
import type { Purpose } from '$core/templates';
import { m } from '$lib/messages';

const NAMES: Record<Purpose, () => string> = {
	'find ideas': () => m.purpose_ideas(),
	'understand people': () => m.purpose_people(),
	'sort and rank': () => m.purpose_rank(),
	plan: () => m.purpose_plan(),
	'look back': () => m.purpose_back(),
	'explain a system': () => m.purpose_system(),
	teach: () => m.purpose_teach(),
};
export const purposeName = (purpose: Purpose): string => NAMES[purpose]();

/** For how many people something is. */
export const groupWords = ([from, to]: readonly [number, number]): string => m.group_size({ from, to });
