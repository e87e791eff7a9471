/** What of the votes one person looks at. */
import type { ShownVote } from '$core/contract/votes';
import type { Room } from '../../room/room.svelte';

export class VotesView {
	/** The vote that is looked at; the open one where nothing was chosen. */
	id = $state<string | undefined>();
	/** Whether the list is wanted instead. */
	private wantsList = $state(false);
	/** Whether a new one is being asked for, and about what it was asked. */
	isNew = $state(false);
	asked = $state.raw<readonly string[]>([]);

	constructor(private readonly room: Room) {}

	get shown(): ShownVote | undefined {
		const { votes } = this.room;
		const chosen = votes.all.find((vote) => vote.id === this.id);
		return chosen ?? (this.wantsList ? undefined : votes.open);
	}

	/** Asks for a new vote on what is selected. */
	begin(asked: readonly string[]): void {
		this.asked = asked;
		this.isNew = true;
	}

	list(): void {
		this.id = undefined;
		this.wantsList = true;
	}

	/** A vote that opens is looked at, whatever was looked at before. */
	follow(opened: string | undefined): void {
		this.wantsList = false;
		if (opened !== undefined) this.id = undefined;
	}
}
