import { describe, expect, it } from 'vitest';
import { closeness, cluster, cutAt, mergeTree, silhouette } from './cluster';
import { randomFrom } from '../rehearsal/random';
import { findDoubles, perhapsTheSame } from './doubles';
import { sortIntoThemes } from './index';
import { contentWords, languageOf, languagesOf, type Language } from './language';
import { centred, cosine, Likeness } from './likeness';
import { nameThemes, type GroupToName } from './names';
import { weigh, sparseCosine } from './weights';

const notes = (texts: string[]) => texts.map((text, i) => ({ id: `n${i}`, text }));
const groupsOf = (texts: string[]) =>
	sortIntoThemes(notes(texts)).themes.map((theme) => theme.noteIds.map((id) => texts[Number(id.slice(1))]!));

/** A likeness from groups: alike inside, unlike across. */
function likenessFrom(labels: string[], inside = 0.8, across = 0.1): Likeness {
	const likeness = new Likeness(labels.length);
	labels.forEach((a, i) =>
		labels.forEach((b, j) => likeness.set(i, j, i === j ? 1 : a === b ? inside : across)),
	);
	return likeness;
}

describe('language', () => {
	it('is known by its function words', () => {
		expect(languageOf('The roof leaks and nobody knows who is going to pay for it').language).toBe('en');
		expect(languageOf('Das Dach ist undicht und niemand weiß, wer das bezahlen soll').language).toBe('de');
		expect(languageOf('Le toit fuit et personne ne sait qui va payer pour cela').language).toBe('fr');
	});

	it('is judged note by note in a mixed team, and by the board where a note says too little', () => {
		const texts = [
			'Der Raum ist zu klein für uns alle',
			'Die Schlange an der Tür ist zu lang',
			'The queue is too long for the people at the door',
			'Dach',
		];
		expect(languagesOf(texts)).toEqual(['de', 'de', 'en', 'de']);
	});

	it('brings forms of a word together and leaves empty words out', () => {
		const stems = (text: string) => contentWords(text, 'en').map((word) => word.stem);
		expect(stems('The electricians were repairing lamps')).toEqual(stems('An electrician repairs a lamp'));
		expect(contentWords('we have to be there', 'en')).toEqual([]);
		const german = (text: string) => contentWords(text, 'de').map((word) => word.stem);
		expect(german('Ersatzteile')).toEqual(german('Ersatzteilen'));
	});
});

describe('likeness', () => {
	it('of words counts rare ones more than common ones', () => {
		const { vectors } = weigh(
			['fuses gone', 'fuses late', 'repair late', 'repair gone', 'repair again', 'repair more'],
			Array<'en'>(6).fill('en'),
		);
		expect(sparseCosine(vectors[0]!, vectors[1]!)).toBeGreaterThan(sparseCosine(vectors[2]!, vectors[3]!));
	});

	it('of meaning does not depend on what the whole board is about', () => {
		const shared = [5, 5, 5, 0, 0];
		const vectors = [0, 1, 2, 3, 4, 5].map((i) =>
			shared.map((value, k) => value + (k === 3 ? (i < 3 ? 1 : -1) : k === 4 ? i * 0.01 : 0)),
		);
		expect(cosine(vectors[0]!, vectors[5]!)).toBeGreaterThan(0.9);
		const [first, , , , , last] = centred(vectors);
		expect(cosine(first!, last!)).toBeLessThan(0);
	});
});

