/** Asks before anything is sent to the language model: how many notes, and where they would go. */
import type { ModelName } from '$core/contract/language-model';
import { messageOf } from '$lib/api/errors';
import { readWhatIsSent } from './model-actions';

interface WhatIsSent {
	model: ModelName;
	notes: number;
	questions: number;
}

export class ModelConsent {
	/** Whether somebody is asked just now. */
	isOpen = $state(false);
	/** What would be sent; undefined until the server has said so. */
	sent = $state.raw<WhatIsSent | undefined>();
	problem = $state('');
	private answer: ((agreed: boolean) => void) | undefined;

	/** Shows what would be sent. @returns whether somebody agreed to that */
	async ask(boardId: string, noteIds: readonly string[]): Promise<boolean> {
		this.decide(false);
		const agreed = new Promise<boolean>((resolve) => (this.answer = resolve));
		const { answer } = this;
		this.isOpen = true;
		this.sent = undefined;
		this.problem = '';
		try {
			const sent = await readWhatIsSent(boardId, noteIds);
			if (this.answer === answer) this.sent = sent;
		} catch (error) {
			if (this.answer === answer) this.problem = messageOf(error);
		}
		return agreed;
	}

	decide(agreed: boolean): void {
		this.answer?.(agreed);
		this.answer = undefined;
		this.isOpen = false;
	}
}
