import { expect, it } from 'vitest';
import { keepNames } from './keep-names';

const theme = (name: string, ...noteIds: string[]) => ({ name, noteIds });
const names = (all: readonly { name: string }[]) => all.map(({ name }) => name);

it('a name goes where most of its notes went, and nowhere where they are scattered', () => {
	const found = [theme('One', 'a', 'b', 'x'), theme('Two', 'c', 'd', 'e'), theme('Three', 'f', 'g', 'h')];
	const { themes, kept } = keepNames(found, [
		theme('Queues', 'c', 'd', 'y'),
		theme('Scattered', 'a', 'f', 'p', 'q'),
	]);
	expect(names(themes)).toEqual(['One', 'Queues', 'Three']);
	expect(kept).toEqual(new Set([1]));
	expect(keepNames([], [theme('Queues', 'a')]).themes).toEqual([]);
});

it('each theme takes one name, and no two are alike', () => {
	const found = [theme('Queues', 'x', 'y', 'z'), theme('Doors', 'a', 'b', 'c', 'd')];
	expect(names(keepNames(found, [theme('queues', 'a', 'b', 'c')]).themes)).toEqual(['Doors', 'queues']);
	const both = keepNames(found, [theme('First', 'a', 'b', 'c'), theme('Second', 'b', 'c', 'd')]);
	expect(names(both.themes)).toEqual(['Queues', 'First']);
});
