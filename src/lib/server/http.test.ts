import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Endpoint } from '$core/contract/endpoint';

const ROUTES = 'src/routes';
const modules = import.meta.glob<Record<string, unknown>>('/src/core/contract/*.ts', { eager: true });

const isEndpoint = (it: unknown): it is Endpoint =>
	typeof it === 'object' && it !== null && 'method' in it && 'path' in it && 'response' in it;
const endpoints = new Map(
	Object.values(modules).flatMap((module) =>
		Object.entries(module).filter((entry): entry is [string, Endpoint] => isEndpoint(entry[1])),
	),
);

/** Which endpoint each method of each route says that it answers. */
const handled = readdirSync(join(ROUTES, 'api'), { recursive: true, encoding: 'utf8' })
	.filter((file) => file.endsWith('+server.ts'))
	.flatMap((file) => {
		const path = `/api/${dirname(file)}`;
		const text = readFileSync(join(ROUTES, 'api', file), 'utf8');
		return [...text.matchAll(/export const (GET|POST|PUT|PATCH|DELETE)\b(?: = handle\(\s*(\w+))?/g)].map(
			([, method, name]) => ({ method, path, name }),
		);
	});
/** Answered to everybody, also to those who are not signed in. */
const FOR_EVERYBODY = '/api/time';

describe('the contract', () => {
	it('has each method of each route, under the address where it is answered', () => {
		for (const { method, path, name } of handled.filter((each) => each.path !== FOR_EVERYBODY)) {
			expect(endpoints.get(name!), `${method} ${path} is answered by handle(…)`).toMatchObject({
				method,
				path,
			});
		}
	});

	it('promises nothing that no route answers', () => {
		const answered = new Set(handled.map(({ method, path }) => `${method} ${path}`));
		expect(endpoints.size).toBeGreaterThan(40);
		for (const [name, { method, path }] of endpoints)
			expect(answered.has(`${method} ${path}`), `${name}: ${method} ${path}`).toBe(true);
	});
});
