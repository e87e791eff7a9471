/** Measures in a real browser: opening a board, and frames while the view moves. */
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { chromium, type Browser, type Page } from '@playwright/test';
import { atRest, watchStolen } from './machine';
import { editing } from './mover';
import { figure, p95 } from './report';
import { readSession } from '$core/meeting/runsheet';
import { connect } from '../../tests/support/client';
import { makeBoard, makeLink, type TestPerson } from '../../tests/support/people';
import type { TestServer } from '../../tests/support/server';

setFlagsFromString('--expose-gc');
/**
 * Collects this process's own garbage. The traces are hundreds of megabytes; going through them takes every
 * core for a moment, and must not fall into what is measured.
 */
const collectGarbage = runInNewContext('gc') as () => void;

/**
 * What opening a board is followed by, ms: the worker takes it over, the browser keeps it for times without a network, the server brings its
 * journal up to date; and with 50,000 objects the browser's collector reduces the memory that opening has left, twice, as a rule 25 to 35
 * seconds afterwards (`docs/measurements.md`).
 */
const SETTLING = 45_000;

export const launch = (): Promise<Browser> =>
	chromium.launch({
		executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
		args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update'],
	});

async function open(
	browser: Browser,
	server: TestServer,
	person: TestPerson,
	board: string,
	{ painter, ratio }: { painter: 'tiles' | 'direct'; ratio: number } = { painter: 'tiles', ratio: 1 },
): Promise<{ page: Page; painted: number }> {
	const context = await browser.newContext({
		viewport: { width: 1280, height: 800 },
		deviceScaleFactor: ratio,
	});
	await context.addCookies(
		person.cookie.split('; ').map((pair) => {
			const at = pair.indexOf('=');
			return { name: pair.slice(0, at), value: pair.slice(at + 1), url: server.url };
		}),
	);
	const page = await context.newPage();
	await page.goto(`${server.url}/board/${board}${painter === 'direct' ? '?painter=direct' : ''}`);
	return { page, painted: await marked(page, 'board painted') };
}

/** When a page marked something, ms after the navigation; waits for it. */
async function marked(page: Page, name: string): Promise<number> {
	const when = (mark: string): number | undefined => performance.getEntriesByName(mark)[0]?.startTime;
	await page.waitForFunction((mark) => performance.getEntriesByName(mark).length > 0, name, {
		timeout: 120_000,
	});
	return (await page.evaluate(when, name))!;
}

/** Navigation to first complete paint of the board: five windows, nothing cached. */
export async function benchOpen(
	browser: Browser,
	server: TestServer,
	person: TestPerson,
	board: string,
	count: number,
): Promise<void> {
	const times: number[] = [];
	const tiles: number[] = [];
	for (let i = 0; i < 5; i++) {
		const { page, painted } = await open(browser, server, person, board);
		times.push(painted);
		tiles.push(await marked(page, 'tiles shown'));
		await page.context().close();
	}
	const median = (all: number[]): number => all.sort((a, b) => a - b)[2]!;
	figure('open: navigation to first complete paint, median', median(times), 'ms', `${count} objects`);
	figure('open: navigation to tiles, median', median(tiles), 'ms', `${count} objects`);
}

interface Frames {
	script: number[];
	interval: number[];
	longTasks: number;
	blanks: number;
}

const MOVES = ['pan at 100 %', 'pan at fit', 'zoom fit to 200 %', 'drag one', 'drag 200'] as const;
type Move = (typeof MOVES)[number];

