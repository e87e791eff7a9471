import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Images } from './images';

interface Asked {
	file: string;
	width: number;
	answer: () => Promise<void>;
	fail: () => Promise<void>;
}
let asked: Asked[] = [];
let closed: number[] = [];
const settled = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
	vi.useFakeTimers();
	asked = [];
	closed = [];
	vi.stubGlobal('fetch', (address: string) => {
		const [file, width] = address.split(' ') as [string, string];
		return new Promise((done, failed) => {
			asked.push({
				file,
				width: Number(width),
				answer: async () => {
					done({ ok: true, blob: () => Promise.resolve(Number(width)) });
					await settled();
				},
				fail: async () => {
					failed(new Error('offline'));
					await settled();
				},
			});
		});
	});
	vi.stubGlobal('createImageBitmap', (width: number) => {
		let isOpen = true;
		return Promise.resolve({
			width,
			height: 4096,
			close: () => {
				closed.push(width);
				isOpen = false;
			},
			get isOpen() {
				return isOpen;
			},
		});
	});
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

const picturesWith = (loaded: string[] = []) =>
	new Images(
		(file, width) => `${file} ${width}`,
		(file) => loaded.push(file),
	);
const take = (): Asked => asked.shift()!;

describe('pictures for painters', () => {
	it('are never handed out after they were closed: one seen small and then large stays whole', async () => {
		const images = picturesWith();
		expect(images.get('a', 100)).toBeUndefined();
		await take().answer();
		const small = images.get('a', 100);
		expect(small).toMatchObject({ width: 256, isOpen: true });
		images.get('a', 900);
		expect(images.get('a', 900), 'the small one until the large one is here').toMatchObject({ isOpen: true });
		await take().answer();
		expect(asked).toHaveLength(0);
		expect(images.get('a', 900)).toMatchObject({ width: 1024, isOpen: true });
		expect(closed).toEqual([256]);
		expect(images.get('a', 100)).toMatchObject({ width: 1024, isOpen: true });
		expect(asked).toHaveLength(0);
	});

	it('that failed are asked for again after a while, and not before', async () => {
		const loaded: string[] = [];
		const images = picturesWith(loaded);
		images.get('a', 100);
		await take().fail();
		images.get('a', 100);
		expect(asked).toHaveLength(0);
		await vi.advanceTimersByTimeAsync(4000);
		expect(loaded).toEqual(['a']);
		images.get('a', 100);
		await take().answer();
		expect(images.get('a', 100)).toMatchObject({ width: 256 });
	});

	it('in use are kept, however many they are; others go', async () => {
		const images = picturesWith();
		const all = Array.from({ length: 120 }, (_, i) => `p${i}`);
		const paint = (): void => all.forEach((file) => void images.get(file, 100));
		paint();
		for (const each of asked.splice(0)) await each.answer();
		paint();
		expect(asked, 'none is given up to be fetched again').toHaveLength(0);
		expect(closed).toHaveLength(0);
		await vi.advanceTimersByTimeAsync(11_000);
		images.get('new', 100);
		await take().answer();
		expect(closed.length).toBeGreaterThan(60);
		expect(images.get('new', 100)).toMatchObject({ isOpen: true });
	});
});
