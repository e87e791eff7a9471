import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { building } from '$app/environment';
import { personFrom } from '$lib/server/auth';
import { keepBin } from '$lib/server/board-list';
import { makeMissing } from '$lib/server/board-summaries';
import { inLanguage, LANGUAGE_COOKIE, languageFor } from '$lib/server/language';
import { live } from '$lib/server/live/documents';
import { handleUpgrade } from '$lib/server/live/upgrade';
import { log } from '$lib/server/log';
import { metrics } from '$lib/server/metrics';
import { startStopping } from '$lib/server/state';
import { takeUpEffects } from '$lib/server/step-effects';
import { nanoid } from 'nanoid';

export const init: ServerInit = () => {
	if (building) return;
	metrics().from(live());
	takeUpEffects(live());
	keepBin();
	makeMissing(live().summaries);
	(globalThis as Record<symbol, unknown>)[Symbol.for('wandtafel.entry')] = {
		handleUpgrade,
		stop: async () => {
			startStopping();
			await live().close();
		},
	};
};

/** Ids that a proxy in front may have given. */
const GIVEN_ID = /^[A-Za-z0-9_-]{8,64}$/;
/** Routes that are asked every few seconds by machines. */
const QUIET = new Set(['/health', '/ready', '/metrics', '/api/time']);

export const handle: Handle = async ({ event, resolve }) => {
	const started = performance.now();
	const given = event.request.headers.get('x-request-id') ?? '';
	event.locals.requestId = GIVEN_ID.test(given) ? given : nanoid(12);
	const route = event.route.id ?? 'none';
	const asksWho = !building && !['/health', '/ready', '/metrics'].includes(route);
	event.locals.person = asksWho ? await personFrom(event.request.headers) : undefined;
	const light = event.cookies.get('frame') === 'light';
	const language = languageFor(
		event.locals.person?.language ?? event.cookies.get(LANGUAGE_COOKIE),
		event.request.headers.get('accept-language'),
	);
	const response = await inLanguage(language, () =>
		resolve(event, {
			transformPageChunk: ({ html }) =>
				(light ? html.replace('class="dark"', 'class=""') : html).replace('%language%', language),
		}),
	);
	response.headers.set('X-Content-Type-Options', 'nosniff');
	response.headers.set('Referrer-Policy', 'same-origin');
	response.headers.set('X-Request-Id', event.locals.requestId);
	const { status } = response;
	const { method } = event.request;
	const seconds = (performance.now() - started) / 1000;
	metrics().requests.observe({ route, method, status: String(status) }, seconds);
	// The route and never the address: links and codes stand in addresses.
	const line = { request: event.locals.requestId, method, route, status, ms: Math.round(seconds * 1000) };
	if (QUIET.has(route)) log.debug(line, 'answered');
	else log.info(line, 'answered');
	return response;
};

export const handleError: HandleServerError = ({ error, event, status, message }) => {
	if (status >= 500)
		log.error({ err: error, request: event.locals.requestId, route: event.route.id }, 'a request failed');
	return { message };
};
