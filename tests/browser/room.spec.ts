/** Who is in and what they may: parts, codes, everyone watches, a closed room, out for good; four people at once. */
import { barrierFree, expect, sees, test } from './fixtures';

test('somebody comes in by a code, is given another part, and writes', async ({
	ilka,
	join,
	browser,
	server,
}) => {
	const { page } = ilka;
	await page.getByRole('button', { name: 'Invite' }).first().click();
	const dialog = page.getByRole('dialog', { name: /^Invite/ });
	await barrierFree(page, 'inviting');
	await dialog.getByText('Commenter', { exact: true }).click();
	await dialog.getByRole('button', { name: 'Make a link' }).click();
	const code = await dialog.getByTestId('code').innerText();
	expect(code).toMatch(/^[A-Z0-9]{3}-[A-Z0-9]{4}$/);
	await dialog.getByRole('button', { name: 'Show large' }).click();
	await expect(page.getByRole('dialog', { name: 'Show large' }).getByText(code)).toBeVisible();
	await barrierFree(page, 'the large invitation');
	await page.keyboard.press('Escape');
	await page.keyboard.press('Escape');

	const context = await browser.newContext({ locale: 'en-GB' });
	const piet = await context.newPage();
	await piet.goto(`${server.url}/join`);
	await piet.getByLabel('Code').fill('not-one');
	await piet.getByRole('button', { name: 'Go on' }).click();
	await expect(piet.getByRole('alert')).toContainText('No board has this code');
	await piet.getByLabel('Code').fill(code.toLowerCase());
	await piet.getByRole('button', { name: 'Go on' }).click();
	await piet.getByLabel('Your name').fill('Piet');
	await piet.getByRole('button', { name: 'Go in' }).click();
	await expect(piet.getByTestId('save-state')).toContainText('view only');
	await expect(piet.getByTestId('writing-line')).toBeHidden();

	const lotte = await join('Lotte');
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	await barrierFree(page, 'people');
	await page.getByLabel('Part of Piet').selectOption('Editor');
	await piet.getByLabel('Write a note').fill('Written as soon as I could');
	await piet.keyboard.press('Enter');
	await sees(lotte.page, 'Written as soon as I could');
	await sees(page, 'Written as soon as I could');
	await context.close();
});

test('everyone watches, the room closes and opens, and nobody loses their place', async ({ ilka, join }) => {
	const { page } = ilka;
	const [lotte, ruben] = [await join('Lotte'), await join('Ruben', { phone: true })];
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	const people = page.getByTestId('desk');
	await expect(people.getByRole('heading', { name: /^Here \(3\)/ })).toBeVisible();

	await people.getByRole('button', { name: 'Everyone watches' }).click();
	await expect(lotte.page.getByTestId('save-state')).toContainText('everyone watches');
	await expect(lotte.page.getByTestId('ledge').getByRole('button', { name: /Note/ })).toBeHidden();
	await expect(lotte.page.getByTestId('writing-line')).toBeHidden();
	// Nobody is asked to write, or offered what they cannot do.
	await expect(ruben.page.getByTestId('board-view')).toBeVisible();
	await expect(ruben.page.getByLabel('Write a note')).toBeHidden();
	for (const each of [lotte, ruben]) await expect(each.page.getByText(/^Write /)).toBeHidden();
	await lotte.page.getByTestId('live').click();
	await lotte.page.keyboard.press('Control+a');
	await lotte.page.keyboard.press('Delete');
	await lotte.page.keyboard.press('Escape');
	await page.getByLabel('Write a note').fill('While all of you look on');
	await page.keyboard.press('Enter');
	await sees(lotte.page, 'While all of you look on');
	await people.getByRole('button', { name: 'Everyone writes' }).click();
	await lotte.page.getByLabel('Write a note').fill('Now me again');
	await lotte.page.keyboard.press('Enter');
	await sees(page, 'Now me again');

	await people.getByRole('switch', { name: /^Close the room/ }).check();
	for (const each of [lotte, ruben])
		await expect(each.page.getByRole('heading', { name: /is closed for the moment/ })).toBeVisible();
	await barrierFree(lotte.page, 'waiting before the closed room');
	await page.getByLabel('Write a note').fill('Written behind the door');
	await page.keyboard.press('Enter');
	await lotte.page.reload();
	await expect(lotte.page.getByText('You are waiting at the door')).toBeVisible();
	await people.getByRole('switch', { name: /^Close the room/ }).uncheck();
	await expect(lotte.page.getByTestId('board-view')).toBeVisible();
	await sees(lotte.page, 'Written behind the door');
	await expect(lotte.page.getByTestId('save-state')).toContainText('All saved');
	await expect(ruben.page.getByLabel('Write a note')).toBeVisible();
});

