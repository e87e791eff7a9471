import {
	barrierFree,
	expect,
	find,
	findIn,
	fromRecipe,
	middle,
	objectsIn,
	sees,
	test,
	writeNote,
	fresh,
} from './fixtures';
import type { Page } from '@playwright/test';

// Windows go without a network in here.
test.use({ keepsShell: true });

/** The part of the window that the board has, in hundredths. */
const share = (page: Page): Promise<number> =>
	page.getByTestId('scene').evaluate((scene) => {
		const { width, height } = scene.getBoundingClientRect();
		return (100 * width * height) / (innerWidth * innerHeight);
	});

/** What can be seen and pressed in the middle of the ledge, with where it is. */
const buttonsIn = (page: Page): Promise<{ name: string; left: number; right: number; edge: number }[]> =>
	page.getByTestId('selection').evaluate((buttons) => {
		const edge = buttons.parentElement!.getBoundingClientRect().right;
		return [...buttons.querySelectorAll<HTMLElement>('.tool')]
			.filter((each) => getComputedStyle(each).visibility === 'visible')
			.map((each) => {
				const { left, right } = each.getBoundingClientRect();
				return { name: each.innerText.trim(), left: Math.round(left), right, edge };
			});
	});

const select = (page: Page, ids: string[]): Promise<void> =>
	page.evaluate((wanted) => {
		type Held = { goTo(id: string): void; select(ids: string[]): void };
		const { wandtafelBoard } = window as unknown as { wandtafelBoard: Held };
		wandtafelBoard.goTo(wanted[0]!);
		wandtafelBoard.select(wanted);
	}, ids);

test('the board has most of the window, with both sides open and folded away', async ({ ilka, join }) => {
	const { page } = ilka;
	await expect(page.getByTestId('countdown')).toBeVisible();
	expect(await share(page)).toBeGreaterThanOrEqual(62);
	await page.getByRole('separator', { name: 'Width of the desk' }).press('ArrowLeft');
	await expect.poll(() => share(page)).toBeLessThan(62);
	await page.reload();
	await expect(page.getByTestId('board-view')).toBeVisible();
	await expect.poll(() => share(page)).toBeLessThan(62);
	await page.getByRole('separator', { name: 'Width of the desk' }).press('Enter');
	await expect.poll(() => share(page)).toBeGreaterThanOrEqual(62);
	await page.getByRole('button', { name: 'Wayfinder' }).click();
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'Run sheet' }).click();
	await expect.poll(() => share(page)).toBeGreaterThanOrEqual(80);
	const rosa = await join('Rosa');
	expect(await share(rosa.page)).toBeGreaterThanOrEqual(72);
});

for (const width of [768, 1024, 1280])
	test(`at ${width} px nothing of the ledge is cut, and the same things have the same places`, async ({
		ilka: { page },
	}) => {
		await page.setViewportSize({ width, height: 768 });
		const all = await objectsIn(page);
		const ofKind = new Map(all.filter(({ lock }) => !lock).map((each) => [each.kind, each.id]));
		expect(ofKind.size).toBeGreaterThan(8);
		// Nor of the session line: its parts lie beside each other.
		const parts = await page
			.getByTestId('session-line')
			.evaluate((line) => [...line.children].map((part) => part.getBoundingClientRect().toJSON() as DOMRect));
		for (const [i, a] of parts.entries())
			for (const b of parts.slice(i + 1))
				expect(a.right <= b.left + 1 || b.right <= a.left + 1 || a.bottom <= b.top + 1).toBe(true);
		let places: number[] | undefined;
		for (const [kind, id] of ofKind) {
			await select(page, [id]);
			await expect(page.getByTestId('selection')).toBeVisible();
			const buttons = await buttonsIn(page);
			for (const { name, right, edge } of buttons)
				expect(right, `${name} of ${kind}`).toBeLessThanOrEqual(edge);
			const found = [/^(Form|Line|Crop)$/, /^Letters$/, /^Nod$/, /^More$/].map(
				(wanted) => buttons.find(({ name }) => wanted.test(name))?.left ?? NaN,
			);
			places ??= found;
			expect(found, kind).toEqual(places);
		}
		const notes = all.filter(({ kind, sheet }) => kind === 'note' && sheet === all[0]!.sheet).slice(0, 3);
		await select(
			page,
			notes.map(({ id }) => id),
		);
		for (const { name, right, edge } of await buttonsIn(page)) expect(right, name).toBeLessThanOrEqual(edge);
		await page.getByTestId('selection').getByRole('button', { name: 'More', exact: true }).click();
		await expect(page.getByTestId('menu').getByRole('menuitem', { name: 'Line up' })).toBeVisible();
	});

