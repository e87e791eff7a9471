/**
 * The server in production: pages and live documents on one port. SvelteKit's handler brings the whole
 * application along; its start-up (src/hooks.server.ts) leaves the websocket's entry where it is found here.
 */
import { createServer, type IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import { readSettings, SettingsError } from '../src/lib/server/settings';

interface Entry {
	handleUpgrade(request: IncomingMessage, socket: Duplex, head: Buffer): Promise<void>;
	stop(): Promise<void>;
}

/** How long a stop waits for what is on its way to the database, ms. */
const PATIENCE = 25_000;

async function main(): Promise<void> {
	const settings = readSettings(process.env);
	// `--check` only looks at the settings.
	if (process.argv.includes('--check')) return;
	if (!settings.ORIGIN) {
		delete process.env['ORIGIN'];
		// Without a proxy in front, the address is what the browser asked for.
		process.env['PROTOCOL_HEADER'] = 'x-wandtafel-protocol';
		process.env['HOST_HEADER'] = 'host';
	}
	// An archive and a little more; each route has a limit of its own.
	process.env['BODY_SIZE_LIMIT'] ??= '101M';
	// The handler stands beside this file once it is built.
	const built = new URL('./handler.js', import.meta.url).href;
	const { handler } = (await import(built)) as { handler: Parameters<typeof createServer>[1] };
	const entry = (globalThis as Record<symbol, unknown>)[Symbol.for('wandtafel.entry')] as Entry;

	const server = createServer((request, response) => {
		if (!settings.ORIGIN) request.headers['x-wandtafel-protocol'] = 'http';
		return (handler as (a: unknown, b: unknown) => void)(request, response);
	});
	server.on('upgrade', (request, socket, head) => {
		if (request.url?.split('?')[0] === '/sync') void entry.handleUpgrade(request, socket, head);
		else socket.destroy();
	});
	server.on('error', (error: NodeJS.ErrnoException) => {
		console.error(
			error.code === 'EADDRINUSE'
				? `Port ${settings.PORT} is taken by another program. Choose another one with PORT.`
				: `The server cannot start: ${error.message}`,
		);
		process.exit(1);
	});
	server.listen(settings.PORT, settings.HOST, () =>
		console.error(`Wandtafel answers on http://${settings.HOST}:${settings.PORT}`),
	);

	let stopping = false;
	const stop = (): void => {
		if (stopping) return;
		stopping = true;
		server.close();
		// What cannot be written within this time is kept by those who wrote it, and comes when they are connected again.
		setTimeout(() => {
			console.error('The server stops before everything was written: the database does not answer.');
			process.exit(1);
		}, PATIENCE).unref();
		entry.stop().then(
			() => process.exit(0),
			(error: unknown) => {
				console.error(error);
				process.exit(1);
			},
		);
	};
	process.on('SIGTERM', stop);
	process.on('SIGINT', stop);
}

main().catch((error: unknown) => {
	console.error(error instanceof SettingsError ? error.message : error);
	process.exit(1);
});
