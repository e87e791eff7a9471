/** `bench [open|frame|sync]`: measures on a server and a database of its own. One JSON line a figure. */
import { facilitator } from '../../tests/support/people';
import { startServer } from '../../tests/support/server';
import { largeBoard } from './boards';
import { benchFrames, benchOpen, benchPhone, launch } from './screen';
import { benchSync } from './sync';

const parts = process.argv.slice(2);
const wants = (part: string): boolean => parts.length === 0 || parts.includes(part);
const unknown = parts.filter((part) => !['open', 'frame', 'sync'].includes(part));
if (unknown.length > 0) {
	process.stderr.write(`bench takes open, frame and sync, not '${unknown[0]}'.\n`);
	process.exit(1);
}

const server = await startServer();
try {
	const owner = await facilitator(server, 'Bench');
	if (wants('open') || wants('frame')) {
		const browser = await launch();
		if (wants('open')) await benchPhone(browser, server, owner);
		for (const count of [1_000, 10_000]) {
			const board = await largeBoard(server.sql, 'Bench', count);
			if (wants('open')) await benchOpen(browser, server, owner, board, count);
			if (wants('frame')) await benchFrames(browser, server, owner, board, count);
		}
		await browser.close();
	}
	if (wants('sync')) await benchSync(server, owner);
} finally {
	await server.stop();
}
process.exit(0);
