/** Talking about the board: comments on what lies there, and the chat. */
import { barrierFree, expect, findIn, middle, screenPoint, sees, test, type Someone } from './fixtures';
import type { Page } from '@playwright/test';

// Windows go without a network in here.
test.use({ keepsShell: true });

const openTalk = (page: Page): Promise<void> =>
	page.getByTestId('desk-tabs').getByRole('button', { name: /^Talk/ }).click();
const NOTE = 'Rain came in over bench three';

/** Selects a note by a click on it. */
async function pick({ page }: Someone, text: string): Promise<void> {
	const { x, y } = await middle(page, await sees(page, text));
	await page.mouse.click(x, y);
}
const sign = (page: Page) => page.getByTestId('comment-sign');

test('a comment is begun with the keyboard, answered, resolved, and listed', async ({ ilka, join }) => {
	const rosa = await join('Rosa');
	await pick(rosa, NOTE);
	await rosa.page.keyboard.press('w');
	await rosa.page.getByLabel('Your comment').fill('Is the @');
	await rosa.page.getByLabel('Your comment').pressSequentially(' roof mended? Ask @il');
	await expect(rosa.page.getByRole('button', { name: '@Ilka' })).toBeVisible();
	await rosa.page.keyboard.press('Enter');
	await rosa.page.keyboard.press('Enter');
	await expect(rosa.page.getByTestId('thread')).toContainText('Ask @Ilka');

	// Who is called by name is told at once, and led there.
	await ilka.page.getByRole('button', { name: 'Read it' }).click();
	await expect(ilka.page.getByTestId('thread')).toContainText('roof mended?');
	await expect(ilka.page.getByRole('region', { name: 'Talk' })).toContainText(NOTE);
	await ilka.page.getByLabel('Your answer').fill('It is');
	await ilka.page.keyboard.press('Enter');
	await expect(rosa.page.getByTestId('thread')).toContainText('It is');
	await barrierFree(ilka.page, 'a thread');

	await expect(sign(rosa.page)).toHaveText('1');
	await ilka.page.getByRole('button', { name: 'Resolve' }).click();
	await expect(rosa.page.getByText('Resolved by Ilka')).toBeVisible();
	await ilka.page.getByRole('button', { name: 'All comments' }).click();
	await expect(ilka.page.getByText('Every comment is resolved.')).toBeVisible();
	await expect(sign(ilka.page)).toHaveCount(0);
	await ilka.page.getByLabel('Which comments').selectOption('Resolved');
	await ilka.page.getByTestId('threads').getByRole('button').click();
	await ilka.page.getByRole('button', { name: 'Open again' }).click();
	await expect(sign(ilka.page)).toBeVisible();
});

test('its sign moves with the object, and the comment outlives it', async ({ ilka, join }) => {
	const rosa = await join('Rosa');
	await pick(ilka, NOTE);
	await ilka.page.keyboard.press('w');
	await ilka.page.getByLabel('Your comment').fill('Which bench?');
	await ilka.page.getByRole('button', { name: 'Add comment' }).click();
	await expect(sign(rosa.page)).toBeVisible();
	const before = (await sign(rosa.page).boundingBox())!;
	await ilka.page.getByRole('application', { name: /^The board/ }).focus();
	for (let i = 0; i < 10; i++) await ilka.page.keyboard.press('ArrowDown');
	await expect.poll(async () => (await sign(rosa.page).boundingBox())!.y).toBeGreaterThan(before.y + 5);

	await ilka.page.keyboard.press('Delete');
	await expect(sign(rosa.page)).toHaveCount(0);
	await openTalk(rosa.page);
	await expect(rosa.page.getByTestId('threads')).toContainText(`Deleted: ${NOTE}`);
	await rosa.page.getByTestId('threads').getByRole('button').click();
	await expect(rosa.page.getByTestId('thread')).toContainText('Which bench?');
});

test('one’s own comments are changed and deleted; a spot is commented with the tool, and its sign dragged', async ({
	ilka,
}) => {
	const { page } = ilka;
	await page.getByRole('button', { name: /^Comment/ }).click();
	const spot = await screenPoint(page, -60, 250);
	await page.mouse.click(spot.x, spot.y);
	await page.getByLabel('Your comment').fill('Put a fan hear');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('region', { name: 'Talk' })).toContainText('A place on Gather');
	await page.getByRole('button', { name: 'Change this comment' }).click();
	await page.getByLabel('Your comment').fill('Put a fan here');
	await page.getByRole('button', { name: 'Keep', exact: true }).click();
	await expect(page.getByTestId('thread')).toContainText('Put a fan here');
	await expect(page.getByTestId('thread')).toContainText('edited');

	const from = (await sign(page).boundingBox())!;
	const note = (await findIn(page, NOTE))!;
	const to = await middle(page, note);
	await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
	await page.mouse.down();
	await page.mouse.move(to.x, to.y, { steps: 4 });
	await page.mouse.up();
	await expect(page.getByRole('region', { name: 'Talk' })).toContainText(`Note: ${NOTE}`);

	await page.getByRole('button', { name: 'Delete this comment' }).click();
	await page.getByRole('button', { name: 'Delete it for everybody' }).click();
	await expect(page.getByText('Nobody has commented yet.')).toBeVisible();
	await expect(sign(page)).toHaveCount(0);
});

