/** People for tests of the server: they sign up, join by a link, and hold their cookie. */
import type { GivenRole } from '$core/access/roles';
import type { TestServer } from './server';

export interface TestPerson {
	name: string;
	cookie: string;
	request: (method: string, path: string, body?: unknown) => Promise<Response>;
}

const cookieFrom = (response: Response): string =>
	response.headers
		.getSetCookie()
		.map((cookie) => cookie.split(';')[0]!)
		.join('; ');

/** Sends a form as a page does. */
export async function submit(
	server: TestServer,
	path: string,
	fields: Record<string, string>,
	cookie = '',
): Promise<Response> {
	const response = await fetch(server.url + path, {
		method: 'POST',
		redirect: 'manual',
		headers: {
			...(cookie ? { cookie } : {}),
			'content-type': 'application/x-www-form-urlencoded',
			origin: server.url,
			accept: 'text/html',
		},
		body: new URLSearchParams(fields),
	});
	return response;
}

function person(server: TestServer, name: string, cookie: string): TestPerson {
	return {
		name,
		cookie,
		request: (method, path, body) =>
			fetch(server.url + path, {
				method,
				redirect: 'manual',
				headers: {
					cookie,
					origin: server.url,
					...(body === undefined ? {} : { 'content-type': 'application/json' }),
				},
				...(body === undefined ? {} : { body: JSON.stringify(body) }),
			}),
	};
}

export async function facilitator(server: TestServer, name = 'Ilka'): Promise<TestPerson> {
	const email = `${name.toLowerCase()}-${Math.random().toString(36).slice(2)}@zweite-runde.example`;
	const response = await submit(server, '/sign-up', { name, email, password: 'a long enough password' });
	if (response.status !== 303) throw new Error(`sign-up: ${response.status} ${await response.text()}`);
	return person(server, name, cookieFrom(response));
}

/** Somebody without an account who follows a link, or types its code. */
export async function guest(
	server: TestServer,
	token: string,
	name: string,
	password?: string,
): Promise<TestPerson> {
	const response = await submit(server, `/join/${token}`, { name, ...(password ? { password } : {}) });
	if (response.status !== 303) throw new Error(`join: ${response.status} ${await response.text()}`);
	return person(server, name, cookieFrom(response));
}

/** Lets somebody who is known already in by another link. */
export async function alsoJoin(server: TestServer, who: TestPerson, token: string): Promise<void> {
	const response = await submit(server, `/join/${token}`, { name: who.name }, who.cookie);
	if (response.status !== 303) throw new Error(`join: ${response.status} ${await response.text()}`);
}

export async function makeBoard(owner: TestPerson, start: 'blank' | 'idea-round' = 'blank'): Promise<string> {
	const request = start === 'blank' ? { start } : { start: 'recipe', recipe: start };
	const response = await owner.request('POST', '/api/boards', request);
	return ((await response.json()) as { id: string }).id;
}

export interface Link {
	id: string;
	token: string;
	code: string | null;
}

export async function makeLink(
	owner: TestPerson,
	board: string,
	role: GivenRole,
	more: { code?: boolean; hours?: number; password?: string } = {},
): Promise<Link> {
	const response = await owner.request('POST', `/api/boards/${board}/links`, { role, ...more });
	if (!response.ok) throw new Error(`link: ${response.status} ${await response.text()}`);
	const { id, url, code } = (await response.json()) as { id: string; url: string; code: string | null };
	return { id, token: url.split('/').at(-1)!, code };
}

let newcomers = 0;
/** Somebody new with a part on a board, whom a link of its owner lets in. */
export async function newcomer(
	server: TestServer,
	owner: TestPerson,
	board: string,
	role: GivenRole,
): Promise<TestPerson> {
	const { token } = await makeLink(owner, board, role);
	return guest(server, token, `${role} ${++newcomers}`);
}

/** Id of a person, as the list of the board's people has it. */
export async function idOf(asker: TestPerson, board: string, name: string): Promise<string> {
	const response = await asker.request('GET', `/api/boards/${board}/people`);
	const { members } = (await response.json()) as { members: { id: string; name: string }[] };
	return members.find((each) => each.name === name)!.id;
}
