/** What a page knows of a board before it is connected. */
import type { BoardPolicy } from '$core/access/rights';
import type { Role } from '$core/access/roles';
import type { ModelName } from '$core/contract/language-model';

export interface RoomInfo {
	boardId: string;
	title: string;
	role: Role;
	policy: BoardPolicy;
	/** Under what the person goes on the board. */
	person: { id: string; name: string; guest: boolean };
	/** Whose store in this browser it is: their own id, whatever they go by. */
	keeper: string;
	/** Tells boards apart that were made anew under the same id, so that what is kept here never mixes. */
	madeAt: number;
	/** When the person was last here, server time, ms. */
	lastHere?: number | undefined;
	/** The language model of the house, for those who might ask it. */
	model?: ModelName;
}