test('people are sent out for good, leave, and what onlookers may take out is set', async ({
	ilka,
	join,
}) => {
	const { page } = ilka;
	const [lotte, oskar] = [await join('Lotte'), await join('Oskar')];
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	await page.getByLabel('Part of Lotte').selectOption('Onlooker');
	await expect(lotte.page.getByTestId('save-state')).toContainText('view only');
	await expect(lotte.page.getByRole('button', { name: 'Take out' })).toBeVisible();
	await page.getByRole('switch', { name: /^Onlookers and commenters may take out/ }).uncheck();
	await expect(lotte.page.getByRole('button', { name: 'Take out' })).toBeHidden();

	await page.getByRole('button', { name: 'More about Oskar' }).click();
	await page.getByRole('button', { name: 'Send out for good' }).click();
	await expect(oskar.page.getByRole('heading', { name: 'You have no access any more' })).toBeVisible();
	await expect(page.getByRole('heading', { name: 'May not come back' })).toBeVisible();
	await oskar.page.goto(oskar.page.url());
	await expect(oskar.page.getByTestId('board-view')).toBeHidden();

	await lotte.page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	await lotte.page.getByRole('button', { name: 'Leave this board' }).click();
	await lotte.page.getByRole('button', { name: 'Leave', exact: true }).click();
	await expect(lotte.page).toHaveURL(/\/(sign-in)?$/);
	await expect(page.getByLabel('Part of Lotte')).toBeHidden();
});

test('whoever is signed out under an open board is told so, and not left waiting', async ({
	ilka,
	server,
}) => {
	const { page } = ilka;
	// Everything that the board loads is there before the server goes.
	await expect
		.poll(() =>
			page.evaluate(
				() =>
					(window as unknown as { wandtafelBoard: { painter?: { name: string } } }).wandtafelBoard.painter
						?.name,
			),
		)
		.toBe('tiles');
	await page.waitForLoadState('networkidle');
	await server.sql`delete from sessions`;
	await server.kill();
	await server.start();
	await expect(page.getByRole('heading', { name: 'You are signed out' })).toBeVisible();
	await barrierFree(page, 'signed out');
	await page.getByRole('link', { name: 'Sign in' }).click();
	await expect(page.getByLabel('Password')).toBeVisible();
});

test('what is typed into a form before its script has arrived is kept', async ({ browser, server }) => {
	const context = await browser.newContext({ locale: 'en-GB' });
	const page = await context.newPage();
	let release = (): void => {};
	const released = new Promise<void>((resolve) => (release = resolve));
	let held = 0;
	await page.route(/\/_app\/.*\.js/, async (route) => {
		held++;
		await released;
		await route.continue();
	});
	await page.goto(`${server.url}/join/${server.demo.token}`, { waitUntil: 'commit' });
	const name = page.getByLabel('Your name');
	await name.fill('Nele');
	await expect.poll(() => held).toBeGreaterThan(0);
	release();
	await page.waitForLoadState('networkidle');
	await expect(name).toHaveValue('Nele');
	await page.getByRole('button', { name: 'Go in' }).click();
	await expect(page.getByText('All saved')).toBeVisible();
	await context.close();
});
