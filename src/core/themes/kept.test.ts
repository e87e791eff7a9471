/** Themes found anew round those that somebody stands by. */
import { expect, it } from 'vitest';
import { pick, randomFrom } from '../rehearsal/random';
import { sortIntoThemes, type NoteText } from './index';
import { clusterAround, type KeptGroup } from './kept';
import { Likeness } from './likeness';

/** Notes in three groups, alike within them. */
function threeGroups(n: number, seed: number): Likeness {
	const random = randomFrom(seed);
	const likeness = new Likeness(n);
	for (let i = 0; i < n; i++)
		for (let j = 0; j <= i; j++)
			likeness.set(i, j, i === j ? 1 : (i % 3 === j % 3 ? 0.7 : 0.1) + random() * 0.1);
	return likeness;
}
const groupOf = (groups: readonly number[][], i: number): number =>
	groups.findIndex((group) => group.includes(i));

it('finds kept groups again, and others beside them', () => {
	const kept: KeptGroup[] = [{ all: [0, 3, 6], pinned: [] }];
	const { groups, keptAs } = clusterAround(threeGroups(15, 1), kept, { count: 3 });
	expect(groups).toHaveLength(3);
	expect(keptAs.filter((k) => k === 0)).toHaveLength(1);
	expect(groups[keptAs.indexOf(0)]).toEqual(expect.arrayContaining([0, 3, 6, 9, 12]));
});

it('keeps pinned notes together and apart from others, whatever they say', () => {
	for (let seed = 1; seed <= 30; seed++) {
		const random = randomFrom(seed);
		const n = 8 + Math.floor(random() * 20);
		const owner = Array.from({ length: n }, () => (random() < 0.4 ? Math.floor(random() * 3) : -1));
		const kept: KeptGroup[] = [0, 1, 2].map((k) => {
			const pinned = owner.flatMap((each, i) => (each === k ? [i] : []));
			return { pinned, all: pinned };
		});
		const count = random() < 0.5 ? 3 + Math.floor(random() * 3) : undefined;
		const options = count === undefined ? {} : { count };
		const { groups, keptAs } = clusterAround(threeGroups(n, seed), kept, options);
		expect(new Set(groups.flat()).size).toBe(groups.flat().length);
		expect(keptAs.filter((k) => k !== undefined).sort()).toEqual([0, 1, 2]);
		kept.forEach(({ pinned }, k) => {
			for (const i of pinned) expect(keptAs[groupOf(groups, i)]).toBe(k);
		});
	}
});

it('goes on under the name that was given, and calls nothing else so', () => {
	const random = randomFrom(4);
	const words = ['queue door waiting', 'fuse toaster cable', 'poster radio flyer'];
	const notes: NoteText[] = Array.from({ length: 18 }, (_, i) => ({
		id: `n${i}`,
		text: `${pick(random, words[i % 3]!.split(' '))} ${words[i % 3]!}`,
	}));
	const kept = [{ name: 'Fuse', noteIds: ['n0', 'n3', 'n6'], pinned: ['n0'] }];
	const { themes } = sortIntoThemes(notes, { count: 3, kept });
	expect(themes).toHaveLength(3);
	const mine = themes.find((theme) => theme.kept === 0)!;
	expect(mine.name).toBe('Fuse');
	expect(mine.noteIds).toContain('n0');
	expect(new Set(themes.map(({ name }) => name.toLowerCase())).size).toBe(3);
});
