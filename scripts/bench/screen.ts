/** Measures in a real browser: opening a board, and frames while the view moves. */
import { chromium, type Browser, type Page } from '@playwright/test';
import { figure, p95 } from './report';
import { readSession } from '$core/session/runsheet';
import { connect } from '../../tests/support/client';
import { makeBoard, makeLink, type TestPerson } from '../../tests/support/people';
import type { TestServer } from '../../tests/support/server';

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
): Promise<{ page: Page; painted: number }> {
	const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
	await context.addCookies(
		person.cookie.split('; ').map((pair) => {
			const at = pair.indexOf('=');
			return { name: pair.slice(0, at), value: pair.slice(at + 1), url: server.url };
		}),
	);
	const page = await context.newPage();
	await page.goto(`${server.url}/board/${board}`);
	await page.waitForFunction(() => performance.getEntriesByName('board painted').length > 0, undefined, {
		timeout: 120_000,
	});
	const painted = await page.evaluate(() => performance.getEntriesByName('board painted')[0]!.startTime);
	return { page, painted };
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
	for (let i = 0; i < 5; i++) {
		const { page, painted } = await open(browser, server, person, board);
		times.push(painted);
		await page.context().close();
	}
	figure(
		'open: navigation to first complete paint, median',
		times.sort((a, b) => a - b)[2]!,
		'ms',
		`${count} objects`,
	);
}

interface Frames {
	script: number[];
	interval: number[];
	longTasks: number;
}

type Move = 'pan at 100 %' | 'pan at fit' | 'zoom fit to 200 %';

/** Moves the view frame by frame and measures the script of each frame, from rAF to the end of painting. */
function moveView(page: Page, move: Move, frames: number): Promise<Frames> {
	return page.evaluate(
		async ([what, total]) => {
			type View = { x: number; y: number; scale: number };
			type Held = {
				view: View;
				setView(v: View): void;
				fit(): void;
				pan(x: number, y: number): void;
				zoom(f: number): void;
			};
			const board = (window as unknown as { wandtafelBoard: Held }).wandtafelBoard;
			board.fit();
			const fitted = board.view.scale;
			if (what === 'pan at 100 %') board.setView({ x: 0, y: 0, scale: 1 });
			await new Promise((done) => setTimeout(done, 400));

			let longTasks = 0;
			const observer = new PerformanceObserver((list) => (longTasks += list.getEntries().length));
			observer.observe({ type: 'longtask' });
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
				const start = performance.now();
				if (what === 'zoom fit to 200 %') board.zoom(factor);
				else board.pan(i % 60 < 30 ? -12 : 12, i % 40 < 20 ? -7 : 7);
				spent += performance.now() - start;
			}
			window.requestAnimationFrame = native;
			await new Promise((done) => setTimeout(done, 100));
			observer.disconnect();
			return { script, interval, longTasks };
		},
		[move, frames] as const,
	);
}

export async function benchFrames(
	browser: Browser,
	server: TestServer,
	person: TestPerson,
	board: string,
	count: number,
): Promise<void> {
	const { page } = await open(browser, server, person, board);
	for (const move of ['pan at 100 %', 'pan at fit', 'zoom fit to 200 %'] as const) {
		const { script, interval, longTasks } = await moveView(page, move, 120);
		figure(`frame, ${move}: script p95`, p95(script), 'ms', `${count} objects`);
		figure(`frame, ${move}: interval p95`, p95(interval), 'ms', `${count} objects`);
		figure(`frame, ${move}: tasks over 50 ms`, longTasks, 'tasks', `${count} objects`);
	}
	await page.context().close();
}

/** Script that a participant's phone loads until the first note can be written, compressed. */
export async function benchPhone(browser: Browser, server: TestServer, owner: TestPerson): Promise<void> {
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
	});
	const page = await context.newPage();
	await page.goto(`${server.url}/join/${token}`);
	await page.getByLabel('Your name').fill('Nele');
	await page.getByRole('button', { name: 'Go in' }).click();
	await page.getByTestId('writing-line').waitFor();
	const bytes = await page.evaluate(() =>
		(performance.getEntriesByType('resource') as PerformanceResourceTiming[])
			.filter((entry) => entry.name.endsWith('.js'))
			.reduce((sum, entry) => sum + entry.encodedBodySize, 0),
	);
	figure('phone: script until the first note can be written', bytes / 1024, 'KB compressed', 'idea round');
	await context.close();
}
