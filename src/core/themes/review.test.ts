/**
 * Looking a sorting through: what fits, what fits elsewhere better, what one move says of others.
 */
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../rehearsal/random';
import { likeMoved, reviewNotes } from './review';
import type { Meanings, ThemeToFill } from './place-notes';
import { unit } from './topics';

const random = randomFrom(9);
/** Notes about one thing each, or about several. */
const about = (...things: number[]): Float64Array =>
	unit(Float64Array.from({ length: 8 }, (_, k) => (things.includes(k) ? 1 : 0) + (random() - 0.5) * 0.3));

const notes = Array.from({ length: 20 }, (_, i) => ({ id: `n${i}`, text: `note ${i}` }));
const vectors = notes.map((_, i) => about(i % 2));
const meanings: Meanings = { notes: vectors, names: [about(0), about(1)] };
const ids = (wanted: (i: number) => boolean): string[] =>
	notes.flatMap(({ id }, i) => (wanted(i) ? [id] : []));
const themes = (even: string[], odd: string[]): ThemeToFill[] => [
	{ name: 'Even', noteIds: even },
	{ name: 'Odd', noteIds: odd },
];

describe('a review', () => {
	it('tells a note in the wrong theme from those that fit', () => {
		// Note 3 lies with the even ones.
		const sorted = themes(
			ids((i) => i % 2 === 0 || i === 3),
			ids((i) => i % 2 === 1 && i !== 3),
		);
		const review = reviewNotes(notes, sorted, meanings);
		expect(review).toHaveLength(20);
		expect(review[3]).toMatchObject({ sureness: 'doubtful' });
		expect(review[3]!.ranked[0]).toBe(1);
		expect(review.filter(({ sureness }) => sureness === 'sure').length).toBeGreaterThan(14);
	});

	it('says of notes in no theme where they belong', () => {
		const sorted = themes(
			ids((i) => i % 2 === 0 && i < 16),
			ids((i) => i % 2 === 1 && i < 16),
		);
		const review = reviewNotes(notes, sorted, meanings);
		expect(review[16]!.ranked[0]).toBe(0);
		expect(review[17]!.ranked[0]).toBe(1);
	});

	it('goes by words where that is all there is', () => {
		const texts = ['long queue', 'queue at the door', 'queue again', 'new fuse', 'fuse box', 'fuse gone'];
		const all = texts.map((text, i) => ({ id: `t${i}`, text }));
		const sorted = [
			{ name: 'Waiting', noteIds: ['t0', 't1', 't2', 't5'] },
			{ name: 'Parts', noteIds: ['t3', 't4'] },
		];
		const review = reviewNotes(all, sorted, undefined);
		expect(review[5]!.ranked[0]).toBe(1);
		expect(review[0]!.ranked[0]).toBe(0);
	});
});

describe('one move', () => {
	/** About a third thing, which lies among the even ones so far. */
	const mixed = notes.map((_, i) => (i % 4 === 0 ? about(0, 4, 5) : about(i % 2)));
	const means: Meanings = { notes: mixed, names: [about(0), about(1), about(6)] };
	const sorted: ThemeToFill[] = [
		{ name: 'Even', noteIds: ids((i) => i % 2 === 0 && i !== 0) },
		{ name: 'Odd', noteIds: ids((i) => i % 2 === 1) },
		{ name: 'Third', noteIds: ['n0'] },
	];

	it('says which notes like the moved one belong there now and did not before', () => {
		const like = likeMoved(notes, sorted, means, { moved: [{ id: 'n0', from: 0 }], to: 2 });
		expect(like.length).toBeGreaterThan(0);
		for (const id of like) expect(Number(id.slice(1)) % 4).toBe(0);
	});

	it('says nothing where nothing is told by meaning, or nothing was moved', () => {
		expect(likeMoved(notes, sorted, undefined, { moved: [{ id: 'n0', from: 0 }], to: 2 })).toEqual([]);
		expect(likeMoved(notes, sorted, means, { moved: [], to: 2 })).toEqual([]);
		expect(likeMoved(notes, sorted, means, { moved: [{ id: 'x', from: 7 }], to: 30 })).toEqual([]);
	});
});
