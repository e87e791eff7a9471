import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { callOrderSchema, leaderIn, writeLeader } from '../meeting/calls';
import { LONGEST_ASIDE, MAX_PICKED, paceOf, presenceSchema, viewOf, withoutTalk } from './presence';

const ME = { person: 'p', name: 'Rosa' };

describe('what people tell about themselves', () => {
	it.each([
		['a place', { cursor: [1, -2], sheet: 's', view: [0, 0, 100, 50] }],
		['nothing but who they are', {}],
		['what they say in passing', { aside: 'Hello', sign: { is: 'thanks', count: 3 } }],
		['a trail', { trail: { stroke: 1, from: 0, points: [[0, 0]] } }],
		['where they write', { editing: 'n', caret: { anchor: { type: null }, head: null } }],
	])('may be %s', (_, told) => expect(presenceSchema.safeParse({ ...ME, ...told }).success).toBe(true));

	it.each([
		['an endless aside', { aside: 'x'.repeat(LONGEST_ASIDE + 1) }],
		['more than anybody sees', { picked: Array.from({ length: MAX_PICKED + 1 }, (_, i) => `o${i}`) }],
		['a place that is none', { cursor: [Number.NaN, 0] }],
		['a sign that nobody knows', { sign: { is: 'shout', count: 1 } }],
		['anything else', { role: 'owner' }],
	])('is never %s', (_, told) => expect(presenceSchema.safeParse({ ...ME, ...told }).success).toBe(false));

	it('is only where they are for those who may not talk', () => {
		const told = {
			...ME,
			cursor: [1, 2] as [number, number],
			aside: 'x',
			sign: { is: 'done', count: 1 } as const,
		};
		expect(withoutTalk(told)).toEqual({ ...ME, cursor: [1, 2] });
		expect(told.aside).toBe('x');
	});

	it('comes more rarely the more people there are, and never too rarely', () => {
		expect(paceOf(2)).toBeLessThan(paceOf(30));
		expect(paceOf(2)).toBeGreaterThanOrEqual(50);
		expect(paceOf(10_000)).toBe(400);
	});

	it('says what they see as a box', () => {
		expect(viewOf({ view: [1, 2, 3, 4] })).toEqual({ x: 1, y: 2, w: 3, h: 4 });
		expect(viewOf({})).toBeUndefined();
	});
});

describe('leading the view', () => {
	it('is one person’s at a time, and ends', () => {
		const doc = new Y.Doc();
		expect(leaderIn(doc)).toBeUndefined();
		writeLeader(doc, { id: 'a', name: 'Ilka' });
		writeLeader(doc, { id: 'b', name: 'Piet' });
		expect(leaderIn(doc)).toEqual({ id: 'b', name: 'Piet' });
		writeLeader(doc, undefined);
		expect(leaderIn(doc)).toBeUndefined();
	});

	it('is ordered with a place that has room', () => {
		const order = { do: 'call', sheet: 's', view: [0, 0, 10, 10] };
		expect(callOrderSchema.safeParse(order).success).toBe(true);
		expect(callOrderSchema.safeParse({ ...order, view: [0, 0, 0, 10] }).success).toBe(false);
		expect(callOrderSchema.safeParse({ ...order, sheet: '' }).success).toBe(false);
	});
});