describe('grouping', () => {
	const labels = ['a', 'a', 'a', 'b', 'b', 'b', 'b', 'c', 'c'];

	it('finds the groups and their number', () => {
		const { groups, left } = cluster(likenessFrom(labels));
		expect(groups).toEqual([
			[3, 4, 5, 6],
			[0, 1, 2],
			[7, 8],
		]);
		expect(left).toEqual([]);
	});

	it('leaves a note out that is like no other', () => {
		const likeness = likenessFrom([...labels, 'odd']);
		for (let i = 0; i < labels.length; i++) likeness.set(9, i, 0.01);
		expect(cluster(likeness).left).toEqual([9]);
	});

	it('keeps a weakly tied pair together that is like nothing else', () => {
		const likeness = likenessFrom(['a', 'a', 'b', 'b', 'c', 'c'], 0.5, 0);
		likeness.set(4, 5, 0.09);
		expect(cluster(likeness)).toEqual({
			groups: [
				[0, 1],
				[2, 3],
				[4, 5],
			],
			left: [],
		});
	});

	it('gives as many groups as wanted', () => {
		expect(cluster(likenessFrom(labels), { count: 2 }).groups).toHaveLength(2);
		expect(cluster(likenessFrom(labels), { count: 3 }).groups).toHaveLength(3);
	});

	it('gives as many as wanted whenever there are notes enough, whatever they are like', () => {
		const random = randomFrom(4);
		for (let round = 0; round < 80; round++) {
			const likeness = new Likeness(4 + Math.floor(random() * 16));
			for (let i = 0; i < likeness.size; i++)
				for (let j = 0; j <= i; j++) likeness.set(i, j, i === j ? 1 : random());
			const count = 2 + Math.floor(random() * (Math.floor(likeness.size / 2) - 1));
			const { groups, left } = cluster(likeness, { count });
			expect(groups).toHaveLength(count);
			expect([...groups.flat(), ...left].sort((a, b) => a - b)).toEqual([...Array(likeness.size).keys()]);
		}
	});

	it('has nothing to group in nothing, one note, or notes without anything in common', () => {
		expect(cluster(new Likeness(0))).toEqual({ groups: [], left: [] });
		expect(cluster(likenessFrom(['a']))).toEqual({ groups: [], left: [0] });
		expect(cluster(likenessFrom(['a', 'b', 'c'], 0, 0)).groups).toEqual([]);
	});

	it('merges the most alike first, and every cut is a partition', () => {
		const likeness = likenessFrom(labels);
		likeness.set(7, 8, 0.95);
		const merges = mergeTree(likeness);
		expect(merges).toHaveLength(labels.length - 1);
		expect(merges[0]).toMatchObject({ a: 7, b: 8 });
		for (let count = 1; count <= labels.length; count++) {
			const groups = cutAt(merges, labels.length, count);
			expect(groups).toHaveLength(count);
			expect(groups.flat().sort((x, y) => x - y)).toEqual(labels.map((_, i) => i));
		}
		expect(silhouette(likeness, cutAt(merges, labels.length, 3))).toBeGreaterThan(
			silhouette(likeness, cutAt(merges, labels.length, 2)),
		);
		expect(closeness(likeness, 0, [0, 1, 2])).toBeCloseTo(0.8);
	});
	it('merges as looking at every pair each time would, equal pairs too', () => {
		/** Looks at every pair for every merge. */
		const slowly = (likeness: Likeness) => {
			const groups = Array.from({ length: likeness.size }, (_, i) => [i]);
			const merges: { a: number; b: number; likeness: number }[] = [];
			while (groups.length > 1) {
				let best = { x: 0, y: 0, value: -Infinity };
				for (let y = 0; y < groups.length; y++)
					for (let x = 0; x < y; x++) {
						let value = 0;
						for (const i of groups[x]!) for (const j of groups[y]!) value += likeness.get(i, j);
						value /= groups[x]!.length * groups[y]!.length;
						if (value > best.value + 1e-9) best = { x, y, value };
					}
				const { x, y, value } = best;
				merges.push({ a: groups[x]![0]!, b: groups[y]![0]!, likeness: value });
				groups[x]!.push(...groups.splice(y, 1)[0]!);
			}
			return merges;
		};
		const random = randomFrom(8);
		for (let round = 0; round < 60; round++) {
			const likeness = new Likeness(2 + Math.floor(random() * 14));
			// Few different values, which sums of eighths keep exact, so that many pairs are equal.
			for (let i = 0; i < likeness.size; i++)
				for (let j = 0; j <= i; j++) likeness.set(i, j, i === j ? 1 : Math.floor(random() * 5) / 8);
			const expected = slowly(likeness);
			const merges = mergeTree(likeness);
			expect(merges.map(({ a, b }) => [a, b])).toEqual(expected.map(({ a, b }) => [a, b]));
			merges.forEach((merge, i) => expect(merge.likeness).toBeCloseTo(expected[i]!.likeness));
		}
	});
});

