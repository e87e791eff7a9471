/** Every word in the language of whoever reads it, and room for it. */
import { barrierFree, expect, fromRecipe, sees, test } from './fixtures';
import { cutTexts, foundInAllViews, strayWords, windowIn } from './views';

for (const { language, what, find } of [
	{
		language: 'en-XA',
		what: 'no word stands in the code: all views in a language that is made up',
		find: strayWords,
	},
	{ language: 'de', what: 'German has room in every view of a laptop and a phone', find: cutTexts },
])
	test(what, async ({ browser, server }) => {
		test.setTimeout(240_000);
		expect(await foundInAllViews({ language, browser, server }, find)).toEqual({});
	});

test('on one board each reads their own language; what stands on it stays as it was written', async ({
	browser,
	ilka,
	server,
}) => {
	const { page } = ilka;
	const { link } = await fromRecipe(page, server, 'idea-round');
	const german = await windowIn({ language: 'de-AT', browser, server });
	const other = await german.newPage();
	await other.goto(link);
	await expect(other.locator('html')).toHaveAttribute('lang', 'de');
	await other.getByLabel('Name').fill('Rosa');
	await other.getByRole('button', { name: 'Eintreten' }).click();
	await expect(other.getByText('Alles gespeichert')).toBeVisible();
	await expect(other.getByRole('treeitem', { name: /^Questions for later/ })).toBeVisible();
	await page.getByRole('button', { name: 'Start: Welcome' }).click();
	await page.getByRole('button', { name: 'Next: Write silently' }).click();
	await expect(other.getByPlaceholder('Einen Zettel schreiben, den sonst niemand sieht')).toBeVisible();
	await barrierFree(other, 'the board in German');
	await german.close();
});

test('a language that was chosen goes with the person, into recipes, tables and the report', async ({
	browser,
	ilka,
	server,
}) => {
	const { page } = ilka;
	await page.goto(`${server.url}/settings`);
	await page.getByLabel('Deutsch').click();
	await expect(page.getByRole('heading', { name: 'Einstellungen' })).toBeVisible();
	await barrierFree(page, 'the settings in German');

	await page.goto(`${server.url}/new?recipe=retrospective`);
	await expect(page.getByTestId('recipe-form')).toContainText('Begrüßung');
	await page.getByRole('button', { name: 'Tafel anlegen' }).click();
	await expect(page.getByTestId('board-view')).toBeVisible();
	await sees(page, 'Ausprobieren');
	const board = /board\/([^/?]+)/.exec(page.url())![1]!;
	const csv = await page.request.post(`${server.url}/api/boards/${board}/export`, {
		data: { format: 'csv' },
		headers: { origin: server.url },
	});
	expect(await csv.text()).toMatch(/^\uFEFFText,Von,Art,Thema,Feld,Blatt,/);
	await page.goto(`${server.url}/board/${board}/report`);
	await expect(page.getByTestId('report')).toContainText('Wie war es?');
	await expect(page.getByTestId('report')).toContainText('Mit dabei');

	await test.step('in another browser as well, which asks for another one', async () => {
		const context = await browser.newContext({ locale: 'en-GB' });
		const elsewhere = await context.newPage();
		await elsewhere.goto(`${server.url}/demo/${server.demo.key}`);
		await expect(elsewhere.getByText('Alles gespeichert')).toBeVisible();
		await elsewhere.goto(`${server.url}/settings`);
		await elsewhere.getByLabel('wie der Browser es wünscht').click();
		await expect(elsewhere.getByRole('heading', { name: 'Your settings' })).toBeVisible();
		await context.close();
	});
});

test('without a network German words stand in the place of a board that was never open', async ({
	browser,
	server,
}) => {
	const context = await windowIn({ language: 'de', browser, server });
	const page = await context.newPage();
	await page.goto(`${server.url}/demo/${server.demo.key}`);
	await expect(page.getByText('Alles gespeichert')).toBeVisible();
	await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
	await expect
		.poll(() => page.evaluate(async () => Boolean(await caches.match('/offline-words'))))
		.toBe(true);
	await context.setOffline(true);
	await page.goto(`${server.url}/board/tool-library`);
	await expect(page.getByRole('heading', { name: 'Kein Netz' })).toBeVisible();
	await expect(page.locator('html')).toHaveAttribute('lang', 'de');
	await context.close();
});
