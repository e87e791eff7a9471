import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Choice } from '$core/decide/vote';
import type { ShownVote } from '$core/contract/votes';
import { randomFrom } from '$core/rehearsal/random';
import { Votes } from './votes.svelte';

const asked = vi.fn<typeof fetch>();
const json = (status: number, value: unknown): Response =>
	({ ok: status < 400, status, json: () => Promise.resolve(value) }) as Response;

interface Request {
	method: string;
	path: string;
	body: unknown;
	answer: (value: unknown) => Promise<void>;
	fail: (words: string) => Promise<void>;
	/** It did not reach the server. */
	lose: () => Promise<void>;
}
/** What was asked of the server and has no answer yet. */
let requests: Request[] = [];
const settled = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
	vi.useFakeTimers();
	vi.stubGlobal('fetch', asked);
	requests = [];
	asked.mockImplementation(
		(path, { method, body } = {}) =>
			new Promise((done, failed) => {
				const without = (work: () => void) => async (): Promise<void> => {
					requests = requests.filter((each) => each !== request);
					work();
					await settled();
				};
				const request: Request = {
					method: method!,
					path: path as string,
					body: body === undefined ? undefined : JSON.parse(body as string),
					answer: (value) => without(() => done(json(200, value)))(),
					fail: (message) => without(() => done(json(409, { message })))(),
					lose: without(() => failed(new TypeError('no network'))),
				};
				requests.push(request);
			}),
	);
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
	asked.mockReset();
});

const vote = (more: Partial<ShownVote> = {}): ShownVote => ({
	id: 'v',
	terms: {
		method: 'dots',
		question: 'Which first?',
		each: 5,
		most: 3,
		steps: 5,
		ends: [],
		secret: true,
		who: 'all',
		chosen: [],
	},
	options: ['a', 'b'].map((id) => ({ id, text: id })),
	openedAt: 0,
	round: 1,
	mayVote: true,
	turnout: { voted: 0, entitled: 3 },
	...more,
});
const dots = (counts: Record<string, number>): Choice => ({ dots: counts });
const of = (method: string): Request[] => requests.filter((each) => each.method === method);

/** Votes of a board where the first reading has been answered. */
async function votes(all: ShownVote[] = [vote()], now = () => 0): Promise<Votes> {
	const made = new Votes('board one', now);
	await of('GET')[0]!.answer(all);
	return made;
}

describe('votes as one person has them', () => {
	it('are read when the board is opened; the newest open one counts', async () => {
		const made = new Votes('board one', () => 0);
		expect(requests[0]).toMatchObject({ method: 'GET', path: '/api/boards/board%20one/votes' });
		await requests[0]!.answer([vote({ id: 'old', closedAt: 5 }), vote({ id: 'x' }), vote({ id: 'y' })]);
		expect(made.open?.id).toBe('y');
	});

	it('are read once for many words that come together', async () => {
		const made = await votes();
		for (let i = 0; i < 30; i++) made.hear();
		await vi.advanceTimersByTimeAsync(200);
		expect(of('GET')).toHaveLength(1);
	});

	it('stay as they are known without a network', async () => {
		const made = await votes();
		made.hear();
		await vi.advanceTimersByTimeAsync(200);
		await of('GET')[0]!.fail('offline');
		expect(made.open?.id).toBe('v');
		expect(made.problem).toBe('');
	});

	it('are read again when one closes by itself, by the server’s clock', async () => {
		await votes([vote({ closesAt: 61_000 })], () => 1000);
		await vi.advanceTimersByTimeAsync(59_900);
		expect(of('GET')).toHaveLength(0);
		await vi.advanceTimersByTimeAsync(300);
		expect(of('GET')).toHaveLength(1);
	});

	it('wait no longer than a timer can for one that closes in weeks', async () => {
		const made = await votes([vote({ closesAt: 60 * 24 * 3_600_000 })]);
		await vi.advanceTimersByTimeAsync(1000);
		expect(of('GET'), 'not at once, as a timer that overflows would').toHaveLength(0);
		made.destroy();
		expect(vi.getTimerCount()).toBe(0);
	});
});