test('a stranger reads what this is for, and comes in by a code', async ({ ilka, page, server }) => {
	await page.goto(server.url);
	await expect(page.getByRole('heading', { level: 1 })).toContainText('from the question to the decision');
	await expect(page.getByRole('img', { name: /A board with notes/ })).toBeVisible();
	await expect(page.getByRole('link', { name: 'Make an account' })).toBeVisible();
	await expect(page.getByRole('link', { name: 'Look at the demo' })).toBeVisible();
	await barrierFree(page, 'the first page');
	await ilka.page.getByRole('button', { name: 'Invite' }).click();
	await page.getByLabel('You were given a code').fill('none-such');
	await page.getByRole('button', { name: 'Enter' }).click();
	await expect(page.getByRole('alert')).toContainText('No board has this code');
});

test('a blank board says how to begin, until something stands on it', async ({ ilka: { page }, server }) => {
	await page.goto(server.url);
	await page.getByRole('button', { name: /Blank board/ }).click();
	const hints = page.getByTestId('blank-board');
	await expect(hints).toBeVisible();
	await expect(page.getByTestId('desk')).toContainText('This board is yours');
	await barrierFree(page, 'a blank board');
	await hints.getByRole('button', { name: /Put down a template/ }).click();
	await expect(page.getByRole('dialog')).toBeVisible();
	await page.keyboard.press('Escape');
	await hints.getByRole('button', { name: /Write a note/ }).click();
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.type('The first one');
	await page.keyboard.press('Escape');
	await expect.poll(async () => (await findIn(page, 'The first one'))?.id).toBeDefined();
	await expect(hints).toBeHidden();
	await page.keyboard.press('Delete');
	await expect.poll(async () => (await objectsIn(page)).length).toBe(0);
	await expect(hints).toBeHidden();
	await page.reload();
	await expect(page.getByTestId('save-state')).toContainText('All saved');
	await expect(hints).toBeHidden();
});

test.describe('a slow network', () => {
	// Scripts come through it each time.
	test.use({ keepsShell: false });

	test('what is pressed before the page has its script is done when it has', async ({
		ilka: { context },
		server,
	}) => {
		/** Presses something in a window whose scripts are held back, and lets them come. */
		async function early(path: string, press: (page: Page) => Promise<void>): Promise<Page> {
			const page = await context.newPage();
			let release = (): void => undefined;
			let waiting = 0;
			const held = new Promise<void>((done) => (release = done));
			const isScript = (url: URL): boolean =>
				url.pathname.startsWith('/_app/') && url.pathname.endsWith('.js');
			await page.route(isScript, async (route) => {
				waiting++;
				await held;
				await route.continue();
			});
			await page.goto(server.url + path, { waitUntil: 'commit' });
			await press(page);
			await expect.poll(() => waiting).toBeGreaterThan(0);
			await expect(page).toHaveURL(server.url + path);
			release();
			return page;
		}
		const made = await early('/', (page) => page.getByRole('button', { name: /Blank board/ }).click());
		await expect(made.getByTestId('blank-board')).toBeVisible();
		const quiet = await early('/settings', (page) => page.getByText('a soft sound').click());
		const isOn = (): Promise<boolean> => quiet.getByRole('checkbox').isChecked();
		// The box itself shows it before the page has done anything.
		const kept = (): Promise<string | null> => quiet.evaluate(() => localStorage.getItem('preferences'));
		await expect.poll(kept).toContain('"sounds":false');
		await quiet.reload();
		// The server does not know it: the page sets it right when it has its script.
		await expect.poll(isOn).toBe(false);
		const german = await early('/settings', (page) => page.getByText('Deutsch').click());
		await expect(german.getByRole('heading', { name: 'Einstellungen' })).toBeVisible();
	});
});

test('with a tool in hand the hints on a blank board do not stand in its way', async ({
	ilka: { page },
	server,
}) => {
	await page.goto(server.url);
	await page.getByRole('button', { name: /Blank board/ }).click();
	const { x, y, width, height } = (await page.getByTestId('blank-board').boundingBox())!;
	await page.getByRole('application', { name: /^The board/ }).focus();
	await page.keyboard.press('3');
	const at = { x: x + width / 2, y: y + height / 2 };
	await page.mouse.click(at.x, at.y);
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.type('Put where the hand is');
	await page.keyboard.press('Escape');
	const note = await middle(page, await sees(page, 'Put where the hand is'));
	expect(note.x).toBeCloseTo(at.x, -1);
	expect(note.y).toBeCloseTo(at.y, -1);
});

