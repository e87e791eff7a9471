import { describe, expect, it } from 'vitest';
import { plainText } from '../../text/rich';
import { flowAt } from '../flows';
import { isConnector } from '../kinds/guards';
import type { BoardModel } from '../model/model';
import type { ObjectOf } from '../objects';
import { addObject } from './edits';
import { shapeAt, testBoard } from '../testing';
import {
	canTakeOut,
	exitsOf,
	insertIntoLine,
	linkInTurn,
	nameOfNextLink,
	pinEnd,
	renameExits,
	takeOut,
} from './flow-links';
import { growFrom } from './grow';

const WORDS = { yes: 'yes', no: 'no' };
type Connector = ObjectOf<'connector'>;
const lines = (model: BoardModel): Connector[] => [...model.objects.values()].filter(isConnector);

/** Shapes in a row, and who is linked with whom: `a>b`. */
function shapes(count: number, form: 'process' | 'decision' = 'process') {
	const { editContext, model, sheet } = testBoard();
	const ids = Array.from({ length: count }, (_, i) =>
		addObject(editContext, model, {
			...shapeAt(sheet, i * 300, 0),
			style: { shape: form, fill: 'none', chalk: 'white' },
		}),
	);
	const links = (): string[] =>
		lines(model)
			.map(({ ends }) => ends.map((end) => ('object' in end ? ids.indexOf(end.object) : '?')).join('>'))
			.sort();
	return { editContext, model, sheet, ids, links };
}

