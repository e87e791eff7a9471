import { describe, expect, it } from 'vitest';
import { NoAnswer, PART, type ModelMessage } from './questions';
import { summaryByModel, themesByModel } from './themes-by-model';

const notes = (count: number) =>
	Array.from({ length: count }, (_, i) => ({ id: `n${i}`, text: `Note ${i} about the queue` }));
/** Numbers of the notes that a question is about. */
const numbersIn = (messages: ModelMessage[]): number[] =>
	[...messages.at(-1)!.content.matchAll(/^(\d+): /gmu)].map(([, number]) => Number(number));
const answering =
	(...answers: string[]) =>
	(): Promise<string> =>
		Promise.resolve(answers.length > 1 ? answers.shift()! : answers[0]!);

describe('themes by a language model', () => {
	it('of many notes are asked for in parts, and themes are carried on', async () => {
		const asked: ModelMessage[][] = [];
		const many = notes(PART * 2 + 10);
		const found = await themesByModel(many, (messages) => {
			asked.push(messages);
			const [first, second, ...others] = numbersIn(messages);
			const name = asked.length === 1 ? 'Waiting' : 'WAITING';
			return Promise.resolve(JSON.stringify({ themes: [{ name, notes: others }], same: [[first, second]] }));
		});
		expect(asked.map((messages) => numbersIn(messages).length)).toEqual([PART, PART, 10]);
		expect(asked[0]!.at(-1)!.content).not.toContain('already');
		expect(asked[1]!.at(-1)!.content).toContain('["Waiting"]');
		expect(found.themes).toHaveLength(1);
		expect(found.themes[0]!.name).toBe('Waiting');
		expect(found.left).toEqual(['n0', 'n1', 'n100', 'n101', 'n200', 'n201']);
		expect(found.doubles).toEqual([
			['n0', 'n1'],
			['n100', 'n101'],
			['n200', 'n201'],
		]);
		expect([...found.themes[0]!.noteIds, ...found.left].sort()).toEqual(many.map(({ id }) => id).sort());
	});

	it('are asked for once more where the answer cannot be read, and then given up', async () => {
		const good = JSON.stringify({ themes: [{ name: 'Queue', notes: [1, 2] }] });
		const found = await themesByModel(notes(3), answering('No.', good));
		expect(found).toEqual({ themes: [{ name: 'Queue', noteIds: ['n0', 'n1'] }], left: ['n2'], doubles: [] });
		await expect(themesByModel(notes(3), answering('No.'))).rejects.toThrow(NoAnswer);
	});

	it('end with what the model throws', async () => {
		const failing = () => Promise.reject(new Error('no line'));
		await expect(themesByModel(notes(3), failing)).rejects.toThrow('no line');
	});

	it('are asked for in the language of the notes', async () => {
		let question = '';
		const listen = (messages: ModelMessage[]) => {
			question = messages.at(-1)!.content;
			return Promise.resolve('{"sentence": "Alle warten."}');
		};
		const german = [{ id: 'a', text: 'Wir warten zu lange auf die Ersatzteile, und keiner weiß warum' }];
		expect(await summaryByModel('Warten', german, listen)).toEqual({ sentence: 'Alle warten.', name: '' });
		expect(question).toContain('German');
		expect(question).toContain('"Warten"');
	});
});
