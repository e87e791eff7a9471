/** Journeys through the real interface: a server with the demo data, and people in windows of their own. */
import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { startServer, type TestServer } from '../support/server';
import { readScene } from './scene';

/** A person in a browser window of their own. */
export interface Someone {
	page: Page;
	context: BrowserContext;
}

interface Fixtures {
	/**
	 * Whether windows keep the application for times without a network: it is fetched a second
	 * time for that, which takes as long as many a journey.
	 */
	keepsShell: boolean;
	/** Settings of its server. */
	env: Record<string, string>;
	/** Each journey has a server and data of its own. */
	server: TestServer;
	/** Ilka, who leads, on the demo board. */
	ilka: Someone;
	/** Lets somebody join the demo board by its link, with nothing but a name. */
	join: (name: string, how?: { phone?: boolean; link?: string }) => Promise<Someone>;
}

export const test = base.extend<Fixtures>({
	keepsShell: [false, { option: true }],
	// eslint-disable-next-line no-empty-pattern
	env: async ({}, use) => use({}),
	server: [
		async ({ env }, use) => {
			uncaught.length = 0;
			const server = await startServer({ demo: true, env });
			await use(server);
			await server.stop();
			expect(uncaught.filter((error) => !forgiven.some((pattern) => pattern.test(error)))).toEqual([]);
			forgiven.length = 0;
		},
		{ timeout: 60_000 },
	],
	ilka: async ({ browser, keepsShell, server }, use) => {
		const someone = await open(browser, { keepsShell });
		await someone.page.goto(`${server.url}/demo/${server.demo.key}`);
		await expect(someone.page.getByTestId('board-view')).toBeVisible();
		await use(someone);
		await someone.context.close();
	},
	join: async ({ browser, keepsShell, server }, use) => {
		const all: Someone[] = [];
		await use(async (name, { phone = false, link = `${server.url}/join/${server.demo.token}` } = {}) => {
			const someone = await open(browser, { keepsShell, phone });
			all.push(someone);
			await someone.page.goto(link);
			await someone.page.getByLabel('Your name').fill(name);
			await someone.page.getByRole('button', { name: 'Go in' }).click();
			await expect(someone.page.getByText('All saved')).toBeVisible();
			return someone;
		});
		for (const { context } of all) await context.close();
	},
});

/** Errors that pages did not catch: a journey that leaves any has failed. */
const uncaught: string[] = [];
const forgiven: RegExp[] = [];

/** Says that errors like that are what a journey is about. */
export const forgive = (pattern: RegExp): void => void forgiven.push(pattern);

async function open(
	browser: Browser,
	{ keepsShell, phone = false }: { keepsShell: boolean; phone?: boolean },
): Promise<Someone> {
	const context = await browser.newContext({
		locale: 'en-GB',
		acceptDownloads: true,
		serviceWorkers: keepsShell ? 'allow' : 'block',
		...(phone
			? { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }
			: { viewport: { width: 1280, height: 800 } }),
	});
	await context.addInitScript(readScene);
	const page = await context.newPage();
	page.on('pageerror', (error) => void uncaught.push(error.stack ?? error.message));
	return { context, page };
}