test('commands are found by what people call them; no letter is lost', async ({ ilka: { page } }) => {
	const at = await fresh(page);
	const note = await writeNote(page, at.x + 200, at.y + 200, 'Mind the step');
	await find(page, 'fett');
	const isBold = async (): Promise<boolean> =>
		page.evaluate((id) => {
			type Run = { bold?: boolean };
			type Held = { model: { find(id: string): { text: { runs: Run[] }[] } | undefined } };
			const { wandtafelBoard } = window as unknown as { wandtafelBoard: Held };
			return wandtafelBoard.model.find(id)!.text.every(({ runs }) => runs.every(({ bold }) => bold));
		}, note.id);
	await expect.poll(isBold).toBe(true);
	await find(page, 'timer');
	await expect(page.getByRole('region', { name: 'Run sheet' })).toBeVisible();
	await page.keyboard.press('?');
	const help = page.getByRole('dialog', { name: 'Keys and gestures' });
	await expect(help.getByText('In the wayfinder')).toBeVisible();
	await page.keyboard.type('paste');
	await expect(help.getByText('Ctrl V')).toBeVisible();
	await expect(help.getByText('In the wayfinder')).toBeHidden();
	await barrierFree(page, 'the list of keys');
	await page.emulateMedia({ media: 'print' });
	await expect(page.getByTestId('board-view')).toBeHidden();
	await expect(help.getByText('Ctrl V')).toBeVisible();
});

test('what opens can be closed in the same moment, on a machine that is slow to draw', async ({
	ilka: { page },
}) => {
	for (const key of ['?', 'a', 'ContextMenu']) {
		await page.getByRole('application', { name: /^The board/ }).focus();
		// Both keys before the next frame is drawn.
		const opened = await page.evaluate(async (key) => {
			const press = (key: string): void =>
				void document.activeElement!.dispatchEvent(
					new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }),
				);
			const isOpen = (): boolean => document.querySelector('.question header, .pop, .point-menu') !== null;
			press(key);
			await new Promise<void>((done) => queueMicrotask(() => queueMicrotask(done)));
			const opened = isOpen();
			press('Escape');
			const frame = (): Promise<void> => new Promise((done) => requestAnimationFrame(() => done()));
			for (let i = 0; i < 6; i++) await frame();
			return opened;
		}, key);
		expect(opened, key).toBe(true);
		for (const role of ['dialog', 'menu'] as const) await expect(page.getByRole(role)).toHaveCount(0);
		await expect(page.getByRole('application', { name: /^The board/ })).toBeFocused();
	}
});

test('people set how the wheel, the keys and their name are', async ({ ilka: { page }, server }) => {
	const { board } = await fromRecipe(page, server, 'idea-round');
	await page.goto(server.url);
	await page.getByRole('link', { name: 'Your settings' }).click();
	await barrierFree(page, 'the settings');
	await page.getByLabel('zooms; with Shift').check();
	await page.getByRole('group', { name: 'Shortcuts of one letter' }).getByLabel('off').check();
	await page.getByLabel('Your name').fill('Ilka W.');
	await page.getByLabel('Plum').check();
	await page.getByRole('button', { name: 'Keep', exact: true }).click();
	await expect(page.getByRole('status')).toContainText('Kept.');
	await expect(page.getByLabel('Plum')).toBeChecked();
	await page.getByLabel('Password now').fill('not the one');
	await page.getByLabel('New password').fill('long enough for this');
	await page.getByRole('button', { name: 'Change the password' }).click();
	await expect(page.getByRole('alert')).toContainText('was not changed');

	await test.step('without a network a form stays as it was filled in', async () => {
		await page.context().setOffline(true);
		await page.getByLabel('Your name').fill('Ilka Offline');
		await page.getByRole('button', { name: 'Keep', exact: true }).click();
		await expect(page.getByText('The server cannot be reached.').first()).toBeVisible();
		await expect(page.getByLabel('Your name')).toHaveValue('Ilka Offline');
		await page.getByLabel('Deutsch').click();
		await expect(page.getByLabel('as the browser wishes')).toBeChecked();
		await page.context().setOffline(false);
		await page.getByRole('button', { name: 'Keep', exact: true }).click();
		await expect(page.getByRole('status').filter({ hasText: 'Kept.' })).toBeVisible();
	});

	await page.goto(`${server.url}/board/${board}`);
	await expect(page.getByTestId('board-view')).toBeVisible();
	const before = await page
		.getByTestId('ledge')
		.getByRole('button', { name: /show at full size/ })
		.innerText();
	await page.getByTestId('live').hover();
	await page.mouse.wheel(0, -300);
	await expect(page.getByTestId('ledge').getByRole('button', { name: /show at full size/ })).not.toHaveText(
		before,
	);
	await page.getByRole('application', { name: /^The board/ }).focus();
	await page.keyboard.press('3');
	await page.keyboard.press('Control+k');
	await expect(page.getByRole('dialog')).toBeVisible();
	await expect(page.locator('[data-tool="pick"]')).toHaveAttribute('aria-pressed', 'true');
});
