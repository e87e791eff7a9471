/** What the parts of a run sheet are called. */
import type { Names } from '$core/access/rights';
import type { AtEnd, StepKind } from '$core/meeting/steps';
import type { StepMay } from '$core/access/step-grants';
import { m } from '$lib/messages';
import type { Room } from '../../room/room.svelte';
import Coffee from '@lucide/svelte/icons/coffee';
import DoorOpen from '@lucide/svelte/icons/door-open';
import Eye from '@lucide/svelte/icons/eye';
import Flag from '@lucide/svelte/icons/flag';
import Group from '@lucide/svelte/icons/group';
import MessagesSquare from '@lucide/svelte/icons/messages-square';
import PencilLine from '@lucide/svelte/icons/pencil-line';
import Presentation from '@lucide/svelte/icons/presentation';
import Sprout from '@lucide/svelte/icons/sprout';
import Vote from '@lucide/svelte/icons/vote';
import Waypoints from '@lucide/svelte/icons/waypoints';

export { stepKindWords as kindWords } from '../../words/kinds';

export const STEP_ICONS: Record<StepKind, typeof Eye> = {
	welcome: DoorOpen,
	'warm-up': Sprout,
	gather: PencilLine,
	read: Eye,
	sort: Group,
	map: Waypoints,
	discuss: MessagesSquare,
	vote: Vote,
	show: Presentation,
	break: Coffee,
	'wrap-up': Flag,
};

const MAY: Record<StepMay, () => string> = {
	watch: () => m.may_watch(),
	line: () => m.may_line(),
	own: () => m.may_own(),
	nod: () => m.may_nod(),
	everything: () => m.may_everything(),
};
export const mayWords = (may: StepMay): string => MAY[may]();

/** The one thing to do now, for those who take part. */
const NOW: Record<StepMay, () => string> = {
	watch: () => m.now_watch(),
	line: () => m.now_line(),
	own: () => m.now_own(),
	nod: () => m.now_nod(),
	everything: () => m.now_everything(),
};
/** What somebody can do now, by the step and by what they may on the board at all. */
export function nowWords(room: Pick<Room, 'may' | 'policy'>): string {
	const { may } = room.policy.step;
	const isShut = may !== 'watch' && !room.may('line') && !room.may('nod');
	return NOW[isShut ? 'watch' : may]();
}

const ENDS: Record<AtEnd, () => string> = {
	nothing: () => m.end_nothing(),
	reveal: () => m.end_reveal(),
	'close vote': () => m.end_close_vote(),
	call: () => m.end_call(),
};
export const endWords = (end: AtEnd): string => ENDS[end]();

const NAMES: Record<Names, () => string> = {
	shown: () => m.names_shown(),
	veiled: () => m.names_veiled(),
	hidden: () => m.names_hidden(),
};
export const namesWords = (names: Names): string => NAMES[names]();

/** What kinds of step usually let people do, for a step that was just made of that kind. */
export const USUAL_MAY: Record<StepKind, StepMay> = {
	welcome: 'watch',
	'warm-up': 'own',
	gather: 'line',
	read: 'nod',
	sort: 'everything',
	map: 'everything',
	discuss: 'nod',
	vote: 'nod',
	show: 'watch',
	break: 'watch',
	'wrap-up': 'nod',
};

export { lengthWords } from '$lib/words/length';