/** Moves frame by frame and measures the script of each frame: event handlers and frame callbacks. */
function moveView(page: Page, move: Move, frames: number): Promise<Frames> {
	return page.evaluate(
		async ([what, total]) => {
			type View = { x: number; y: number; scale: number };
			type Thing = { id: string; kind: string; box: number[]; sheet: string };
			type Held = {
				view: View;
				sheet: string;
				painter: { blanks: number };
				model: { objects: Map<string, Thing>; tiesOf(id: string): string[] };
				setView(v: View): void;
				fit(): void;
				pan(x: number, y: number): void;
				zoom(f: number): void;
				select(ids: string[]): void;
			};
			const board = (window as unknown as { wandtafelBoard: Held }).wandtafelBoard;
			const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));
			board.fit();
			const fitted = board.view.scale;
			const live = document.querySelector<HTMLCanvasElement>('[data-testid="live"]')!;
			const isDrag = what.startsWith('drag');
			// Made-up pointers cannot be captured; the canvas hears them all the same.
			HTMLElement.prototype.setPointerCapture = () => {};
			const round = live.getBoundingClientRect();
			const point = (type: string, x: number, y: number): void => {
				const at = { clientX: round.left + x, clientY: round.top + y };
				live.dispatchEvent(
					new PointerEvent(type, { bubbles: true, pointerId: 1, button: 0, isPrimary: true, ...at }),
				);
			};
			let grip = { x: 0, y: 0 };
			if (what === 'pan at 100 %') board.setView({ x: 0, y: 0, scale: 1 });
			if (isDrag) {
				const notes = [...board.model.objects.values()].filter(
					(o) => o.kind === 'note' && o.sheet === board.sheet,
				);
				const one = notes.find((o) => board.model.tiesOf(o.id).length > 0 && o.box[1]! > 300) ?? notes[0]!;
				const [x, y, w, h] = one.box as [number, number, number, number];
				if (what === 'drag one') board.setView({ x: x - 500, y: y - 300, scale: 1 });
				const near = notes
					.sort((a, b) => Math.hypot(a.box[0]! - x, a.box[1]! - y) - Math.hypot(b.box[0]! - x, b.box[1]! - y))
					.slice(0, what === 'drag one' ? 1 : 200);
				board.select(near.map((o) => o.id));
				const { view } = board;
				// Below the handles and beside the middle, so that the object itself is taken.
				grip = { x: (x + w * 0.3 - view.x) * view.scale, y: (y + h * 0.6 - view.y) * view.scale };
			}
			await wait(900);
			if (isDrag) {
				point('pointerdown', grip.x, grip.y);
				point('pointermove', grip.x + 8, grip.y + 8);
				await wait(100);
			}

			let longTasks = 0;
			const observer = new PerformanceObserver((list) => (longTasks += list.getEntries().length));
			observer.observe({ type: 'longtask' });
			const blanks = board.painter.blanks;
			// Everything that runs in a frame goes through requestAnimationFrame: its callbacks are timed.
			const native = window.requestAnimationFrame.bind(window);
			let spent = 0;
			window.requestAnimationFrame = (callback) =>
				native((time) => {
					const start = performance.now();
					callback(time);
					spent += performance.now() - start;
				});
			const script: number[] = [];
			const interval: number[] = [];
			const factor = (2 / fitted) ** (1 / total!);
			let last = 0;
			for (let i = 0; i < total!; i++) {
				const time = await new Promise<number>((done) => native(done));
				if (last) {
					script.push(spent);
					interval.push(time - last);
				}
				last = time;
				spent = 0;
				performance.mark('bench frame');
				const start = performance.now();
				if (isDrag)
					point('pointermove', grip.x + 8 + 90 * Math.sin(i / 12), grip.y + 8 + 60 * Math.sin(i / 9));
				else if (what === 'zoom fit to 200 %') board.zoom(factor);
				else board.pan(i % 60 < 30 ? -12 : 12, i % 40 < 20 ? -7 : 7);
				spent += performance.now() - start;
			}
			if (isDrag) point('pointerup', grip.x + 8, grip.y + 8);
			window.requestAnimationFrame = native;
			await wait(100);
			observer.disconnect();
			return { script, interval, longTasks, blanks: board.painter.blanks - blanks };
		},
		[move, frames] as const,
	);
}

interface TraceEvent {
	name: string;
	pid: number;
	tid: number;
	ts: number;
	/** Processor time of the thread, microseconds. */
	tdur?: number;
}

/**
 * What the script of each frame took of a processor, ms: callbacks of frames with all that follows from them. On a machine that has more to do
 * than it has cores, the clock counts what others did meanwhile as well.
 */
