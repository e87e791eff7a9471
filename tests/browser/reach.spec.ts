/** What people need who see, read or point in other ways: at every main view. */
import { barriersIn, expect, test } from './fixtures';
import { cutTexts, foundInAllViews, gathering, messagesOf, walkIn, walkSession, windowIn } from './views';

test('axe finds nothing in any view in the light frame', async ({ browser, server }) => {
	test.setTimeout(300_000);
	const reader = { language: 'en', browser, server };
	const found = await foundInAllViews(reader, barriersIn, [{ name: 'frame', value: 'light' }]);
	expect(found).toEqual({});
});

for (const [what, viewport] of [
	['at twice the size of text', { width: 640, height: 400 }],
	['at a width of 320 px', { width: 320, height: 568 }],
] as const)
	test(`nothing is lost ${what}`, async ({ browser, server }) => {
		test.setTimeout(240_000);
		const m = await messagesOf('en');
		const context = await windowIn({ language: 'en', browser, server });
		const narrow = await windowIn({ language: 'en', browser, server, viewport });
		const { look, found } = gathering(cutTexts);
		const stranger = await narrow.newPage();
		await walkIn(stranger, m, server, look);
		const page = await context.newPage();
		await page.goto(`${server.url}/demo/${server.demo.key}`);
		await walkSession(page, await narrow.newPage(), m, server, look);
		expect(found).toEqual({});
		await narrow.close();
		await context.close();
	});

test('in colours that the system sets, what is chosen and what has a pigment can be told', async ({
	browser,
	server,
}) => {
	const context = await browser.newContext({
		forcedColors: 'active',
		viewport: { width: 1280, height: 800 },
	});
	const page = await context.newPage();
	await page.goto(`${server.url}/demo/${server.demo.key}`);
	await expect(page.getByText('All saved')).toBeVisible();
	await page.getByRole('application', { name: /^The board/ }).focus();
	await page.keyboard.press('3');
	const ground = (name: string): Promise<string> =>
		page
			.getByRole('button', { name, exact: true })
			.first()
			.evaluate((element) => getComputedStyle(element).backgroundColor);
	const pressed = await page
		.getByTestId('ledge')
		.getByRole('button', { name: /^Note/ })
		.evaluate((element) => getComputedStyle(element).backgroundColor);
	const other = await page
		.getByTestId('ledge')
		.getByRole('button', { name: /^Shape/ })
		.evaluate((element) => getComputedStyle(element).backgroundColor);
	expect(pressed).not.toBe(other);
	expect(await ground('Ochre')).not.toBe(await ground('Lake'));
	await context.close();
});
