/**
 * The server's log: one JSON line an event, on standard error. What people write never stands in it: of an error only its
 * kind, its own words and its place are kept, never the query or the values that it was about.
 */
import pino from 'pino';

/** From here on an error of the database repeats what it was given. */
const REPEATED = /\n?(params:|Failed query:)[\s\S]*$/;

export interface LoggedError {
	type: string;
	message: string;
	code?: string;
	stack?: string;
	cause?: LoggedError;
}

/** What of an error may stand in the log. */
export function loggedError(error: unknown): LoggedError {
	if (!(error instanceof Error)) return { type: typeof error, message: 'not an error' };
	const { code } = error as { code?: unknown };
	// The stack begins with the message: only the places are taken from it.
	const places = error.stack?.split('\n').filter((line) => /^\s+at /.test(line));
	return {
		type: error.name,
		message: error.message.replace(REPEATED, '').trim() || 'a query failed',
		...(typeof code === 'string' || typeof code === 'number' ? { code: String(code) } : {}),
		...(places?.length ? { stack: places.slice(0, 12).join('\n') } : {}),
		...(error.cause === undefined ? {} : { cause: loggedError(error.cause) }),
	};
}

export const log = pino(
	{ level: process.env['WANDTAFEL_LOG'] ?? 'info', base: null, serializers: { err: loggedError } },
	pino.destination({ dest: 2, sync: true }),
);
