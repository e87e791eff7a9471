/**
 * `bench [open|frame|route|map|themes|sync|history|search|export] [COUNT...] [tiles|direct]`:
 * measures on a server and a database of its own. One JSON line a figure.
 */
import { facilitator } from '../../tests/support/people';
import { startServer } from '../../tests/support/server';
import { largeBoard } from './boards';
import { benchHistory } from './history';
import { benchExport } from './export';
import { benchFlow } from './flow';
import { benchMap } from './map';
import { benchRoute } from './route';
import { benchSearch } from './search';
import { benchFrames, benchOpen, benchPhone, launch } from './screen';
import { benchSync } from './sync';
import { benchThemes } from './themes';

const PARTS = [
	'phone',
	'open',
	'frame',
	'sync',
	'route',
	'map',
	'flow',
	'themes',
	'history',
	'search',
	'export',
];
const words = process.argv.slice(2);
const counts = words.filter((word) => /^\d+$/.test(word)).map(Number);
const painters = (['tiles', 'direct'] as const).filter((painter) => words.includes(painter));
const parts = words.filter((word) => PARTS.includes(word));
const wants = (part: string): boolean => parts.length === 0 || parts.includes(part);
const wantsPainter = (painter: 'tiles' | 'direct'): boolean =>
	painters.length === 0 || painters.includes(painter);
const unknown = words.filter((word) => ![...PARTS, 'tiles', 'direct'].includes(word) && !/^\d+$/.test(word));
if (unknown.length > 0) {
	process.stderr.write(
		`bench takes ${PARTS.join(', ')}, tiles or direct, and numbers of objects, not '${unknown[0]}'.\n`,
	);
	process.exit(1);
}

if (wants('route')) benchRoute();
if (wants('map')) benchMap();
if (wants('flow')) benchFlow();
if (wants('themes')) await benchThemes();
// None of these needs a server.
if (parts.length > 0 && parts.every((part) => ['route', 'map', 'flow', 'themes'].includes(part)))
	process.exit(0);

const server = await startServer();
try {
	const owner = await facilitator(server, 'Bench');
	if (wants('phone')) {
		const browser = await launch();
		await benchPhone(browser, server, owner);
		await browser.close();
	}
	if (wants('open') || wants('frame')) {
		const browser = await launch();
		for (const count of counts.length > 0 ? counts : [1_000, 10_000, 50_000]) {
			const board = await largeBoard(server.sql, 'Bench', count);
			if (wants('open')) await benchOpen(browser, server, owner, board, count);
			if (!wants('frame')) continue;
			const common = { board, count, ratio: 1, edits: 0 };
			if (wantsPainter('tiles')) await benchFrames(browser, server, owner, { ...common, painter: 'tiles' });
			if (wantsPainter('direct')) await benchFrames(browser, server, owner, { ...common, painter: 'direct' });
			if (count < 10_000 || !wantsPainter('tiles')) continue;
			await benchFrames(browser, server, owner, { ...common, painter: 'tiles', edits: 100 });
			await benchFrames(browser, server, owner, { ...common, painter: 'tiles', ratio: 2 });
		}
		await browser.close();
	}
	if (wants('sync')) await benchSync(server, owner);
	if (wants('history')) await benchHistory(server, owner);
	if (wants('search')) await benchSearch(server, owner);
	if (wants('export')) await benchExport(server, owner);
} finally {
	await server.stop();
}
process.exit(0);