describe('lines of flows', () => {
	it('name the exits of a decision as they are drawn: yes, no, then by number', () => {
		const { editContext, model, ids } = shapes(5, 'decision');
		for (const to of ids.slice(1)) linkInTurn(editContext, model, [ids[0]!, to], WORDS);
		expect(exitsOf(model, ids[0]!).map(({ text }) => plainText(text))).toEqual(['yes', 'no', '3', '4']);
		renameExits(editContext, model, ids[0]!, 'numbers', WORDS);
		expect(exitsOf(model, ids[0]!).map(({ text }) => plainText(text))).toEqual(['1', '2', '3', '4']);
		expect(nameOfNextLink(model, { object: ids[0]! }, WORDS)).toBe('5');
		renameExits(editContext, model, ids[0]!, 'words', { yes: 'ja', no: 'nein' });
		expect(exitsOf(model, ids[0]!).map(({ text }) => plainText(text))).toEqual(['ja', 'nein', '3', '4']);
		renameExits(editContext, model, ids[0]!, 'swapped', WORDS);
		expect(exitsOf(model, ids[0]!).map(({ text }) => plainText(text))).toEqual(['nein', 'ja', '3', '4']);
	});

	it('have no names at steps, nor where the other exits have names of their own', () => {
		const { editContext, model, ids } = shapes(3);
		linkInTurn(editContext, model, ids, WORDS);
		expect(lines(model).map(({ text }) => plainText(text))).toEqual(['', '']);
		const decisions = shapes(3, 'decision');
		const [id] = linkInTurn(decisions.editContext, decisions.model, decisions.ids.slice(0, 2), WORDS);
		addObject(decisions.editContext, decisions.model, {
			...lines(decisions.model)[0]!,
			id: 'own',
			text: 'Only small things',
		} as never);
		expect(id).toBeDefined();
		expect(nameOfNextLink(decisions.model, { object: decisions.ids[0]! }, WORDS)).toBe('');
	});

	it('link in turn, and no pair twice', () => {
		const { editContext, model, ids, links } = shapes(3);
		linkInTurn(editContext, model, ids, WORDS);
		expect(links()).toEqual(['0>1', '1>2']);
		expect(linkInTurn(editContext, model, ids, WORDS)).toEqual([]);
		linkInTurn(editContext, model, [ids[1]!, ids[0]!], WORDS);
		expect(links()).toEqual(['0>1', '1>0', '1>2']);
	});

	it('take a step in, and close again without it', () => {
		const { editContext, model, ids, links } = shapes(5);
		const [a, b, c, d, e] = ids as [string, string, string, string, string];
		const [line] = linkInTurn(editContext, model, [a, b], WORDS);
		insertIntoLine(editContext, model, c, line!, WORDS);
		expect(links()).toEqual(['0>2', '2>1']);
		// What is linked already is not put into a line.
		expect(insertIntoLine(editContext, model, c, lines(model)[0]!.id, WORDS)).toBeUndefined();
		insertIntoLine(editContext, model, d, lines(model)[0]!.id, WORDS);
		insertIntoLine(editContext, model, e, lines(model)[0]!.id, WORDS);
		expect(lines(model)).toHaveLength(4);
		for (const id of [c, d, e]) expect(canTakeOut(model, id)).toBe(true);
		takeOut(editContext, model, [d, c, e], 'step stays');
		expect(links()).toEqual(['0>1']);
		expect(model.find(c)).toBeDefined();
		expect(canTakeOut(model, a)).toBe(false);
	});

	it('close also when steps go, in whatever order, and lead to themselves', () => {
		for (const order of [
			[1, 2],
			[2, 1],
		]) {
			const { editContext, model, ids, links } = shapes(4);
			linkInTurn(editContext, model, ids, WORDS);
			takeOut(
				editContext,
				model,
				order.map((i) => ids[i]!),
				'step goes',
			);
			expect(links()).toEqual(['0>3']);
			expect(model.find(ids[1]!)).toBeUndefined();
		}
		const { editContext, model, ids, links } = shapes(1);
		linkInTurn(editContext, model, [ids[0]!, ids[0]!], WORDS);
		expect(links()).toEqual(['0>0']);
		const route = model.routeOf(lines(model)[0]!.id)!;
		const [x, y, w, h] = model.find(ids[0]!)!.box;
		const outside = route.path
			.slice(1, -1)
			.every((p: { x: number; y: number }) => p.x > x + w || p.y > y + h || p.x < x || p.y < y);
		expect(outside).toBe(true);
	});

	it('leave by the side that was set by hand, and by another one only where it was not', () => {
		const { editContext, model, ids } = shapes(2);
		const [line] = linkInTurn(editContext, model, ids, WORDS);
		model.routePending();
		const start = () => model.routeOf(line!)!.path[0]!;
		const [x, y, w, h] = model.find(ids[0]!)!.box;
		expect(start().x).toBeGreaterThan(x + w);
		pinEnd(editContext, model, line!, 0, 'top');
		model.routePending();
		expect(start()).toMatchObject({ x: x + w / 2 });
		expect(start().y).toBeLessThan(y);
		pinEnd(editContext, model, line!, 0, 'bottom');
		model.routePending();
		expect(start().y).toBeGreaterThan(y + h);
		pinEnd(editContext, model, line!, 0, undefined);
		model.routePending();
		expect(start().x).toBeGreaterThan(x + w);
	});
});

describe('growing a flow', () => {
	it('goes on with the shape that fits, with exits named', () => {
		const { editContext, model, sheet } = testBoard();
		const start = addObject(editContext, model, {
			...shapeAt(sheet, 0, 0),
			style: { shape: 'terminator', fill: 'none', chalk: 'white' },
		});
		const step = growFrom(editContext, model, start, 'right', { words: WORDS })!;
		const decision = growFrom(editContext, model, step, 'right', { shape: 'decision', words: WORDS })!;
		const yes = growFrom(editContext, model, decision, 'right', { words: WORDS })!;
		growFrom(editContext, model, decision, 'down', { shape: 'terminator', words: WORDS });
		expect(flowAt(model, yes)!.flow).toMatchObject({
			steps: [
				{ type: 'terminator' },
				{ type: 'process' },
				{ type: 'decision' },
				{ type: 'process' },
				{ type: 'terminator' },
			],
			links: [{ name: '' }, { name: '' }, { name: 'yes' }, { name: 'no' }],
		});
		const middle = (id: string): number => model.find(id)!.box[1] + model.find(id)!.box[3] / 2;
		expect([step, decision, yes].map(middle)).toEqual([middle(start), middle(start), middle(start)]);
	});
});
