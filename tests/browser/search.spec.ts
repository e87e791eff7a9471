import type { Page } from '@playwright/test';
import { barrierFree, expect, forgive, fresh, madeBoard, objectsIn, sees, test, writeNote } from './fixtures';

// Windows go without a network in here.
test.use({ keepsShell: true });

const selectionIn = (page: Page): Promise<string[]> =>
	page.evaluate(() => [
		...(window as unknown as { wandtafelBoard: { selection: Set<string> } }).wandtafelBoard.selection,
	]);

test('a word is found on another board, and opens where it is written', async ({
	ilka: { page },
	server,
}) => {
	await page.goto(server.url);
	const entry = page.getByPlaceholder('Find boards');
	await entry.fill('radios');
	const hits = page.getByTestId('search-hits');
	const hit = hits.getByRole('link', { name: 'Kids took apart a radio with us' });
	await expect(hit).toBeVisible();
	await expect(hit.locator('mark')).toHaveText('radio');
	await barrierFree(page, 'boards with hits');

	await hit.click();
	await expect(page.getByTestId('board-view')).toBeVisible();
	const { id } = await sees(page, 'Kids took apart a radio with us');
	// Though a step with a place of its own is running.
	await expect(page.getByTestId('countdown')).toBeVisible();
	await expect.poll(() => selectionIn(page)).toEqual([id]);

	await page.goto(server.url);
	await entry.fill('nobody wrote this');
	await expect(hits).toContainText('On no board anything is written with “nobody wrote this”.');
	forgive(/Failed to load resource/);
	await page.context().setOffline(true);
	await entry.fill('radios');
	await expect(hits).toContainText('could not be searched just now');
	await page.context().setOffline(false);
	await entry.fill('radio');
	await expect(hit).toBeVisible();
});

test('the wayfinder finds words whatever their accents and endings, on all sheets', async ({
	ilka: { page },
	server,
}) => {
	await page.goto(server.url);
	await page.getByRole('button', { name: /Blank board/ }).click();
	await madeBoard(page, server);
	await expect(page.getByText('All saved')).toBeVisible();
	let { x, y } = await fresh(page);
	await writeNote(page, x + 200, y + 200, 'Zu wenig Werkzeuge fürs Café');
	await page.getByRole('button', { name: 'Add a sheet' }).click();
	await page.keyboard.press('Escape');
	({ x, y } = await fresh(page));
	await writeNote(page, x + 200, y + 200, `${'On and on '.repeat(12)}until the Werkzeug comes`);
	expect(await objectsIn(page)).toHaveLength(2);

	const wayfinder = page.getByTestId('wayfinder');
	await wayfinder.getByRole('searchbox').fill('werkzeugen');
	await expect(wayfinder.locator('mark')).toHaveText(['Werkzeuge', 'Werkzeug']);
	await expect(wayfinder.getByRole('tree')).toContainText('Sheet 1');
	await wayfinder.getByRole('searchbox').fill('CAFE werkzeug');
	await expect(wayfinder.locator('mark')).toHaveText(['Werkzeuge', 'Café']);
	await wayfinder.getByRole('treeitem').click();
	await expect(wayfinder.getByRole('treeitem', { selected: true })).toContainText('Café');
	await wayfinder.getByRole('searchbox').fill('kettle');
	await expect(wayfinder).toContainText('Nothing on this board has these words.');
});
