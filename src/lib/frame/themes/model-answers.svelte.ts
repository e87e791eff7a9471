/** What the language model of the house said; nothing of it is taken by itself. */
import type { ModelName } from '$core/contract/language-model';
import { MAX_THEME_NAME } from '$core/contract/themes';
import { PART, type Summary } from '$core/language-model/questions';
import type { SortedTheme } from '$core/themes/sorting';
import { richFrom } from '$core/text/rich';
import type { Board } from '../../board/board.svelte';
import { summaryByModel } from './model-actions';
import { named } from './sort-by-asking';
import { ModelConsent } from './model-consent.svelte';

/** Size of a sentence that is put down, board units. */
const SENTENCE = { w: 320, h: 64 };

type Said = Summary & { model: ModelName };

/** A theme with the notes by which it is summarized: no more are said to be sent, or are. */
export const toSummarize = (theme: SortedTheme): SortedTheme => ({
	...theme,
	noteIds: theme.noteIds.slice(0, PART),
});

export class ModelAnswers {
	/** The model that the proposal comes from, where it comes from one. */
	source = $state.raw<ModelName | undefined>();
	readonly consent = new ModelConsent();
	private said = $state.raw<ReadonlyMap<string, Said>>(new Map());

	/** What it said of a theme. */
	of(key: string): Said | undefined {
		return this.said.get(key);
	}

	/**
	 * Asks for one sentence that says what a theme says; gives the way to take it in.
	 * @throws ApiError when the model is not asked, or gives no answer
	 */
	async summarize(boardId: string, theme: SortedTheme, model: ModelName): Promise<() => void> {
		const { name } = named(theme);
		const summary = await summaryByModel(boardId, name.slice(0, MAX_THEME_NAME), theme.noteIds);
		return () => {
			this.said = new Map([...this.said, [theme.key, { ...summary, model }]]);
		};
	}

	passOver(key: string): void {
		this.said = new Map([...this.said].filter(([other]) => other !== key));
	}

	forget(): void {
		this.source = undefined;
		this.said = new Map();
	}
}

/** Puts a sentence down on the board, in a free place. */
export function putSentence(board: Board, sentence: string): void {
	if (!board.mayAll) return;
	const { x, y } = board.freeSpot(SENTENCE.w, SENTENCE.h);
	const style = { role: 'body', chalk: board.next.chalk } as const;
	board.add({ kind: 'text', box: [x, y, SENTENCE.w, SENTENCE.h, 0], style, text: richFrom(sentence) });
	board.showAll([...board.selection]);
}