describe('a ballot', () => {
	it('is on the screen at once, and sent as a change of the revision that stands', async () => {
		const made = await votes([vote({ own: { choice: dots({ b: 1 }), revision: 4 } })]);
		made.cast(made.open!, dots({ a: 2 }));
		expect(made.ballotOf(made.open!)).toEqual(dots({ a: 2 }));
		expect(of('PUT')[0]).toMatchObject({
			path: '/api/boards/board%20one/votes/v/ballot',
			body: { choice: dots({ a: 2 }), basedOn: 4 },
		});
		await of('PUT')[0]!.answer({ isTaken: true, choice: dots({ a: 2 }), revision: 5 });
		expect(made.open!.own).toEqual({ choice: dots({ a: 2 }), revision: 5 });
		expect(requests).toHaveLength(0);
	});

	it('that is changed while the one before is on its way goes after it; what lies between is never sent', async () => {
		const made = await votes();
		for (const count of [1, 2, 3]) made.cast(made.open!, dots({ a: count }));
		expect(of('PUT')).toHaveLength(1);
		await of('PUT')[0]!.answer({ isTaken: true, choice: dots({ a: 1 }), revision: 1 });
		expect(made.ballotOf(made.open!), 'the screen does not jump back').toEqual(dots({ a: 3 }));
		expect(of('PUT').map(({ body }) => body)).toEqual([{ choice: dots({ a: 3 }), basedOn: 1 }]);
		await of('PUT')[0]!.answer({ isTaken: true, choice: dots({ a: 3 }), revision: 2 });
		expect(of('PUT')).toHaveLength(0);
		expect(made.open!.own?.revision).toBe(2);
	});

	it('of another window of one’s own that was first stands, and one goes on from there', async () => {
		const made = await votes();
		made.cast(made.open!, dots({ a: 1 }));
		await of('PUT')[0]!.answer({ isTaken: false, choice: dots({ b: 3 }), revision: 7 });
		expect(made.ballotOf(made.open!)).toEqual(dots({ b: 3 }));
		made.cast(made.open!, dots({ b: 2 }));
		expect(of('PUT')[0]!.body).toEqual({ choice: dots({ b: 2 }), basedOn: 7 });
	});

	it('that is refused is taken off the screen, said in words, and asked about', async () => {
		const made = await votes([vote({ own: { choice: dots({ b: 1 }), revision: 1 } })]);
		made.cast(made.open!, dots({ a: 3, b: 3 }));
		await of('PUT')[0]!.fail('The vote is closed.');
		expect(made.problem).toBe('The vote is closed.');
		expect(made.ballotOf(made.open!)).toEqual(dots({ b: 1 }));
		await of('GET')[0]!.answer([vote({ closedAt: 9 })]);
		expect(made.open).toBeUndefined();
	});

	it('that works again takes the words away', async () => {
		const made = await votes();
		made.cast(made.open!, dots({ a: 1 }));
		await of('PUT')[0]!.fail('No network.');
		await of('GET')[0]!.answer([vote()]);
		made.cast(made.open!, dots({ a: 1 }));
		await of('PUT')[0]!.answer({ isTaken: true, choice: dots({ a: 1 }), revision: 1 });
		expect(made.problem).toBe('');
	});

	it('that did not reach the server is kept, not called saved, and sent again until it does', async () => {
		const made = await votes([vote({ own: { choice: dots({ b: 1 }), revision: 1 } })]);
		expect(made.isSaved(made.open!)).toBe(true);
		made.cast(made.open!, dots({ a: 1 }));
		expect(made.isSaved(made.open!)).toBe(false);
		for (let turn = 0; turn < 2; turn++) {
			await of('PUT')[0]!.lose();
			expect(made.problem).toContain('kept here');
			expect(made.ballotOf(made.open!)).toEqual(dots({ a: 1 }));
			expect(made.isSaved(made.open!)).toBe(false);
			await vi.advanceTimersByTimeAsync(3000);
		}
		expect(of('PUT').map(({ body }) => body)).toEqual([{ choice: dots({ a: 1 }), basedOn: 1 }]);
		await of('PUT')[0]!.answer({ isTaken: true, choice: dots({ a: 1 }), revision: 2 });
		expect(made.problem).toBe('');
		expect(made.isSaved(made.open!)).toBe(true);
		expect(vi.getTimerCount()).toBe(0);
	});

	it('that is changed meanwhile is sent at once, and only once; nothing is sent any more when the board is left', async () => {
		const made = await votes();
		made.cast(made.open!, dots({ a: 1 }));
		await of('PUT')[0]!.lose();
		made.cast(made.open!, dots({ a: 2 }));
		expect(of('PUT').map(({ body }) => body)).toEqual([{ choice: dots({ a: 2 }), basedOn: 0 }]);
		await vi.advanceTimersByTimeAsync(5000);
		expect(of('PUT')).toHaveLength(1);
		await of('PUT')[0]!.lose();
		made.destroy();
		expect(vi.getTimerCount()).toBe(0);
	});

	it('of one vote does not wait for that of another', async () => {
		const made = await votes([vote({ id: 'x' }), vote({ id: 'y' })]);
		const [x, y] = made.all as [ShownVote, ShownVote];
		made.cast(x, dots({ a: 1 }));
		made.cast(y, dots({ b: 1 }));
		expect(of('PUT').map(({ path }) => path.split('/').at(-2))).toEqual(['x', 'y']);
	});
});

