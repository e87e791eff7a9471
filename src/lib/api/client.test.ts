import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { BYTES, endpoint } from '$core/contract/endpoint';
import { createClient } from './client';
import { ApiError, isOffline, messageOf } from './errors';

const rename = endpoint({
	method: 'PATCH',
	path: '/api/boards/[id]/parts/[part]',
	query: z.object({ from: z.number().optional(), find: z.string() }),
	request: z.object({ title: z.string() }),
	response: z.object({ title: z.string().trim() }),
});
const picture = endpoint({ method: 'GET', path: '/api/picture', response: BYTES });

/** A client, and what it sent. */
function answering(
	status: number,
	body: string,
): {
	call: ReturnType<typeof createClient>;
	sent: { address: string; init: RequestInit }[];
} {
	const sent: { address: string; init: RequestInit }[] = [];
	const call = createClient((address, init) => {
		sent.push({ address, init });
		return Promise.resolve(new Response(body, { status }));
	});
	return { call, sent };
}
const asked = {
	params: { id: 'a/b', part: 'c d' },
	query: { find: 'drill & saw' },
	body: { title: 'Tools' },
};
const problemOf = async (work: Promise<unknown>): Promise<ApiError> => {
	const problem: unknown = await work.then(
		() => undefined,
		(error: unknown) => error,
	);
	expect(problem).toBeInstanceOf(ApiError);
	return problem as ApiError;
};

describe('the client', () => {
	it('fills in the address, sends what is given and reads the answer with its schema', async () => {
		const { call, sent } = answering(200, '{"title":" Tools ","more":1}');
		expect(await call(rename, asked)).toEqual({ title: 'Tools' });
		expect(sent[0]!.address).toBe('/api/boards/a%2Fb/parts/c%20d?find=drill+%26+saw');
		expect(sent[0]!.init).toMatchObject({ method: 'PATCH', body: '{"title":"Tools"}' });
	});

	it('says what the server says when it refuses, with the status', async () => {
		const { call } = answering(409, '{"message":"Somebody else was first."}');
		const problem = await problemOf(call(rename, asked));
		expect([problem.kind, problem.status, problem.message]).toEqual([
			'refused',
			409,
			'Somebody else was first.',
		]);
	});

	it('has words for a refusal without any', async () => {
		const { call } = answering(502, '<html>');
		const problem = await problemOf(call(rename, asked));
		expect(problem.kind).toBe('refused');
		expect(problem.message).toBe(messageOf(new Error('anything')));
	});

	it.each(['{"title":1}', 'not JSON'])('tells an answer that it cannot read: %s', async (body) => {
		const problem = await problemOf(answering(200, body).call(rename, asked));
		expect(problem.kind).toBe('mismatch');
	});

	it('tells that the server was not reached', async () => {
		const call = createClient(() => Promise.reject(new TypeError('no network')));
		expect(isOffline(await problemOf(call(rename, asked)))).toBe(true);
	});

	it('hands on bytes as they are', async () => {
		const response = await answering(200, 'PNG').call(picture, {});
		expect(await response.text()).toBe('PNG');
	});
});
