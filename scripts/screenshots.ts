/** Makes the pictures in docs/screenshots from the demo data, on a server of its own. */
import { mkdirSync } from 'node:fs';
import sharp from 'sharp';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import { startServer, type TestServer } from '../tests/support/server';
import { launch } from './bench/screen';

const FOLDER = 'docs/screenshots';

async function window_(
	browser: Browser,
	phone = false,
	locale = 'en-GB',
): Promise<{ page: Page; context: BrowserContext }> {
	const context = await browser.newContext({
		locale,
		reducedMotion: 'reduce',
		...(phone
			? { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }
			: { viewport: { width: 1280, height: 800 } }),
	});
	return { context, page: await context.newPage() };
}

async function join(browser: Browser, server: TestServer, name: string, phone = false): Promise<Page> {
	const { page } = await window_(browser, phone);
	await page.goto(`${server.url}/join/${server.demo.token}`);
	await page.getByLabel('Your name').fill(name);
	await page.getByRole('button', { name: 'Go in' }).click();
	await page.getByText('All saved').waitFor();
	return page;
}

const settled = (page: Page): Promise<unknown> =>
	page.evaluate(() => new Promise((done) => setTimeout(done, 500)));

/** Selects the note whose text begins like that. */
async function selectNote(page: Page, start: string): Promise<void> {
	const found = await page.evaluate((begins) => {
		type Held = {
			model: { objects: Map<string, { text: { runs: { text: string }[] }[] }> };
			select(ids: string[]): void;
		};
		const board = (window as unknown as { wandtafelBoard: Held }).wandtafelBoard;
		const id = [...board.model.objects].find(([, object]) =>
			object.text[0]?.runs[0]?.text.startsWith(begins),
		)?.[0];
		if (id) board.select([id]);
		return id;
	}, start);
	if (!found) throw new Error(`There is no note that begins with '${start}'.`);
}

async function shoot(page: Page, name: string): Promise<void> {
	await settled(page);
	await page.screenshot({ path: `${FOLDER}/${name}.png` });
	process.stderr.write(`${FOLDER}/${name}.png\n`);
}

async function write(page: Page, texts: string[]): Promise<void> {
	for (const text of texts) {
		await page.getByLabel('Write a note').fill(text);
		await page.keyboard.press('Enter');
	}
}

/** Gives the sheet that is shown another ground. */
async function surface(page: Page, name: string, pattern: string): Promise<void> {
	// What is open over the board closes with each choice.
	for (const choice of [name, pattern]) {
		await page.getByRole('button', { name: 'Surface', exact: true }).click();
		await page.getByRole('button', { name: choice }).click();
	}
}

/** Somebody with a laptop who joins by a link. */
async function joinAs(browser: Browser, link: string, name: string): Promise<Page> {
	const { page } = await window_(browser);
	await page.goto(link);
	await page.getByLabel('Your name').fill(name);
	await page.getByRole('button', { name: 'Go in' }).click();
	await page.getByTestId('board-view').waitFor();
	return page;
}

/** Everybody sorts, as it is seen on a laptop and on a phone. */
async function sortTogether(page: Page, phone: Page, laptop: Page): Promise<void> {
	await page.getByRole('button', { name: 'All about Sort' }).click();
	await page.getByLabel(/Everybody sorts at once/).check();
	await page.getByRole('button', { name: 'All about Sort' }).click();
	await page.getByRole('button', { name: 'Next: Sort' }).click();
	const deal = laptop.getByTestId('deal');
	await deal.waitFor();
	for (const name of ['Numbers and turns', 'Waiting well', 'More helpers', 'Before they come']) {
		await laptop.keyboard.press('n');
		await deal.getByRole('textbox').fill(name);
		await laptop.keyboard.press('Enter');
		await deal.getByRole('button', { name }).waitFor();
	}
	await deal.getByText('⏎').waitFor();
	await shoot(laptop, 'sort-together');
	await phone.getByTestId('deal').getByRole('button', { name: 'Before they come' }).waitFor();
	await shoot(phone, 'phone-sort');
	await laptop.context().close();
}