test('the chat is read by all, also on a phone; what was not seen is counted', async ({ ilka, join }) => {
	const rosa = await join('Rosa');
	const tomasz = await join('Tomasz', { phone: true });
	await openTalk(rosa.page);
	await rosa.page.getByRole('button', { name: 'Chat' }).click();
	await rosa.page.getByLabel('Say something to everybody').fill('Tea is ready');
	await rosa.page.keyboard.press('Enter');
	await expect(ilka.page.getByLabel('1 new lines in the chat')).toBeVisible();
	await openTalk(ilka.page);
	await ilka.page.getByRole('button', { name: /^Chat/ }).click();
	await expect(ilka.page.getByTestId('chat')).toContainText('Tea is ready');
	await expect(ilka.page.getByLabel('1 new lines in the chat')).toHaveCount(0);

	await tomasz.page.getByRole('button', { name: 'Board', exact: true }).click();
	await tomasz.page.getByRole('button', { name: 'Talk', exact: true }).click();
	await tomasz.page.getByRole('button', { name: /^Chat/ }).click();
	await expect(tomasz.page.getByTestId('chat')).toContainText('Tea is ready');
	await tomasz.page.getByLabel('Say something to everybody').fill('Coming');
	await tomasz.page.getByRole('button', { name: 'Say it' }).click();
	await expect(rosa.page.getByTestId('chat')).toContainText('Coming');
	await barrierFree(tomasz.page, 'the chat on a phone');
});

test('a comment and a line of the chat that are written without a network arrive when it is back', async ({
	ilka,
	join,
}) => {
	const rosa = await join('Rosa');
	await pick(rosa, NOTE);
	await rosa.context.setOffline(true);
	await expect(rosa.page.getByTestId('save-state')).toContainText('Offline');
	await rosa.page.keyboard.press('w');
	await rosa.page.getByLabel('Your comment').fill('Written on the train');
	await rosa.page.keyboard.press('Enter');
	await expect(rosa.page.getByTestId('thread')).toContainText('Written on the train');
	await expect(sign(rosa.page), 'the server has not given it a number yet').toHaveText('…');
	await rosa.page.getByRole('button', { name: 'Chat' }).click();
	await rosa.page.getByLabel('Say something to everybody').fill('In a tunnel');
	await rosa.page.keyboard.press('Enter');
	await expect(rosa.page.getByTestId('chat')).toContainText('In a tunnel');
	await expect(rosa.page.getByTestId('save-state')).toContainText(/Offline: \d+ changes? kept here/);

	await rosa.context.setOffline(false);
	await expect(rosa.page.getByText('All saved')).toBeVisible();
	await expect(sign(rosa.page)).toHaveText('1');
	await openTalk(ilka.page);
	await expect(ilka.page.getByTestId('threads')).toContainText('Written on the train');
	await ilka.page.getByRole('button', { name: /^Chat/ }).click();
	await expect(ilka.page.getByTestId('chat')).toContainText('In a tunnel');
});

test('comments are found, read and answered with the keyboard alone', async ({ ilka, join }) => {
	const rosa = await join('Rosa');
	for (const [note, text] of [
		[NOTE, 'First'],
		['Spare fuses gone by noon', 'Second'],
	] as const) {
		await pick(rosa, note);
		await rosa.page.keyboard.press('w');
		await rosa.page.getByLabel('Your comment').fill(text);
		await rosa.page.keyboard.press('Enter');
		await expect(rosa.page.getByTestId('thread')).toContainText(text);
	}
	const { page } = ilka;
	await expect(sign(page)).toHaveCount(2);
	await page.getByRole('application', { name: /^The board/ }).focus();
	await page.keyboard.press(']');
	await expect(page.getByTestId('thread')).toContainText('First');
	await page.keyboard.press(']');
	await expect(page.getByTestId('thread')).toContainText('Second');
	await page.keyboard.press('[');
	await expect(page.getByTestId('thread')).toContainText('First');
	// From the thread's own buttons on with Tab, as far as the answer.
	await page.getByRole('button', { name: 'All comments' }).focus();
	for (let i = 0; i < 12; i++) {
		if (await page.getByLabel('Your answer').evaluate((area) => area === document.activeElement)) break;
		await page.keyboard.press('Tab');
	}
	await page.keyboard.type('Read it');
	await page.keyboard.press('Enter');
	await rosa.page.getByRole('application', { name: /^The board/ }).focus();
	await rosa.page.keyboard.press('[');
	await expect(rosa.page.getByTestId('thread')).toContainText('Read it');
});