/** Violations of WCAG 2.2 AA on what a window shows. */
export async function barriersIn(page: Page): Promise<string[]> {
	// Within the page itself, which has no frames: beside it, in a page of its own, takes four times as long.
	const builder = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
	// What a menu lies over cannot be hit until it closes, and has its size again then.
	if (await page.locator('[role="menu"]:visible').count()) builder.disableRules('target-size');
	const { violations } = await builder.withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
	return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`);
}

/** Finds no violation of WCAG 2.2 AA on what a window shows. */
export const barrierFree = async (page: Page, what: string): Promise<void> =>
	expect(await barriersIn(page), what).toEqual([]);

/** An object as tests look at it. */
export interface Seen {
	id: string;
	kind: string;
	text: string;
	box: [number, number, number, number, number];
	style: Record<string, string>;
	theme?: string;
	landing?: string;
	lock?: string;
	by: [string, string];
	sheet: string;
}

/** Everything on the board, as this window has it. */
export function objectsIn(page: Page): Promise<Seen[]> {
	return page.evaluate(() => {
		type Held = Omit<Seen, 'text'> & { text: { runs: { text: string }[] }[] };
		const board = (window as unknown as { wandtafelBoard: { model: { objects: Map<string, Held> } } })
			.wandtafelBoard;
		return [...board.model.objects.values()].map((object) => ({
			...object,
			text: object.text.map(({ runs }) => runs.map((run) => run.text).join('')).join('\n'),
		}));
	});
}

export const findIn = async (page: Page, text: string): Promise<Seen | undefined> =>
	(await objectsIn(page)).find((object) => object.text === text);

/** Waits until a window shows an object with that text, and gives it. */
export async function sees(page: Page, text: string): Promise<Seen> {
	await expect.poll(async () => (await findIn(page, text))?.text).toBe(text);
	return (await findIn(page, text))!;
}

/** Where a point of the board is in the window. */
export function screenPoint(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
	return page.evaluate(
		([bx, by]) => {
			const { view } = (
				window as unknown as { wandtafelBoard: { view: { x: number; y: number; scale: number } } }
			).wandtafelBoard;
			const round = document.querySelector('[data-testid="live"]')!.getBoundingClientRect();
			return { x: round.left + (bx! - view.x) * view.scale, y: round.top + (by! - view.y) * view.scale };
		},
		[x, y],
	);
}

/** The middle of an object in the window. */
export const middle = (page: Page, { box: [x, y, w, h] }: Seen): Promise<{ x: number; y: number }> =>
	screenPoint(page, x + w / 2, y + h / 2);

/** Shows the board from a place on, at full size or smaller; by itself a part that is empty. */
export async function showPlace(page: Page, x = 10_000, y = 10_000, scale = 1): Promise<void> {
	await page.evaluate(
		(view) =>
			(window as unknown as { wandtafelBoard: { setView(v: object): void } }).wandtafelBoard.setView(view),
		{ x, y, scale },
	);
}

let spot = 20_000;
/** Each test works on an empty part of the board of its own. */
export async function fresh(page: Page): Promise<{ x: number; y: number }> {
	spot += 5_000;
	await showPlace(page, spot, spot);
	return { x: spot, y: spot };
}

/** Writes a note with the note tool at a point of the board. */
export async function writeNote(page: Page, x: number, y: number, text: string): Promise<Seen> {
	await page.keyboard.press('3');
	const at = await screenPoint(page, x, y);
	await page.mouse.click(at.x, at.y);
	await expect(page.getByTestId('text-editor')).toBeVisible();
	// At one go: how letters arrive one by one is looked at elsewhere.
	await page.keyboard.insertText(text);
	await page.keyboard.press('Escape');
	return sees(page, text);
}

export async function drag(
	page: Page,
	from: { x: number; y: number },
	to: { x: number; y: number },
): Promise<void> {
	await page.mouse.move(from.x, from.y);
	await page.mouse.down();
	await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
	await page.mouse.move(to.x, to.y, { steps: 4 });
	await page.mouse.up();
}

export const undo = (page: Page): Promise<void> => page.keyboard.press('Control+z');

export const byKind = async (page: Page, kind: string): Promise<Seen[]> =>
	(await objectsIn(page)).filter((object) => object.kind === kind);

/** Chooses from the menu that is open; `part` is the sub-menu that it stands in. */
export async function choose(page: Page, name: string | RegExp, part?: string): Promise<void> {
	const menu = page.getByTestId('menu');
	if (part) await menu.getByRole('menuitem', { name: part }).click();
	await (part ? page.getByTestId('sub-menu') : menu).getByRole('menuitem', { name }).click();
}

/** Runs a command by its name, with the keyboard alone. */
export async function find(page: Page, command: string): Promise<void> {
	await page.keyboard.press('Control+k');
	await expect(page.getByRole('combobox', { name: 'What do you want to do?' })).toBeFocused();
	await page.keyboard.insertText(command);
	await page.keyboard.press('Enter');
}

export { expect };

/** Lets the facilitator make a board from a recipe; gives the address by which others join it, and the id of the board. */
export async function fromRecipe(
	page: Page,
	server: TestServer,
	recipe: string,
	request: { people?: number } = {},
): Promise<{ link: string; board: string }> {
	await page.goto(`${server.url}/new?recipe=${recipe}`);
	if (request.people) await page.getByLabel('How many people').fill(String(request.people));
	await page.getByRole('button', { name: 'Make the board' }).click();
	return madeBoard(page, server);
}

/** The board that was just made, and the address by which others join it. */
export async function madeBoard(page: Page, server: TestServer): Promise<{ link: string; board: string }> {
	await expect(page.getByTestId('board-view')).toBeVisible();
	const board = /board\/([^/?]+)/.exec(page.url())![1]!;
	const answer = await page.request.post(`${server.url}/api/boards/${board}/links`, {
		data: { role: 'editor' },
		headers: { origin: server.url },
	});
	return { link: ((await answer.json()) as { url: string }).url, board };
}

/** Drops files on the board, at a point of the window. */
export const dropFiles = (
	page: Page,
	files: readonly { name: string; type?: string; content: string | Uint8Array }[],
	at: { x: number; y: number },
): Promise<void> =>
	page.evaluate(
		([given, x, y]) => {
			const dataTransfer = new DataTransfer();
			for (const { name, type, bytes } of given)
				dataTransfer.items.add(new File([Uint8Array.from(bytes)], name, { type }));
			const drop = { dataTransfer, bubbles: true, cancelable: true, clientX: x, clientY: y };
			document.querySelector('.canvas')!.dispatchEvent(new DragEvent('drop', drop));
		},
		[
			files.map(({ name, type = '', content }) => ({ name, type, bytes: [...Buffer.from(content)] })),
			at.x,
			at.y,
		] as const,
	);
