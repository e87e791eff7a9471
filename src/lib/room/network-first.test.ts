import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { networkFirst, type PageSource } from './network-first';

const KEPT_AFTER_MS = 6000;
const page = (words: string, status = 200): Response => new Response(words, { status });

/** A network that answers when it is told to, and what is kept. */
function network(kept?: string) {
	let answer: (response: Response) => void = () => {};
	let fail: (error: Error) => void = () => {};
	const log: string[] = [];
	const source: PageSource = {
		fetch: () =>
			new Promise<Response>((resolve, reject) => {
				answer = resolve;
				fail = reject;
			}),
		kept: async () => (kept === undefined ? undefined : page(kept)),
		keep: async (response) => void log.push(`keep ${await response.text()}`),
		forget: async () => void log.push('forget'),
	};
	const asked = networkFirst(source, KEPT_AFTER_MS);
	return {
		log,
		answer: (response: Response) => answer(response),
		fail: () => fail(new TypeError('no network')),
		words: async () => (await asked)?.text(),
		status: async () => (await asked)?.status,
	};
}

describe('a page', () => {
	beforeEach(() => void vi.useFakeTimers());
	afterEach(() => void vi.useRealTimers());

	it('is shown as the network has it, and kept', async () => {
		const { answer, words, log } = network('old');
		answer(page('new'));
		expect(await words()).toBe('new');
		expect(log).toEqual(['keep new']);
	});

	it('is shown as it is kept where there is no network', async () => {
		const { fail, words } = network('old');
		fail();
		expect(await words()).toBe('old');
	});

	it('is shown as it is kept where the network is slow; what comes late is kept', async () => {
		const { answer, words, log } = network('old');
		await vi.advanceTimersByTimeAsync(KEPT_AFTER_MS);
		expect(await words()).toBe('old');
		answer(page('new'));
		await vi.advanceTimersByTimeAsync(0);
		expect(log).toEqual(['keep new']);
	});

	it('is waited for where the network is slow and nothing is kept', async () => {
		const { answer, words } = network();
		await vi.advanceTimersByTimeAsync(KEPT_AFTER_MS * 5);
		answer(page('new'));
		expect(await words()).toBe('new');
	});

	it('is none where there is no network and nothing is kept, at once or late', async () => {
		const atOnce = network();
		atOnce.fail();
		expect(await atOnce.words()).toBeUndefined();
		const late = network();
		await vi.advanceTimersByTimeAsync(KEPT_AFTER_MS);
		late.fail();
		expect(await late.words()).toBeUndefined();
	});

	it('is not kept any longer for those who may not see it, and kept through a fault of the server', async () => {
		const gone = network('old');
		gone.answer(page('no', 404));
		expect(await gone.status()).toBe(404);
		expect(gone.log).toEqual(['forget']);
		const broken = network('old');
		broken.answer(page('sorry', 500));
		expect(await broken.status()).toBe(500);
		expect(broken.log).toEqual([]);
	});
});
