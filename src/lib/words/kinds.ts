/** What kinds of objects and of steps are called. */
import type { KindName } from '$core/board/objects';
import type { StepKind } from '$core/meeting/steps';
import { m } from '$lib/messages';

type Key<Kind extends string> = Kind extends `${infer First}-${infer Rest}`
	? `kind_${First}_${Rest}`
	: `kind_${Kind}`;

/** What an object of a kind is called. A kind without such a message does not compile. */
export const objectKindWords = (kind: KindName): string =>
	m[`kind_${kind.replace('-', '_')}` as Key<KindName>]();

const STEPS: Record<StepKind, () => string> = {
	welcome: () => m.step_welcome(),
	'warm-up': () => m.step_warm_up(),
	gather: () => m.step_gather(),
	read: () => m.step_read(),
	sort: () => m.step_sort(),
	map: () => m.step_map(),
	discuss: () => m.step_discuss(),
	vote: () => m.step_vote(),
	show: () => m.step_show(),
	break: () => m.step_break(),
	'wrap-up': () => m.step_wrap_up(),
};
export const stepKindWords = (kind: StepKind): string => STEPS[kind]();
