import { describe, expect, it } from 'vitest';
import { randomFrom } from './generate';
import { keysAfter, keysBefore } from './order-keys';

describe('keys of an order', () => {
	it('lie right after or right before what they are asked for', () => {
		const keys = keysAfter([], -1, 3);
		expect(keys).toEqual([...keys].sort());
		const [between] = keysAfter(keys, 0, 1);
		expect([keys[0]!, between!, keys[1]!]).toEqual([keys[0]!, between!, keys[1]!].sort());
		expect(keysAfter(keys, -1, 1)[0]! < keys[0]!).toBe(true);
		expect(keysAfter(keys, 2, 1)[0]! > keys[2]!).toBe(true);
		expect(keysBefore(keys, 0, 1)[0]! < keys[0]!).toBe(true);
		const two = keysBefore(keys, 2, 2);
		expect([keys[1]!, ...two, keys[2]!]).toEqual([keys[1]!, ...two, keys[2]!].sort());
	});

	it('go past keys that are equal, and never fail', () => {
		const [key] = keysAfter([], -1, 1);
		const [next] = keysAfter([key!], 0, 1);
		const keys = [key!, key!, key!, next!];
		for (const index of [0, 1, 2]) {
			const [after] = keysAfter(keys, index, 1);
			expect(after! > key! && after! < next!).toBe(true);
			expect(keysBefore(keys, index, 1)[0]! < key!).toBe(true);
		}
	});

	it('keep their order whatever two people do at once', () => {
		const random = randomFrom(5);
		let keys: string[] = [];
		for (let i = 0; i < 300; i++) {
			const index = Math.floor(random() * (keys.length + 1)) - 1;
			const mine = keysAfter(keys, index, 1);
			// Somebody else, who has not seen it yet, now and then puts something into the same spot.
			const theirs = random() < 0.3 ? keysAfter(keys, index, 1) : [];
			keys = [...keys, ...mine, ...theirs].sort();
			const at = Math.floor(random() * keys.length);
			expect(keysAfter(keys, at, 2).every((key) => key > keys[at]!)).toBe(true);
			expect(keysBefore(keys, at, 2).every((key) => key < keys[at]!)).toBe(true);
		}
	});
});
