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
	const tomasz = await context.newPage();
	await tomasz.goto(`${server.url}/join`);
	await tomasz.getByLabel('Code').fill('not-one');
	await tomasz.getByRole('button', { name: 'Go on' }).click();
	await expect(tomasz.getByRole('alert')).toContainText('No board has this code');
	await tomasz.getByLabel('Code').fill(code.toLowerCase());
	await tomasz.getByRole('button', { name: 'Go on' }).click();
	await tomasz.getByLabel('Your name').fill('Tomasz');
	await tomasz.getByRole('button', { name: 'Go in' }).click();
	await expect(tomasz.getByTestId('save-state')).toContainText('view only');
	await expect(tomasz.getByTestId('writing-line')).toBeHidden();

	const maren = await join('Maren');
	await page.getByTestId('desk').getByRole('button', { name: 'People' }).click();
	await barrierFree(page, 'people');
	await page.getByLabel('Part of Tomasz').selectOption('Editor');
	await tomasz.getByLabel('Write a note').fill('Written as soon as I could');
	await tomasz.keyboard.press('Enter');
	await sees(maren.page, 'Written as soon as I could');
	await sees(page, 'Written as soon as I could');
	await context.close();
});

test('everyone watches, the room closes and opens, and nobody loses their place', async ({ ilka, join }) => {
	const { page } = ilka;
	const [maren, yusuf] = [await join('Maren'), await join('Yusuf', { phone: true })];
	await page.getByTestId('desk').getByRole('button', { name: 'People' }).click();
	const people = page.getByTestId('desk');
	await expect(people.getByRole('heading', { name: /^Here \(3\)/ })).toBeVisible();

	await people.getByRole('button', { name: 'Everyone watches' }).click();
	await expect(maren.page.getByTestId('save-state')).toContainText('everyone watches');
	await expect(maren.page.getByTestId('ledge').getByRole('button', { name: /Note/ })).toBeHidden();
	await expect(maren.page.getByTestId('writing-line')).toBeHidden();
	await maren.page.getByTestId('live').click();
	await maren.page.keyboard.press('Control+a');
	await maren.page.keyboard.press('Delete');
	await page.getByLabel('Write a note').fill('While all of you look on');
	await page.keyboard.press('Enter');
	await sees(maren.page, 'While all of you look on');
	await people.getByRole('button', { name: 'Everyone writes' }).click();
	await maren.page.getByLabel('Write a note').fill('Now me again');
	await maren.page.keyboard.press('Enter');
	await sees(page, 'Now me again');

	await people.getByRole('switch', { name: /^Close the room/ }).check();
	for (const each of [maren, yusuf])
		await expect(each.page.getByRole('heading', { name: /is closed for the moment/ })).toBeVisible();
	await barrierFree(maren.page, 'waiting before the closed room');
	await page.getByLabel('Write a note').fill('Written behind the door');
	await page.keyboard.press('Enter');
	await maren.page.reload();
	await expect(maren.page.getByText('You are waiting at the door')).toBeVisible();
	await people.getByRole('switch', { name: /^Close the room/ }).uncheck();
	await sees(maren.page, 'Written behind the door');
	await expect(maren.page.getByTestId('save-state')).toContainText('All saved');
	await expect(yusuf.page.getByLabel('Write a note')).toBeVisible();
});

test('people are sent out for good, leave, and what onlookers may take out is set', async ({
	ilka,
	join,
}) => {
	const { page } = ilka;
	const [maren, femke] = [await join('Maren'), await join('Femke')];
	await page.getByTestId('desk').getByRole('button', { name: 'People' }).click();
	await page.getByLabel('Part of Maren').selectOption('Onlooker');
	await expect(maren.page.getByTestId('save-state')).toContainText('view only');
	await expect(maren.page.getByRole('button', { name: 'Take out' })).toBeVisible();
	await page.getByRole('switch', { name: /^Onlookers and commenters may take out/ }).uncheck();
	await expect(maren.page.getByRole('button', { name: 'Take out' })).toBeHidden();

	await page.getByRole('button', { name: 'More about Femke' }).click();
	await page.getByRole('button', { name: 'Send out for good' }).click();
	await expect(femke.page.getByRole('heading', { name: 'You have no access any more' })).toBeVisible();
	await expect(page.getByRole('heading', { name: 'May not come back' })).toBeVisible();
	await femke.page.goto(femke.page.url());
	await expect(femke.page.getByTestId('board-view')).toBeHidden();

	await maren.page.getByTestId('desk').getByRole('button', { name: 'People' }).click();
	await maren.page.getByRole('button', { name: 'Leave this board' }).click();
	await maren.page.getByRole('button', { name: 'Leave', exact: true }).click();
	await expect(maren.page).toHaveURL(/\/(sign-in)?$/);
	await expect(page.getByLabel('Part of Maren')).toBeHidden();
});
