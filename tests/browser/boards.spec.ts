import { barrierFree, expect, objectsIn, test } from './fixtures';

test('a facilitator signs up, makes boards, renames, finds, deletes and brings back', async ({
	page,
	server,
}) => {
	await page.goto(server.url);
	await expect(page).toHaveURL(/sign-in/);
	await page.getByRole('link', { name: 'Make an account' }).click();
	await page.getByLabel('Your name').fill('Wanda');
	await page.getByLabel('E-mail').fill('wanda@zweite-runde.example');
	await page.getByLabel('Password').fill('too short');
	await page.getByLabel('Password').fill('long enough for this');
	await page.getByRole('button', { name: 'Make an account' }).click();
	await expect(page.getByText('No boards yet')).toBeVisible();

	await page.getByRole('button', { name: /Idea round/ }).click();
	await expect(page.getByTestId('board-view')).toBeVisible();
	await expect(page.getByTestId('session-line')).toContainText('Gather ideas');
	await page.getByRole('link', { name: 'To your boards' }).click();

	await page.getByRole('button', { name: 'Rename Idea round' }).click();
	await page.getByRole('textbox', { name: 'Title of the board' }).fill('Spring leaflet');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('link', { name: 'Spring leaflet', exact: true })).toBeVisible();

	await page.getByRole('button', { name: /Blank board/ }).click();
	await expect(page.getByTestId('board-view')).toBeVisible();
	await page.goto(server.url);
	await expect(page.getByRole('link', { name: 'New board', exact: true })).toBeVisible();

	await page.getByLabel('Find a board').fill('leaf');
	await expect(page.getByRole('link', { name: 'New board', exact: true })).toBeHidden();
	await page.getByLabel('Find a board').fill('nothing like it');
	await expect(page.getByText('No board has “nothing like it” in its title.')).toBeVisible();
	await page.getByLabel('Find a board').fill('');

	await page.getByRole('button', { name: 'Delete Spring leaflet' }).click();
	await expect(page.getByRole('link', { name: 'Spring leaflet', exact: true })).toBeHidden();
	await page.getByRole('button', { name: 'Bring it back' }).click();
	await expect(page.getByRole('link', { name: 'Spring leaflet', exact: true })).toBeVisible();

	await page.getByRole('button', { name: 'Sign out' }).click();
	await expect(page).toHaveURL(/sign-in/);
	await page.getByLabel('E-mail').fill('wanda@zweite-runde.example');
	await page.getByLabel('Password').fill('the wrong one');
	await page.getByRole('button', { name: 'Sign in' }).click();
	await expect(page.getByText('This e-mail and password do not go together.')).toBeVisible();
	await page.getByLabel('Password').fill('long enough for this');
	await page.getByRole('button', { name: 'Sign in' }).click();
	await expect(page.getByRole('heading', { name: 'Boards' })).toBeVisible();
});

test('boards are starred, copied, ordered, listed without pictures, left, and fetched from the bin', async ({
	ilka,
	server,
}) => {
	const { page } = ilka;
	await page.goto(server.url);
	const titles = page.getByTestId('boards').locator('.title');
	await page.getByRole('button', { name: 'Star Season planning' }).click();
	await page.getByRole('button', { name: /^Starred/ }).click();
	await expect(titles).toHaveText(['Season planning']);
	await barrierFree(page, 'the list of boards');

	await page.getByRole('button', { name: 'Copy Season planning' }).click();
	await expect(page.getByText('Season planning was copied')).toBeVisible();
	await page.getByRole('button', { name: /^Mine/ }).click();
	await page.getByLabel('Order').selectOption('By title');
	await expect(titles).toHaveText([
		'Bench safety',
		'Copy of Season planning',
		'Season planning',
		'Tool library kick-off',
	]);
	await page.getByRole('button', { name: 'As a list' }).click();
	await page.reload();
	await expect(page.getByLabel('Order')).toHaveValue('title');
	await expect(page.getByRole('button', { name: 'As pictures' })).toBeVisible();
	await page.getByRole('link', { name: 'Copy of Season planning', exact: true }).click();
	await expect(page.getByText('All saved')).toBeVisible();
	expect((await objectsIn(page)).filter(({ kind }) => kind === 'note').length).toBeGreaterThan(70);

	await page.goto(server.url);
	await page.getByRole('button', { name: 'Delete Copy of Season planning' }).click();
	await page.getByRole('button', { name: /^Bin/ }).click();
	await expect(page.getByText('Gone for good in 30 days')).toBeVisible();
	await barrierFree(page, 'the bin');
	await page.getByTestId('boards').getByRole('button', { name: 'Bring it back' }).click();
	await expect(page.getByText('The bin is empty.')).toBeVisible();
	await page.getByRole('button', { name: /^Mine/ }).click();
	await expect(titles.filter({ hasText: 'Copy of Season planning' })).toBeVisible();
});

test('the list shows a picture of each board', async ({ ilka, server }) => {
	await ilka.page.goto(server.url);
	const pictures = ilka.page.locator('.picture img');
	await expect(pictures).toHaveCount(3);
	for (let i = 0; i < 3; i++) {
		await expect
			.poll(() => pictures.nth(i).evaluate((image: HTMLImageElement) => image.naturalWidth))
			.toBeGreaterThan(50);
	}
});