describe('names', () => {
	const group = (
		texts: string[],
		{ language = 'en' as Language, headings = [] as GroupToName['headings'] } = {},
	): GroupToName => ({ words: texts.map((text) => contentWords(text, language)), texts, headings });
	const named = (...groups: GroupToName[]) => nameThemes(groups).map(({ name }) => name);

	it('come from the words of the group that the others do not have', () => {
		const names = named(
			group(['Spare parts are gone', 'No spare parts in the drawer', 'Order spare parts']),
			group(['Queue at the door', 'Long queue at the door', 'The queue again']),
		);
		expect(names[0]).toBe('Spare parts');
		expect(names[1]).toMatch(/^Queue/);
	});

	it('are a phrase of the group where two words speak for it equally', () => {
		expect(
			named(
				group(['The queue is too long', 'Long queue at the door']),
				group(['Roof leaks', 'Rain through the roof']),
			),
		).toEqual(['Long queue', 'Roof']);
	});

	it('are what people wrote together, also where one of the words stands alone as well', () => {
		const [name] = named(
			group(['Spare parts are gone', 'No spare parts', 'Lamp again', 'Spare fuses']),
			group(['Queue at the door', 'Long queue at the door', 'The queue again']),
		);
		expect(name).toBe('Spare parts');
	});

	it('keep the capitals of the language and are distinct, also where there is nothing to tell apart', () => {
		const german = group(['Die Ersatzteile fehlen', 'Zu wenige Ersatzteile'], { language: 'de' });
		const names = named(german, german, german, group(['we have to be there']), group([]), group([]));
		expect(names[0]).toContain('Ersatzteile');
		expect(new Set(names).size).toBe(6);
		expect(names[3]).toBe('we have to be there');
		for (const name of names) expect(name).not.toMatch(/^[\d\s]*$/);
	});

	it('are a heading where it fits well, that of the group that it fits best; else it is offered', () => {
		const waiting = [
			{ name: 'Queues and waiting', fit: 0.7 },
			{ name: 'Opening hours', fit: 0.45 },
			{ name: 'Roads', fit: 0.2 },
		];
		const [first, second, third] = nameThemes([
			group(['Queue at the door', 'Long queue'], { headings: waiting }),
			group(['Waiting list', 'Waiting for parts'], { headings: [{ name: 'Queues and waiting', fit: 0.8 }] }),
			group(['Roof leaks', 'Wet roof'], { headings: [{ name: 'Building', fit: 0.5 }] }),
		]);
		expect(second!.name).toBe('Queues and waiting');
		expect(first!.name).toMatch(/queue/i);
		expect(first!.others).toContain('Opening hours');
		expect(first!.others).not.toContain('Roads');
		expect(third!.name).toBe('Roof');
		expect(third!.others[0]).toBe('Building');
		const all = [first, second, third].flatMap((each) => [each!.name, ...each!.others]);
		expect(new Set(all.map((name) => name.toLowerCase())).size).toBe(all.length);
	});
});

