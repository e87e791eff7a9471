import pino from 'pino';

/** The server's log: one JSON line an event, on standard error. */
export const log = pino(
	{ level: process.env['WANDTAFEL_LOG'] ?? 'info', base: null },
	pino.destination({ dest: 2, sync: true }),
);
