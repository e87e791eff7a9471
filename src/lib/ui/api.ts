/** Requests to our own server; what it refuses comes back as an error whose message can be shown. */
import { m } from '$lib/messages';
import { z } from 'zod';

export class ApiError extends Error {
	override name = 'ApiError';
}

/** The server could not be reached: the same may work later. */
export class Unreachable extends ApiError {
	override name = 'Unreachable';
}

const problemSchema = z.object({ message: z.string() });

export async function send(
	method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE',
	path: string,
	body?: unknown,
): Promise<Response> {
	let response: Response;
	try {
		response = await fetch(path, {
			method,
			...(body === undefined
				? {}
				: { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
		});
	} catch {
		throw new Unreachable(m.error_offline());
	}
	if (!response.ok) {
		const problem = problemSchema.safeParse(await response.json().catch(() => undefined));
		throw new ApiError(problem.success ? problem.data.message : m.error_server());
	}
	return response;
}

/** Sends a request and reads its answer with a schema. */
export async function ask<T>(schema: z.ZodType<T>, ...request: Parameters<typeof send>): Promise<T> {
	const response = await send(...request);
	return schema.parse(await response.json());
}

export const messageOf = (error: unknown): string =>
	error instanceof ApiError ? error.message : m.error_server();