describe('doubles', () => {
	const doubles = (texts: string[], vectors?: number[][]) =>
		findDoubles(
			texts,
			texts.map((text) => contentWords(text, 'en')),
			vectors,
		);

	it('are the same words, whatever the signs and capitals', () => {
		expect(doubles(['Roof leaks!', 'roof  LEAKS', 'Roof is fine'])).toEqual([[0, 1]]);
	});

	it('are nearly the same words with the same meaning, not just one of both', () => {
		const near = ['Show the waiting time at the door', 'Show the waiting time on the door', 'Paint the door'];
		expect(
			doubles(near, [
				[1, 0],
				[0.99, 0.1],
				[0, 1],
			]),
		).toEqual([[0, 1]]);
		expect(
			doubles(
				['Label all drawers of spare parts', 'No list of spare parts in the drawers'],
				[
					[1, 0],
					[0.7, 0.7],
				],
			),
		).toEqual([]);
	});

	it('are not notes that deny what the other says, or that speak of other numbers', () => {
		const same = [
			[1, 0],
			[1, 0],
		];
		expect(doubles(['Tools are missing', 'Tools are not missing'], same)).toEqual([]);
		expect(doubles(['Lamp on table 3 flickers', 'The lamp on table 4 flickers'], same)).toEqual([]);
		expect(doubles(["Tools aren't there", 'Tools are not there'], same)).toEqual([[0, 1]]);
	});

	it('are only offered where meaning alone says so: the three nearest, the nearest first', () => {
		const at = (degrees: number) => [
			Math.cos((degrees * Math.PI) / 180),
			Math.sin((degrees * Math.PI) / 180),
		];
		expect(perhapsTheSame([0, 10, 30, 45, 120, 21].map(at))[0]).toEqual([1, 5, 2]);
		expect(perhapsTheSame([0, 120].map(at))).toEqual([[], []]);
	});

	it('are not empty notes', () => {
		expect(doubles(['', '  ', '!'])).toEqual([]);
	});
});

describe('sorting', () => {
	it('works by words alone, in any language', () => {
		const groups = groupsOf([
			'Schlange an der Tür',
			'Lange Schlange vor der Tür',
			'Ersatzteile fehlen',
			'Keine Ersatzteile mehr',
			'Ersatzteile zu spät bestellt',
			'Schlange schon um neun',
		]);
		expect(groups).toHaveLength(2);
		expect(
			groups[0]!.every((text) => text.includes('rsatzteile')) ||
				groups[1]!.every((text) => text.includes('rsatzteile')),
		).toBe(true);
	});

	it('accounts for every note exactly once, and says the same twice', () => {
		const texts = [
			'Queue',
			'queue at the door',
			'',
			'???',
			'12',
			'Roof leaks',
			'The roof is leaking',
			'Queue',
		];
		const proposal = sortIntoThemes(notes(texts));
		const all = [...proposal.themes.flatMap((theme) => theme.noteIds), ...proposal.left];
		expect(all.sort()).toEqual(
			notes(texts)
				.map((note) => note.id)
				.sort(),
		);
		expect(sortIntoThemes(notes(texts))).toEqual(proposal);
		expect(proposal.doubles).toContainEqual(['n0', 'n7']);
		for (const id of ['n2', 'n3', 'n4']) expect(proposal.left).toContain(id);
	});

	it('says why: the words that hold a theme together, and its most typical notes', () => {
		const texts = [
			'Queue at the door',
			'Long queue at the door',
			'Queue again',
			'Roof leaks',
			'Rain through the roof',
			'Wet roof',
		];
		const { themes } = sortIntoThemes(notes(texts));
		const queue = themes.find(({ noteIds }) => noteIds.includes('n0'))!;
		expect(queue.words.map((word) => word.toLowerCase())).toEqual(['queue', 'door']);
		expect(queue.typical).toHaveLength(2);
		for (const id of queue.typical) expect(queue.noteIds).toContain(id);
	});

	it('takes nothing and one note in its stride', () => {
		expect(sortIntoThemes([])).toEqual({ themes: [], left: [], doubles: [], near: [] });
		expect(sortIntoThemes(notes(['alone']))).toEqual({ themes: [], left: ['n0'], doubles: [], near: [] });
	});
});
