import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { randomFrom } from '../rehearsal/random';
import { earlierParentsOf, resolveForest, type Forest, type BranchLink } from './forest';

const everything = (): boolean => true;
const hang = (id: string, parent: string, movedAt = 1, more: Partial<BranchLink> = {}): BranchLink => ({
	id,
	parent,
	order: `a${id}`,
	movedAt,
	...more,
});

/** Every branch once, above all the root: what a forest must be, however it came about. */
function checkForest({ parents, branches }: Forest, links: readonly BranchLink[]): void {
	for (const { id } of links) {
		const seen = new Set<string>();
		for (let at: string | undefined = id; at !== undefined; at = parents.get(at)) {
			expect(seen.has(at), `${id} hangs on itself`).toBe(false);
			seen.add(at);
		}
	}
	const listed = [...branches.values()].flat();
	expect(new Set(listed).size).toBe(listed.length);
	expect([...listed].sort()).toEqual([...parents.keys()].sort());
	for (const [parent, beside] of branches) for (const id of beside) expect(parents.get(id)).toBe(parent);
}

describe('a forest', () => {
	it('has branches in their order, ties by id', () => {
		const { branches } = resolveForest(
			[
				hang('c', 'root', 1, { order: 'b' }),
				hang('b', 'root', 1, { order: 'a' }),
				hang('a', 'root', 1, { order: 'b' }),
				hang('d', 'b'),
			],
			everything,
		);
		expect(branches.get('root')).toEqual(['b', 'a', 'c']);
		expect(branches.get('b')).toEqual(['d']);
	});

	it('takes back the later of two moves that close a cycle', () => {
		// Both hung on the root; then each was hung on the other.
		const a = hang('a', 'b', 5, { earlierParents: ['root'] });
		const b = hang('b', 'a', 7, { earlierParents: ['root'] });
		for (const links of [
			[a, b],
			[b, a],
		]) {
			const forest = resolveForest(links, everything);
			expect(forest.parents.get('a')).toBe('b');
			expect(forest.parents.get('b')).toBe('root');
		}
	});

	it('keeps a branch whose parent is gone where it reparenting before, or by itself', () => {
		const there = (parent: string): boolean => parent !== 'gone';
		expect(resolveForest([hang('a', 'gone', 1, { earlierParents: ['root'] })], there).parents.get('a')).toBe(
			'root',
		);
		expect(resolveForest([hang('a', 'gone')], there).parents.size).toBe(0);
		expect(resolveForest([hang('a', 'a')], there).parents.size).toBe(0);
	});

	it('remembers parents, the latest first and each once', () => {
		expect(earlierParentsOf('x', { parent: 'x', earlierParents: ['y', 'x', 'z'] })).toEqual(['x', 'y', 'z']);
		expect(earlierParentsOf(undefined, undefined)).toEqual([]);
		expect(
			earlierParentsOf('0', { parent: '1', earlierParents: ['2', '3', '4', '5', '6', '7'] }),
		).toHaveLength(6);
	});

	it('is worked out for a chain that is longer than a stack is deep', () => {
		const chain = Array.from({ length: 60_000 }, (_, i) => hang(`n${i + 1}`, `n${i}`));
		expect(resolveForest(chain, everything).parents.size).toBe(60_000);
		const ring = [...chain, hang('n0', 'n60000', 2)];
		const { parents } = resolveForest(ring, everything);
		expect(parents.has('n0')).toBe(false);
		expect(parents.size).toBe(60_000);
	});
});

describe('several people who re-hang the same branches', () => {
	const IDS = Array.from({ length: 9 }, (_, i) => `b${i}`);
	const stored = (doc: Y.Doc): BranchLink[] => [...doc.getMap<BranchLink>('links').values()];

	it.each(Array.from({ length: 40 }, (_, seed) => seed))(
		'lose none, close no cycle and see the same: interleaving %i',
		(seed) => {
			const random = randomFrom(seed + 1);
			const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
			const docs = [0, 1, 2].map((id) => {
				const doc = new Y.Doc();
				doc.clientID = id + 1;
				return doc;
			});
			docs[0]!.transact(() => {
				for (const id of IDS) docs[0]!.getMap('links').set(id, hang(id, 'root', 0));
			});
			const meet = (from: Y.Doc, to: Y.Doc): void =>
				Y.applyUpdate(to, Y.encodeStateAsUpdate(from, Y.encodeStateVector(to)));
			for (const doc of docs.slice(1)) meet(docs[0]!, doc);
			for (let time = 1; time < 60; time++) {
				const doc = pick(docs);
				if (random() < 0.3) {
					meet(pick(docs), doc);
					continue;
				}
				// Each person's own act closes no cycle on their own screen.
				const { parents, rejected } = resolveForest(stored(doc), everything);
				const id = pick(IDS);
				const below = IDS.filter((each) => {
					for (let at: string | undefined = each; at !== undefined; at = parents.get(at))
						if (at === id) return true;
					return false;
				});
				const of = pick(['root', ...IDS].filter((each) => !below.includes(each)));
				const map = doc.getMap<BranchLink>('links');
				for (const each of rejected)
					map.set(each, { ...map.get(each)!, parent: parents.get(each) ?? 'root' });
				const others = new Map([...parents].filter(([each]) => each !== id));
				// Clocks of people differ.
				const moved = time + Math.floor(random() * 8) - 4;
				map.set(id, hang(id, of, moved, { earlierParents: earlierParentsOf(parents.get(id), map.get(id)) }));
				checkForest(resolveForest(stored(doc), everything), stored(doc));
				const now = resolveForest(stored(doc), everything);
				expect(now.parents.get(id)).toBe(of);
				// Nothing else moved on the screen of whoever did it.
				now.parents.forEach((parent, each) => {
					if (each !== id) expect(parent).toBe(others.get(each));
				});
			}
			for (const from of docs) for (const to of docs) meet(from, to);
			for (const from of docs) for (const to of docs) meet(from, to);
			const forests = docs.map((doc) => resolveForest(stored(doc), everything));
			for (const [i, forest] of forests.entries()) {
				checkForest(forest, stored(docs[i]!));
				expect([...forest.parents].sort()).toEqual([...forests[0]!.parents].sort());
				expect(forest.branches.get('root') ?? []).toEqual(forests[0]!.branches.get('root') ?? []);
				// All of them hang on the root in the end: no branch drifted off.
				expect([...forest.parents.keys()].sort()).toEqual(IDS);
			}
		},
	);
});
