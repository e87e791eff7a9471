/**
 * What one request of the server's interface looks like. Server and browser take it from the same
 * table: neither can send what the other does not read.
 */
import { z } from 'zod';

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/** What is sent or answered as it is, not as JSON: a file, a picture, a packed document. */
export const BYTES = 'bytes';

export interface Endpoint {
	method: Method;
	/** As the routes write it: `[name]` stands for a part that differs. */
	path: string;
	/** What stands behind the question mark. */
	query?: z.ZodType;
	/** What is sent; nothing where it is missing. */
	request?: z.ZodType | typeof BYTES;
	response: z.ZodType | typeof BYTES;
	/** The status of a good answer; 200 where it is missing. */
	status?: 201;
}

/** Keeps the exact type of what is given, so that paths and schemas can be read from it. */
export const endpoint = <const E extends Endpoint>(it: E): E => it;

type NamesIn<Path extends string> = Path extends `${string}[${infer Name}]${infer Rest}`
	? Name | NamesIn<Rest>
	: never;
/** The parts of a path that differ, by name. */
export type ParamsOf<E extends Endpoint> = Record<NamesIn<E['path']>, string>;

type Given<Schema, Key extends string> = Schema extends z.ZodType ? Record<Key, z.input<Schema>> : unknown;
type Read<Schema> = Schema extends z.ZodType ? z.output<Schema> : undefined;

/** What is to be given to send a request. `Raw` is what the caller has as bytes. */
export type Sent<E extends Endpoint, Raw> = ([NamesIn<E['path']>] extends [never]
	? unknown
	: { params: ParamsOf<E> }) &
	Given<E['query'], 'query'> &
	(E['request'] extends typeof BYTES ? { body: Raw } : Given<E['request'], 'body'>);

/** What the server reads from a request. */
export interface Received<E extends Endpoint> {
	params: ParamsOf<E>;
	query: Read<E['query']>;
	body: Read<E['request']>;
}

/** What the server has to answer. `Raw` is what it has as bytes. */
export type Answered<E extends Endpoint, Raw> = E['response'] extends z.ZodType
	? z.input<E['response']>
	: Raw;
/** What comes back to whoever asked. */
export type Answer<E extends Endpoint, Raw> = E['response'] extends z.ZodType ? z.output<E['response']> : Raw;

/** The address of a request: its path with the parts filled in, and what is asked behind it. */
export function addressOf(
	{ path }: Endpoint,
	params: Readonly<Record<string, string>> = {},
	query: Readonly<Record<string, unknown>> = {},
): string {
	const filled = path.replace(/\[(\w+)\]/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
	const asked = new URLSearchParams();
	for (const [key, value] of Object.entries(query)) if (value !== undefined) asked.set(key, String(value));
	return asked.size === 0 ? filled : `${filled}?${asked}`;
}

/** Parts that several requests have. */
export const id = z.string().min(1).max(64);
/** Something was made; its id. */
export const made = z.object({ id: z.string() });
/** It was done, and there is nothing to tell about it. */
export const done = z.object({ done: z.literal(true) });
export const DONE: z.input<typeof done> = { done: true };
/** Why a request was refused, in words for people. */
export const refusal = z.object({ message: z.string() });
/** Moments, ms since 1970. */
export const instant = z.coerce.number().int().positive().max(8.64e15);