/** The server's rule for ballots, and answers that are held back. */
function voteServer() {
	let stands: { choice: Choice; revision: number } | undefined;
	const take = (body: { choice: Choice; basedOn: number }) => {
		const revision = stands?.revision ?? 0;
		if (revision !== body.basedOn) return { isTaken: false, choice: stands?.choice, revision };
		stands = { choice: body.choice, revision: revision + 1 };
		return { isTaken: true, ...stands };
	};
	return {
		take,
		now: () => stands,
		shown: () => [vote(stands ? { own: { ...stands } } : {})],
	};
}

describe('a ballot whose answers come late', () => {
	it('keeps every dot, in whatever order answers to ballots and to questions arrive', async () => {
		for (let seed = 1; seed <= 200; seed++) {
			const random = randomFrom(seed);
			requests = [];
			const server = voteServer();
			const made = new Votes('board one', () => 0);
			/** What the server answered, and when it was asked; it arrives when its turn comes. */
			const answers: (() => Promise<void>)[] = [];
			const serve = (): void => {
				for (const request of requests.splice(0)) {
					const isBallot = request.method === 'PUT';
					const isLost = isBallot && random() < 0.15;
					if (isLost && random() < 0.5) {
						answers.push(request.lose);
						continue;
					}
					const answer = isBallot ? server.take(request.body as never) : server.shown();
					answers.push(() => (isLost ? request.lose() : request.answer(answer)));
				}
			};
			serve();
			await answers.pop()!();
			let dotsGiven = 0;
			for (let turn = 0; turn < 25; turn++) {
				const roll = random();
				if (roll < 0.3 && dotsGiven < 3) made.cast(made.open!, dots({ a: ++dotsGiven }));
				else if (roll < 0.5) made.hear();
				else if (roll < 0.6) await vi.advanceTimersByTimeAsync(200);
				else if (answers.length > 0) await answers.splice(Math.floor(random() * answers.length), 1)[0]!();
				serve();
			}
			for (let calm = 0; calm < 12; calm++) {
				await vi.advanceTimersByTimeAsync(4000);
				serve();
				while (answers.length > 0) await answers.splice(Math.floor(random() * answers.length), 1)[0]!();
			}
			const given = dotsGiven > 0 ? dots({ a: dotsGiven }) : undefined;
			expect(server.now()?.choice, `seed ${seed}`).toEqual(given);
			expect(made.ballotOf(made.open!)).toEqual(given ?? dots({}));
			expect(made.conflicts.size, `seed ${seed}`).toBe(0);
			made.destroy();
		}
	});

	it('is not put back by an older answer to a question', async () => {
		const made = await votes();
		made.hear();
		await vi.advanceTimersByTimeAsync(200);
		const late = of('GET')[0]!;
		made.cast(made.open!, dots({ a: 1 }));
		await of('PUT')[0]!.answer({ isTaken: true, choice: dots({ a: 1 }), revision: 1 });
		await late.answer([vote({ turnout: { voted: 1, entitled: 3 } })]);
		expect(made.open).toMatchObject({ own: { revision: 1 }, turnout: { voted: 1 } });
		made.cast(made.open!, dots({ a: 2 }));
		expect(of('PUT')[0]!.body).toEqual({ choice: dots({ a: 2 }), basedOn: 1 });
	});

	it('that another window really changed is asked about, and sent on top of it if one says so', async () => {
		const made = await votes();
		made.cast(made.open!, dots({ a: 1 }));
		await of('PUT')[0]!.answer({ isTaken: false, choice: dots({ b: 3 }), revision: 7 });
		expect(made.conflicts.get('v')).toEqual(dots({ a: 1 }));
		made.cast(made.open!, made.conflicts.get('v')!);
		expect(made.conflicts.size).toBe(0);
		expect(of('PUT')[0]!.body).toEqual({ choice: dots({ a: 1 }), basedOn: 7 });
		await of('PUT')[0]!.answer({ isTaken: false, choice: dots({ b: 2 }), revision: 8 });
		made.dismissConflict(made.open!);
		expect(made.conflicts.size).toBe(0);
		expect(made.ballotOf(made.open!)).toEqual(dots({ b: 2 }));
	});

	it('that came after the close says so to its voter', async () => {
		const made = await votes();
		const told: string[] = [];
		made.refused.on((words) => told.push(words));
		made.cast(made.open!, dots({ a: 1 }));
		await of('PUT')[0]!.fail('The vote is closed.');
		expect(told).toEqual(['The vote is closed.']);
	});
});
