import { error, text } from '@sveltejs/kit';
import { metrics } from '$lib/server/metrics';
import { isSame } from '$lib/server/secrets';
import { readSettings } from '$lib/server/settings';
import type { RequestHandler } from './$types';

/** The server's figures in Prometheus' text format, for whoever has the key. Without a key in the settings there are none. */
export const GET: RequestHandler = async ({ request }) => {
	const key = readSettings(process.env).WANDTAFEL_METRICS_KEY;
	if (!key) error(404);
	const given = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1];
	if (given === undefined || !isSame(given, key)) error(401);
	const { register } = metrics();
	return text(await register.metrics(), { headers: { 'content-type': register.contentType } });
};
