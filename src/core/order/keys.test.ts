import { describe, expect, it } from 'vitest';
import { randomFrom } from '../board/generate';
import {
	byKey,
	freshKeys,
	insertAt,
	keysAbove,
	keysAfter,
	keysBefore,
	keysBelow,
	LONGEST_KEY,
	type Placed,
} from './keys';

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

	it('put things exactly where they are wanted, whatever stands there', () => {
		const random = randomFrom(9);
		const FOREIGN = ['', '~', 'zz~~', 'a', '!', 'Z'.repeat(256), 'V000001'];
		let order: Placed[] = [];
		let count = 0;
		for (let i = 0; i < 400; i++) {
			// Others put things into the same spot at once, and now and then what is no key of
			// ours.
			if (random() < 0.2 && order.length > 0)
				order.push({ id: `o${i}`, z: order[Math.floor(random() * order.length)]!.z });
			if (random() < 0.05) order.push({ id: `f${i}`, z: FOREIGN[Math.floor(random() * FOREIGN.length)]! });
			order.sort(byKey);
			const index = Math.floor(random() * (order.length + 1));
			const ids = Array.from({ length: 1 + Math.floor(random() * 3) }, () => `n${count++}`);
			const wanted = [...order.slice(0, index), ...ids.map((id) => ({ id })), ...order.slice(index)].map(
				({ id }) => id,
			);
			const keys = insertAt(order, index, ids);
			order = [...order, ...ids.map((id) => ({ id, z: '' }))].map((each) => ({
				...each,
				z: keys.get(each.id) ?? each.z,
			}));
			order.sort(byKey);
			expect(order.map(({ id }) => id)).toEqual(wanted);
			expect(order.every(({ z }) => z.length <= LONGEST_KEY)).toBe(true);
		}
	});

	it('stay short, and few others give way, however often something is put into the same spot', () => {
		let order: Placed[] = freshKeys(40).map((z, i) => ({ id: `k${i}`, z }));
		let moved = 0;
		for (let i = 0; i < 2000; i++) {
			const keys = insertAt(order, 20, [`n${i}`]);
			moved += keys.size - 1;
			order = [...order, { id: `n${i}`, z: '' }].map((each) => ({ ...each, z: keys.get(each.id) ?? each.z }));
			order.sort(byKey);
		}
		expect(Math.max(...order.map(({ z }) => z.length))).toBeLessThanOrEqual(200);
		expect(moved).toBeLessThan(2000);
	});

	it('above and below what is no key of ours can be read, and nothing throws', () => {
		for (const foreign of ['~', 'zz~~', '!', 'Z'.repeat(256), '~'.repeat(256)]) {
			for (const keys of [
				keysAbove(foreign, 3),
				keysBelow(foreign, 3),
				keysAfter([foreign], 0, 2),
				keysBefore([foreign], 0, 2),
			])
				for (const key of keys) expect(key.length > 0 && key.length <= LONGEST_KEY).toBe(true);
			expect(keysAbove(foreign, 1)[0]! >= foreign).toBe(true);
			expect(keysBelow(foreign, 1)[0]! <= foreign).toBe(true);
		}
	});
});
