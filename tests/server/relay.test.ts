/** The line between servers, on a real Redis: what is asked of it in its first moments. */
import { afterAll, beforeAll, expect, it } from 'vitest';
import { Relay } from '$lib/server/live/relay';
import { until } from '../support/client';
import { startRedis, type TestRedis } from '../support/redis';

let redis: TestRedis;
beforeAll(async () => {
	redis = await startRedis();
});
afterAll(() => redis.stop());

it('opens documents at any moment while it connects, and hears them', async () => {
	const failed: unknown[] = [];
	const note = (error: unknown): void => void failed.push(error);
	process.on('unhandledRejection', note);
	const heard = new Set<string>();
	const nothing = (): void => undefined;
	const lines = Array.from(
		{ length: 40 },
		() =>
			new Relay(redis.url, 'test', {
				update: (document) => void heard.add(document),
				awareness: nothing,
				who: nothing,
				message: nothing,
				back: nothing,
			}),
	);
	// Each of them after one more turn of the loop than the one before.
	for (const [i, line] of lines.entries()) {
		void line.open(`board/${i}/stage`);
		await new Promise((resolve) => setImmediate(resolve));
	}
	await until(() => lines.every((line) => line.isOpen), 'all are connected');
	await Promise.all(lines.map((line, i) => line.open(`board/${i}/stage`)));
	lines.forEach((_, i) => lines[(i + 1) % lines.length]!.update(`board/${i}/stage`, new Uint8Array([0, 0])));
	await until(() => heard.size === lines.length, 'each hears its own');
	for (const line of lines) line.end();
	process.off('unhandledRejection', note);
	expect(failed).toEqual([]);
});
