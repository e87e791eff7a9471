/** The instruments of the desk: one row each. */
import { m } from '$lib/messages';
import type { InstrumentName } from '../board/frame';
import BookOpenText from '@lucide/svelte/icons/book-open-text';
import CircleParking from '@lucide/svelte/icons/circle-parking';
import Group from '@lucide/svelte/icons/group';
import ListVideo from '@lucide/svelte/icons/list-video';
import MessageSquare from '@lucide/svelte/icons/message-square-text';
import Users from '@lucide/svelte/icons/users';
import Workflow from '@lucide/svelte/icons/workflow';
import Vote from '@lucide/svelte/icons/vote';

export const INSTRUMENTS: readonly { name: InstrumentName; label: () => string; icon: typeof Users }[] = [
	{ name: 'run sheet', label: () => m.run_sheet(), icon: ListVideo },
	{ name: 'themes', label: () => m.themes(), icon: Group },
	{ name: 'flow', label: () => m.flow(), icon: Workflow },
	{ name: 'votes', label: () => m.votes(), icon: Vote },
	{ name: 'parking', label: () => m.parking(), icon: CircleParking },
	{ name: 'people', label: () => m.people(), icon: Users },
	{ name: 'talk', label: () => m.talk(), icon: MessageSquare },
	{ name: 'journal', label: () => m.journal(), icon: BookOpenText },
];