/** A session from a recipe, with a simulated team, at the moments that are worth a picture. */
async function session(page: Page, browser: Browser): Promise<void> {
	await page.getByRole('link', { name: /Idea round/ }).click();
	await page.getByLabel('The question').fill('How do we get rid of the queue?');
	await page.getByRole('button', { name: 'Make the board' }).click();
	await page.getByTestId('board-view').waitFor();
	const board = /board\/([^/?]+)/.exec(page.url())![1]!;
	const post = async (path: string, data: object): Promise<Record<string, unknown>> => {
		const answer = await page.request.post(`${server.url}/api/boards/${board}/${path}`, {
			data,
			headers: { origin: server.url },
		});
		return (await answer.json()) as Record<string, unknown>;
	};
	const { url } = await post('links', { role: 'editor' });
	const { page: phone } = await window_(browser, true);
	await phone.goto(String(url));
	await phone.getByLabel('Your name').fill('Nele');
	await phone.getByRole('button', { name: 'Go in' }).click();
	await phone.getByTestId('board-view').waitFor();
	await post('rehearsal', { do: 'start', people: 12, seed: 4, speed: 25, even: true });
	await page.getByRole('button', { name: 'Start: Welcome' }).click();
	await page.getByRole('button', { name: 'Next: Write silently' }).click();
	for (const text of ['Numbers on slips of paper', 'A bench for waiting']) {
		await phone.getByPlaceholder('Write a note only you see').fill(text);
		await phone.keyboard.press('Enter');
	}
	await shoot(phone, 'phone');
	const rows = page.getByTestId('silence').getByRole('listitem');
	await rows.nth(10).waitFor({ timeout: 60_000 });
	await shoot(page, 'run-sheet');
	await page.getByRole('button', { name: 'Reveal all' }).click();
	await page.getByTestId('silence').waitFor({ state: 'hidden' });
	await settled(page);
	await page.getByRole('button', { name: 'Next: Read' }).click();
	await sortTogether(page, phone, await joinAs(browser, String(url), 'Rosa'));
	await page.getByRole('treeitem', { name: /How do we get rid/ }).click();
	await page.keyboard.press('v');
	await page.getByRole('button', { name: 'Start the vote' }).click();
	await phone.getByTestId('vote-screen').waitFor();
	const dot = phone.getByRole('button', { name: 'One dot more for Numbers on slips' });
	await dot.click();
	await dot.click();
	await shoot(phone, 'phone-vote');
	await page.getByText(/1\d of \d+ have voted/).waitFor({ timeout: 60_000 });
	await page.getByRole('button', { name: 'Close the vote' }).click();
	await page.getByTestId('vote-result').waitFor();
	await shoot(page, 'vote-result');
	await post('rehearsal', { do: 'steer', isPaused: true });
	await page.getByTestId('live').click({ position: { x: 8, y: 8 } });
	await page.keyboard.press('k');
	await page.getByTestId('show-desk').waitFor();
	await shoot(page, 'show');
	await page.getByRole('button', { name: 'End the show' }).click();
	await page.getByRole('link', { name: 'Report of the outcome' }).click();
	await page.getByTestId('report').getByRole('heading', { level: 1 }).waitFor();
	await shoot(page, 'report');
}

