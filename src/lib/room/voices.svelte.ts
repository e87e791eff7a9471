/**
 * Names behind numbered voices, for those who are told them: asked of the server, and shown
 * wherever a voice is named.
 */
import { z } from 'zod';
import { ask } from '../ui/api';

const peopleSchema = z.object({
	members: z.array(z.object({ id: z.string(), behind: z.string().optional() })),
});

export class Voices {
	private behind = $state.raw<ReadonlyMap<string, string>>(new Map());

	constructor(private readonly boardId: string) {}

	/** @param isTold whether whoever asks is told the names now */
	async read(isTold: boolean): Promise<void> {
		if (!isTold) {
			this.behind = new Map();
			return;
		}
		try {
			const path = `/api/boards/${encodeURIComponent(this.boardId)}/people`;
			const { members } = await ask(peopleSchema, 'GET', path);
			this.behind = new Map(members.flatMap(({ id, behind }) => (behind ? [[id, behind] as const] : [])));
		} catch {
			// Offline, or not in any more: voices stay voices.
		}
	}

	/**
	 * The name of whoever goes by an id, where that is known; the one that stands there otherwise.
	 */
	nameOf([id, name]: readonly [string, string]): string {
		return this.behind.get(id) ?? name;
	}
}
