import { barrierFree, expect, objectsIn, test } from './fixtures';

test('a facilitator signs up, makes boards, renames, finds, deletes and brings back', async ({
	page,
	server,
}) => {
	await page.goto(server.url);
	await expect(page).toHaveURL(/welcome/);
	await page.getByRole('link', { name: 'Make an account' }).click();
	await page.getByLabel('Your name').fill('Wanda');
	await page.getByLabel('E-mail').fill('wanda@zweite-runde.example');
	await page.getByLabel('Password').fill('too short');
	await page.getByLabel('Password').fill('long enough for this');
	await page.getByRole('button', { name: 'Make an account' }).click();
	await expect(page.getByText('No boards yet')).toBeVisible();

	await page.getByRole('link', { name: /Idea round/ }).click();
	await page.getByRole('button', { name: 'Make the board' }).click();
	await expect(page.getByTestId('board-view')).toBeVisible();
	await expect(page.getByTestId('session-line')).toContainText('Write silently');
	await page.getByRole('link', { name: 'To your boards' }).click();

	await page.getByRole('button', { name: 'Rename Idea round' }).click();
	await page.getByRole('textbox', { name: 'Title of the board' }).fill('Spring leaflet');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('link', { name: 'Spring leaflet', exact: true })).toBeVisible();

	await page.getByRole('button', { name: /Blank board/ }).click();
	await expect(page.getByTestId('board-view')).toBeVisible();
	await page.goto(server.url);
	await expect(page.getByRole('link', { name: 'New board', exact: true })).toBeVisible();

	await page.getByLabel('Find boards').fill('leaf');
	await expect(page.getByRole('link', { name: 'New board', exact: true })).toBeHidden();
	await page.getByLabel('Find boards').fill('nothing like it');
	await expect(
		page.getByText('No board has “nothing like it” in its title or its owner’s name.'),
	).toBeVisible();
	await page.getByLabel('Find boards').fill('');

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
		'Rückschau Herbst',
		'Season planning',
		'Tool library kick-off',
	]);
	await page.getByRole('button', { name: 'As a list' }).click();
	await page.reload();
	await expect(page.getByLabel('Order')).toHaveValue('title');
	await expect(page.getByRole('button', { name: 'As pictures' })).toBeVisible();
	await page.getByRole('link', { name: 'Copy of Season planning', exact: true }).click();
	await expect(page.getByText('All saved')).toBeVisible();
	await expect
		.poll(async () => (await objectsIn(page)).filter(({ kind }) => kind === 'note').length)
		.toBeGreaterThan(70);

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
	await expect(pictures).toHaveCount(4);
	for (let i = 0; i < 4; i++) {
		await expect
			.poll(() => pictures.nth(i).evaluate((image: HTMLImageElement) => image.naturalWidth))
			.toBeGreaterThan(50);
	}
});

test('a project takes boards in and lets people onto them, until they are taken out', async ({
	ilka,
	server,
	browser,
}) => {
	const { page } = ilka;
	await page.goto(server.url);
	await page.getByRole('button', { name: 'New project' }).click();
	await page.getByRole('textbox', { name: 'Title of the project' }).fill('Next season');
	await page.keyboard.press('Enter');
	const project = page.getByTestId('project');
	await expect(project.getByRole('heading', { name: 'Next season' })).toBeVisible();
	await expect(page.getByText('No boards in this project yet.')).toBeVisible();
	await page.getByRole('group', { name: 'Projects' }).getByRole('button', { name: 'All boards' }).click();
	await page.getByRole('button', { name: 'Move Bench safety to a project' }).click();
	await page
		.getByLabel('Move Bench safety to a project')
		.getByRole('button', { name: 'Next season' })
		.click();
	await page
		.getByRole('group', { name: 'Projects' })
		.getByRole('button', { name: /Next season 1/ })
		.click();
	await expect(
		page.getByTestId('boards').getByRole('link', { name: 'Bench safety', exact: true }),
	).toBeVisible();
	await expect(page.getByRole('link', { name: 'Season planning', exact: true })).toBeHidden();

	const other = await browser.newContext({ locale: 'en-GB' });
	const femke = await other.newPage();
	await femke.goto(`${server.url}/sign-up`);
	await femke.getByLabel('Your name').fill('Femke');
	await femke.getByLabel('E-mail').fill('femke@zweite-runde.example');
	await femke.getByLabel('Password').fill('long enough for this');
	await femke.getByRole('button', { name: 'Make an account' }).click();
	await expect(femke.getByText('No boards yet')).toBeVisible();

	await project.getByLabel('E-mail of their account').fill('nobody@zweite-runde.example');
	await project.getByRole('button', { name: 'Let somebody in' }).click();
	await expect(page.getByText('Nobody has an account with this e-mail.')).toBeVisible();
	await project.getByLabel('E-mail of their account').fill('femke@zweite-runde.example');
	await project.getByLabel('Part in the project').selectOption('Onlooker');
	await project.getByRole('button', { name: 'Let somebody in' }).click();
	await expect(project.getByLabel('Part of Femke in the project')).toHaveValue('viewer');
	await barrierFree(page, 'a project');

	await femke.reload();
	await femke.getByRole('button', { name: /^Next season/ }).click();
	await femke.getByRole('link', { name: 'Bench safety', exact: true }).click();
	await expect(femke.getByTestId('save-state')).toContainText('view only');
	await project.getByLabel('Part of Femke in the project').selectOption('Editor');
	await expect(femke.getByTestId('save-state')).toContainText('All saved');
	await project.getByRole('button', { name: 'Take Femke out of the project' }).click();
	await expect(femke.getByRole('heading', { name: 'You have no access any more' })).toBeVisible();

	await project.getByRole('button', { name: 'Dissolve' }).click();
	await project.getByRole('button', { name: 'Dissolve the project' }).click();
	await expect(page.getByRole('link', { name: 'Bench safety', exact: true })).toBeVisible();
	await expect(page.getByRole('group', { name: 'Projects' })).not.toContainText('Next season');
	await other.close();
});