function processorTimes(trace: string): number[] {
	const { traceEvents } = JSON.parse(trace) as { traceEvents: TraceEvent[] };
	const marks = traceEvents.filter(({ name }) => name === 'bench frame').sort((a, b) => a.ts - b.ts);
	const page = marks[0];
	const callbacks = traceEvents.filter(
		({ name, pid, tid }) => name === 'FireAnimationFrame' && pid === page?.pid && tid === page.tid,
	);
	return marks
		.slice(1)
		.map(({ ts }, i) =>
			callbacks
				.filter((each) => each.ts >= marks[i]!.ts && each.ts < ts)
				.reduce((sum, { tdur }) => sum + (tdur ?? 0) / 1000, 0),
		);
}

export interface FrameCase {
	board: string;
	count: number;
	painter: 'tiles' | 'direct';
	/** Device pixels a CSS pixel. */
	ratio: number;
	/** Edits of another person a second meanwhile. */
	edits: number;
}

export async function benchFrames(
	browser: Browser,
	server: TestServer,
	person: TestPerson,
	{ board, count, painter, ratio, edits }: FrameCase,
): Promise<void> {
	const { page } = await open(browser, server, person, board, { painter, ratio });
	await page.waitForTimeout(SETTLING);
	const label = `${count} objects, ${painter}${ratio === 1 ? '' : `, ${ratio} device pixels`}${edits ? `, ${edits} edits/s` : ''}`;
	const start = edits > 0 ? await editing(server, person, board, edits) : undefined;
	await atRest();
	const stop = start?.();
	const stolen = watchStolen();
	for (const move of MOVES) {
		collectGarbage();
		await browser.startTracing(page, { categories: ['devtools.timeline', 'blink.user_timing'] });
		const { script, interval, longTasks, blanks } = await moveView(page, move, 120);
		const own = processorTimes((await browser.stopTracing()).toString());
		figure(`frame, ${move}: script p95`, p95(script), 'ms', label);
		figure(`frame, ${move}: script p95, processor time`, p95(own), 'ms', label);
		figure(`frame, ${move}: interval p95`, p95(interval), 'ms', label);
		figure(`frame, ${move}: tasks over 50 ms`, longTasks, 'tasks', label);
		figure(`frame, ${move}: blank frames`, blanks, 'frames', label);
	}
	figure('frame: time stolen from the machine', stolen(), '%', label);
	if (stop) figure('frame: edits of the other person that were saved', stop(), 'a second', label);
	await page.context().close();
}

/** Script that a participant's phone loads until the first note can be written, compressed. */
export async function benchPhone(browser: Browser, server: TestServer, owner: TestPerson): Promise<void> {
	for (const [locale, words] of [
		['en-GB', { name: 'Your name', enter: 'Go in' }],
		['de-DE', { name: 'Name', enter: 'Eintreten' }],
	] as const)
		await loadOnPhone(browser, server, owner, locale, words);
}

/** @param words what is to be pressed, as `locale` has it */
async function loadOnPhone(
	browser: Browser,
	server: TestServer,
	owner: TestPerson,
	locale: string,
	words: { name: string; enter: string },
): Promise<void> {
	const board = await makeBoard(owner, 'idea-round');
	const session = await connect(server, owner, board, 'session');
	const gather = readSession(session.doc).steps.find((step) => step.kind === 'gather')!;
	await owner.request('POST', `/api/boards/${board}/session`, { do: 'start', step: gather.id });
	session.destroy();
	const { token } = await makeLink(owner, board, 'editor');
	const context = await browser.newContext({
		viewport: { width: 390, height: 844 },
		isMobile: true,
		hasTouch: true,
		locale,
	});
	const page = await context.newPage();
	await page.goto(`${server.url}/join/${token}`);
	await page.getByLabel(words.name).fill('Nele');
	await page.getByRole('button', { name: words.enter }).click();
	await page.getByTestId('writing-line').waitFor();
	const bytes = await page.evaluate(() =>
		(performance.getEntriesByType('resource') as PerformanceResourceTiming[])
			.filter((entry) => entry.name.endsWith('.js'))
			.reduce((sum, entry) => sum + entry.encodedBodySize, 0),
	);
	figure('phone: script until the first note can be written', bytes / 1024, 'KB compressed', locale);
	await context.close();
}
