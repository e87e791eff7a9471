/** Tells whoever listens what happens in the room: on all screens, also those without a board. */
import { m } from '$lib/messages';
import { untrack } from 'svelte';
import { announcements } from '../ui/announcements.svelte';
import type { Room } from './room.svelte';

/** People who are named; of more only the number is. */
const MOST_NAMES = 3;

/**
 * Tells that a step has begun, a vote is open or closed, and who has come. Ends with its component.
 */
export function announceRoom(room: Room): void {
	let isArriving = true;
	let step: string | undefined;
	let vote: string | undefined;
	/** Everybody who was here already: who comes back, or is seen again, is not told anew. */
	const met = new Set<string>();
	$effect(() => {
		const { step: running, plan, votes, people } = room;
		const startedAt = plan.running && running ? `${running.id} ${plan.running.startedAt}` : undefined;
		const open = votes.open;
		const me = room.info.person.id;
		const now = new Map(people.filter(({ person }) => person !== me).map((each) => [each.person, each.name]));
		untrack(() => {
			if (!isArriving) {
				if (startedAt !== undefined && startedAt !== step && running)
					announcements.say(m.say_step({ title: running.title, prompt: running.prompt }), 'step');
				if (open && open.id !== vote)
					announcements.say(m.say_vote({ question: open.terms.question }), 'vote');
				if (!open && vote !== undefined) announcements.say(m.vote_closed(), 'vote');
				const came = [...now].filter(([id]) => !met.has(id)).map(([, name]) => name);
				if (came.length > 0)
					announcements.say(
						came.length > MOST_NAMES
							? m.say_came_many({ count: came.length })
							: m.say_came({ names: came.join(', ') }),
						'people',
					);
			}
			[step, vote] = [startedAt, open?.id];
			for (const id of now.keys()) met.add(id);
			isArriving = !room.ready;
		});
	});
}
