import { expect, test } from './fixtures';

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
