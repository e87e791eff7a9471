import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { building } from '$app/environment';
import { personFrom } from '$lib/server/auth';
import { live } from '$lib/server/live/documents';
import { handleUpgrade } from '$lib/server/live/upgrade';
import { log } from '$lib/server/log';

export const init: ServerInit = () => {
	if (building) return;
	(globalThis as Record<symbol, unknown>)[Symbol.for('wandtafel.entry')] = {
		handleUpgrade,
		stop: () => live().close(),
	};
};

export const handle: Handle = async ({ event, resolve }) => {
	event.locals.person = building ? undefined : await personFrom(event.request.headers);
	const light = event.cookies.get('frame') === 'light';
	const response = await resolve(event, {
		transformPageChunk: ({ html }) => (light ? html.replace('class="dark"', 'class=""') : html),
	});
	response.headers.set('X-Content-Type-Options', 'nosniff');
	response.headers.set('Referrer-Policy', 'same-origin');
	return response;
};

export const handleError: HandleServerError = ({ error, event, status, message }) => {
	if (status >= 500) log.error({ err: error, path: event.url.pathname }, 'a request failed');
	return { message };
};
