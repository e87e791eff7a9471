/** The language model that somebody may ask about the notes of a board, if there is one. */
import { mayAskModel } from '$core/access/rights';
import type { ModelName } from '$core/contract/language-model';
import type { Board } from '../../board/board.svelte';

export const modelFor = ({ room }: Board): ModelName | undefined =>
	mayAskModel(room.role, room.policy) ? room.info.model : undefined;
