import { describe, expect, it } from 'vitest';
import { MAX_TRAIL } from '$core/live/presence';
import { OwnTrail, Trails } from './trails';

describe('a pointer trail', () => {
	it('is put together from messages that overlap, each point once', () => {
		const own = new OwnTrail();
		const trails = new Trails();
		own.start();
		for (let i = 0; i < 40; i++) {
			const told = own.add({ x: i * 10, y: 0 });
			expect(told.points.length).toBeLessThanOrEqual(MAX_TRAIL);
			// Every third message gets through.
			if (i % 3 === 0) trails.hear(7, 'p', 's', told, 100);
		}
		const pieces = [...trails.pieces('s', 100)];
		expect(pieces).toHaveLength(39);
		expect(pieces.every(({ from, to }) => to.x - from.x === 10)).toBe(true);
		expect([...trails.pieces('other', 100)]).toEqual([]);
	});

	it('does not join one stroke to the next', () => {
		const own = new OwnTrail();
		const trails = new Trails();
		for (const x of [0, 1000]) {
			own.start();
			own.add({ x, y: 0 });
			trails.hear(7, 'p', 's', own.add({ x: x + 5, y: 0 }), 100);
		}
		expect([...trails.pieces('s', 100)].map(({ from, to }) => [from.x, to.x])).toEqual([
			[0, 5],
			[1000, 1005],
		]);
	});

	it('fades, and is gone then', () => {
		const own = new OwnTrail();
		const trails = new Trails();
		own.start();
		own.add({ x: 0, y: 0 });
		trails.hear(7, 'p', 's', own.add({ x: 9, y: 9 }), 0);
		const [early] = [...trails.pieces('s', 200)];
		const [late] = [...trails.pieces('s', 1500)];
		expect(early!.left).toBeGreaterThan(late!.left);
		expect(trails.isAlive(1500)).toBe(true);
		expect(trails.isAlive(5000)).toBe(false);
		expect([...trails.pieces('s', 5000)]).toEqual([]);
	});
});
