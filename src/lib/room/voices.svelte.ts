/**
 * Names behind numbered voices, for those who are told them: asked of the server, and shown
 * wherever a voice is named.
 */
import { listPeople } from '$core/contract/people';
import { call } from '$lib/api/client';

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
			const { members } = await call(listPeople, { params: { id: this.boardId } });
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
