/** The edge of the server's routes: who asks, what is asked, and what went wrong, in words for people. */
import { m } from '$lib/messages';
import { error, json, type RequestEvent } from '@sveltejs/kit';
import { z } from 'zod';
import type { Person } from './auth';
import { Refused } from './boards';
import { log } from './log';

type Handler = (event: RequestEvent, person: Person) => Promise<Response>;

/** Runs a handler for somebody who is signed in; refusals become JSON with a message. */
export function route(handler: Handler): (event: RequestEvent) => Promise<Response> {
	return async (event) => {
		const { person } = event.locals;
		if (!person) return json({ message: m.error_sign_in_first() }, { status: 401 });
		try {
			return await handler(event, person);
		} catch (reason) {
			if (reason instanceof Refused) return json({ message: reason.message }, { status: reason.status });
			if (reason instanceof BadRequest) return json({ message: reason.message }, { status: 400 });
			log.error({ err: reason, request: event.locals.requestId, route: event.route.id }, 'a request failed');
			return json({ message: m.error_server() }, { status: 500 });
		}
	};
}

export class BadRequest extends Error {}

/** Largest request in JSON, bytes: the ids of a hundred thousand objects fit. */
const LARGEST_JSON = 4 * 1024 * 1024;

/** The bytes of a request, of which there may be so many; more are not even read. */
export async function bytes(event: RequestEvent, most: number, tooMany: () => Error): Promise<Buffer> {
	if (Number(event.request.headers.get('content-length') ?? 0) > most) throw tooMany();
	const parts: Uint8Array[] = [];
	let length = 0;
	// What the header says need not be true.
	for await (const part of event.request.body ?? []) {
		length += part.length;
		if (length > most) throw tooMany();
		parts.push(part);
	}
	return Buffer.concat(parts);
}

/** The request's JSON, checked. */
export async function body<T>(event: RequestEvent, schema: z.ZodType<T>): Promise<T> {
	const text = await bytes(event, LARGEST_JSON, () => new BadRequest(m.error_request()));
	let data: unknown;
	try {
		data = JSON.parse(text.toString('utf8'));
	} catch {
		throw new BadRequest(m.error_request());
	}
	const parsed = schema.safeParse(data);
	if (!parsed.success) {
		const issue = parsed.error.issues[0]!;
		throw new BadRequest(`${issue.path.join('.') || 'The request'}: ${issue.message}`);
	}
	return parsed.data;
}

/** Turns refusals into error pages, for page loads. */
export async function orErrorPage<T>(work: Promise<T>): Promise<T> {
	try {
		return await work;
	} catch (reason) {
		if (reason instanceof Refused) error(reason.status, reason.message);
		throw reason;
	}
}
