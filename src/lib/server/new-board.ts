/** Making boards with something on them: blank, or an idea round that is ready to start. */
import { addObjects, type Hand } from '$core/board/edits';
import { addSheet } from '$core/board/sheets';
import { BoardModel } from '$core/board/model';
import { newStep, writeSteps, type Step } from '$core/session/runsheet';
import { nanoid } from 'nanoid';
import type { Person } from './auth';
import { createBoard } from './boards';
import { live } from './live/documents';

export const BOARD_STARTS = ['blank', 'idea-round'] as const;
export type BoardStart = (typeof BOARD_STARTS)[number];

/** The words of a new board, given by the caller in the language of the interface. */
export interface StartWords {
	title: string;
	sheet: string;
	question: string;
	parked: string;
	steps: { welcome: string; gather: string; read: string; sort: string; close: string };
	prompt: string;
}

export async function makeBoard(person: Person, start: BoardStart, words: StartWords): Promise<string> {
	const id = await createBoard(person.id, words.title);
	const field = nanoid(10);
	let sheet = '';
	await live().edit(
		id,
		'stage',
		(doc) => {
			const hand: Hand = { doc, person, origin: 'server', now: () => Date.now(), newId: () => nanoid(10) };
			const model = new BoardModel(doc);
			sheet = addSheet(hand, model, words.sheet);
			if (start === 'idea-round') {
				const style = { chalk: 'ochre' } as const;
				addObjects(hand, model, [
					{ kind: 'field', id: field, sheet, box: [0, 0, 1090, 620, 0], style, text: words.question },
					{ kind: 'field', sheet, box: [1140, 0, 400, 620, 0], style: { chalk: 'lake' }, text: words.parked },
				]);
			}
			model.destroy();
		},
		person.id,
	);
	if (start === 'idea-round') {
		await live().edit(id, 'session', (doc) => writeSteps(doc, ideaRound(words, field, sheet)), person.id);
	}
	return id;
}

function ideaRound(words: StartWords, field: string, sheet: string): Step[] {
	const step = (title: string, minutes: number, kind: Step['kind'], more: Partial<Step> = {}): Step =>
		newStep({ id: nanoid(8), title, minutes, kind, sheet, ...more });
	return [
		step(words.steps.welcome, 3, 'welcome'),
		step(words.steps.gather, 8, 'gather', { field, prompt: words.prompt }),
		step(words.steps.read, 5, 'read'),
		step(words.steps.sort, 8, 'sort'),
		step(words.steps.close, 4, 'wrap-up'),
	];
}
