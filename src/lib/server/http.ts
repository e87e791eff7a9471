/** The edge of the server's routes: who asks, what is asked, and what went wrong, in words for people. */
import { Fault } from '$core/fault';
import { m } from '$lib/messages';
import { faultWords } from '$lib/words/faults';
import { BYTES, type Answered, type Endpoint, type Received } from '$core/contract/endpoint';
import { error, json, type RequestEvent } from '@sveltejs/kit';
import type { z } from 'zod';
import type { Person } from './auth';
import { Refused } from './boards';
import { log } from './log';

/** Somebody who is signed in asks, and what they sent has been read with the endpoint's schemas. */
interface HandlerInput<E extends Endpoint> extends Received<E> {
	event: RequestEvent;
	person: Person;
}
type Handler<E extends Endpoint> = (asked: HandlerInput<E>) => Promise<Answered<E, Response>>;

/**
 * Answers one endpoint for somebody who is signed in. What is sent is read before the handler runs;
 * refusals become JSON with a message. Where the endpoint takes or gives bytes, the handler reads
 * them itself, or makes the response.
 */
export function handle<const E extends Endpoint>(
	endpoint: E,
	handler: Handler<E>,
	headers: Readonly<Record<string, string>> = {},
): (event: RequestEvent) => Promise<Response> {
	return async (event) => {
		const { person } = event.locals;
		if (!person) return json({ message: m.error_sign_in_first() }, { status: 401 });
		try {
			const received = {
				params: event.params,
				query: queryOf(event, endpoint),
				body: await bodyOf(event, endpoint),
			};
			const answer = await handler({ event, person, ...received } as unknown as HandlerInput<E>);
			return answer instanceof Response ? answer : json(answer, { status: endpoint.status ?? 200, headers });
		} catch (reason) {
			if (reason instanceof Refused) return json({ message: reason.message }, { status: reason.status });
			if (reason instanceof Fault) return json({ message: faultWords(reason) }, { status: 409 });
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

async function bodyOf(event: RequestEvent, { request }: Endpoint): Promise<unknown> {
	if (request === undefined || request === BYTES) return undefined;
	const text = await bytes(event, LARGEST_JSON, () => new BadRequest(m.error_request()));
	let data: unknown;
	try {
		data = JSON.parse(text.toString('utf8'));
	} catch {
		throw new BadRequest(m.error_request());
	}
	return read(request, data);
}

function queryOf({ url }: RequestEvent, { query }: Endpoint): unknown {
	return query && read(query, Object.fromEntries(url.searchParams));
}

/** Reads what came with a schema. Throws BadRequest, naming what is wrong with it. */
export function read<T>(schema: z.ZodType<T>, data: unknown): T {
	const parsed = schema.safeParse(data);
	if (parsed.success) return parsed.data;
	const issue = parsed.error.issues[0]!;
	throw new BadRequest(`${issue.path.join('.') || 'The request'}: ${issue.message}`);
}

/** A file that is saved where the browser saves downloads. */
export const download = (
	data: BodyInit,
	type: string,
	name: string,
	headers: Readonly<Record<string, string>> = {},
): Response =>
	new Response(data, {
		headers: {
			'content-type': type,
			'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
			...headers,
		},
	});

/** Turns refusals into error pages, for page loads. */
export async function orErrorPage<T>(work: Promise<T>): Promise<T> {
	try {
		return await work;
	} catch (reason) {
		if (reason instanceof Refused) error(reason.status, reason.message);
		throw reason;
	}
}