mkdirSync(FOLDER, { recursive: true });
const server = await startServer({ demo: true });
try {
	const browser = await launch();
	const { page } = await window_(browser);
	await page.goto(`${server.url}/demo/${server.demo.key}`);
	await page.getByTestId('board-view').waitFor();

	const phone = await join(browser, server, 'Nele', true);
	await write(phone, [
		'Glue had run dry by two',
		'Nobody knew the price of a fuse',
		'My lamp waited three Saturdays',
	]);
	const rashid = await join(browser, server, 'Rashid');
	const maren = await join(browser, server, 'Maren');
	await write(rashid, ['The bell at the till is too quiet']);
	await maren.mouse.move(700, 330);
	await maren.mouse.move(705, 335);
	await rashid.mouse.move(480, 560);
	await rashid.mouse.move(490, 565);
	await settled(page);
	await selectNote(page, 'No list of what');
	await shoot(page, 'board-facilitator');
	// The one picture on the first page that a stranger sees.
	await sharp(`${FOLDER}/board-facilitator.png`).webp({ quality: 80 }).toFile('static/welcome.webp');
	const stranger = (await window_(browser)).page;
	await stranger.goto(server.url);
	await stranger.getByRole('heading', { level: 1 }).waitFor();
	await shoot(stranger, 'welcome');
	await shoot(rashid, 'board-participant');

	await page.getByRole('button', { name: 'Themes', exact: true }).click();
	await page
		.getByTestId('desk')
		.getByRole('button', { name: /^What held us up/ })
		.click();
	await page.getByTestId('themes-preview').waitFor();
	await page.getByRole('button', { name: 'Lay out on the board' }).click();
	await shoot(page, 'themes-laid-out');

	await page.getByRole('button', { name: 'Deal the notes of “Ideas for next season”' }).click();
	await page.getByTestId('dealt').waitFor();
	for (const name of ['Helping hands', 'Better tools', 'More people hear of us']) {
		await page.keyboard.press('n');
		await page.getByTestId('deal').getByRole('textbox').fill(name);
		await page.keyboard.press('Enter');
		await page.getByTestId('deal').getByRole('button', { name }).waitFor();
	}
	await page.getByTestId('deal').getByText('⏎').waitFor();
	await shoot(page, 'deal');
	await page.keyboard.press('Escape');

	await page.getByTestId('desk-tabs').getByRole('button', { name: 'Journal' }).click();
	await page.getByRole('button', { name: 'Look at earlier moments' }).click();
	await page.getByTestId('past').waitFor();
	await page.getByRole('slider', { name: 'Moment' }).evaluate((slider: HTMLInputElement) => {
		slider.value = String(Number(slider.max) * 0.13);
		slider.dispatchEvent(new Event('input', { bubbles: true }));
	});
	await page.getByTestId('replay').getByRole('button', { name: 'Show everything' }).click();
	await settled(page);
	await page.getByTestId('past').click({ position: { x: 110, y: 240 } });
	await shoot(page, 'replay');
	await page.getByRole('button', { name: 'Back to now' }).click();

	await page.getByRole('button', { name: 'Run sheet', exact: true }).click();
	await page.getByRole('treeitem', { name: /path/ }).first().click();
	await page.getByTestId('live').click({ position: { x: 20, y: 20 } });
	await page.getByRole('button', { name: 'Flow', exact: true }).click();
	await page.getByTestId('flow-times').waitFor();
	await page.getByRole('button', { name: 'Show everything' }).click();
	await settled(page);
	await shoot(page, 'flow');
	await page
		.getByRole('treeitem', { name: /^Season map/ })
		.first()
		.click();
	await page.getByRole('button', { name: 'Flow', exact: true }).click();
	await page.getByRole('button', { name: 'Show everything' }).click();
	await settled(page);
	await shoot(page, 'map');

	await page.getByRole('treeitem', { name: /^Plan/ }).first().click();
	await page.getByRole('button', { name: 'Keep this view as a place' }).click();
	await page.getByLabel('Rename the place').fill('Before the season');
	await page.keyboard.press('Enter');
	await page.getByRole('treeitem', { name: /^What we agreed/ }).click();
	await page.getByRole('application').focus();
	await page.keyboard.press('f');
	for (let i = 0; i < 5; i++) await page.keyboard.press('Tab');
	await shoot(page, 'holders');
	await page.keyboard.press('Escape');
	await page.keyboard.press('Escape');

	await page.getByRole('treeitem', { name: /path/ }).first().click();
	await surface(page, 'Linen', 'Ruled lines');

	await page.context().addCookies([{ name: 'frame', value: 'light', url: server.url }]);
	await page.goto(server.url);
	await page.getByRole('heading', { name: 'Boards' }).waitFor();
	await shoot(page, 'boards');
	await page.context().clearCookies({ name: 'frame' });
	await page.reload();
	const german = (await window_(browser, false, 'de')).page;
	await german.goto(`${server.url}/demo/${server.demo.key}`);
	await german.goto(`${server.url}/new?recipe=retrospective`);
	await german.getByLabel('Die Frage').fill('Wie war der Herbst?');
	await shoot(german, 'recipes');
	await session(page, browser);
	await browser.close();
} finally {
	await server.stop();
}
process.exit(0);
