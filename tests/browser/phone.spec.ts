/** A phone in the hand of somebody who takes part, and of somebody who leads: nothing is hidden. */
import type { Page } from '@playwright/test';
import { barrierFree, expect, findIn, fromRecipe, test } from './fixtures';
import { cutTexts } from './views';

const nodsAt = async (page: Page, text: string): Promise<number> => {
	const found = (await findIn(page, text)) as unknown as { nods?: unknown[] } | undefined;
	return found?.nods?.length ?? 0;
};
const selectionIn = (page: Page): Promise<string[]> =>
	page.evaluate(() => [
		...(window as unknown as { wandtafelBoard: { selection: Set<string> } }).wandtafelBoard.selection,
	]);

test('everything is read as a list, nodded at by one tap, and found on the board and back', async ({
	ilka,
	join,
}) => {
	const { page } = await join('Rosa', { phone: true });
	await page.getByRole('button', { name: 'Read', exact: true }).tap();
	const list = page.getByTestId('read-screen');
	await expect(list).toContainText('What kept people waiting last season?');
	const note = list.getByRole('listitem').filter({ hasText: 'Spare fuses gone by noon' });
	await expect(note).toContainText('Maren');
	await barrierFree(page, 'the list to read');
	const before = await nodsAt(ilka.page, 'Spare fuses gone by noon');
	const nod = note.getByRole('button', { name: 'Nod' });
	await nod.tap();
	await expect(nod).toHaveAttribute('aria-pressed', 'true');
	await expect.poll(() => nodsAt(ilka.page, 'Spare fuses gone by noon')).toBe(before + 1);
	await nod.tap();
	await expect.poll(() => nodsAt(ilka.page, 'Spare fuses gone by noon')).toBe(before);

	await expect(list.getByRole('heading', { name: /^What held us up\?/ })).toBeVisible();
	await list.getByRole('button', { name: 'By theme' }).tap();
	await expect(list.getByRole('heading', { name: /^Word of mouth/ })).toBeVisible();
	await expect(list.getByRole('heading', { name: /^What held us up\?/ })).toHaveCount(0);

	await note.getByRole('button', { name: 'Go there' }).tap();
	await expect(page.getByTestId('live')).toBeVisible();
	const { id } = (await findIn(page, 'Spare fuses gone by noon'))!;
	await expect.poll(() => selectionIn(page)).toEqual([id]);
	await test.step('what is selected has its properties in a sheet from below', async () => {
		await page.getByTestId('selection').getByRole('button', { name: 'Letters' }).tap();
		const sheet = page.getByRole('dialog', { name: 'Letters' });
		await expect(sheet).toBeVisible();
		await expect
			.poll(() =>
				sheet.evaluate((element) => {
					const { left, right, bottom } = element.getBoundingClientRect();
					return [left, innerWidth - right, innerHeight - bottom].map(Math.round);
				}),
			)
			.toEqual([0, 0, 0]);
		await sheet.getByRole('button', { name: '28', exact: true }).tap();
		await expect
			.poll(async () => (await findIn(ilka.page, 'Spare fuses gone by noon'))!.style['size'])
			.toBe(28);
	});
	await test.step('what else there is for the board fits as well, and so do the parts of the desk', async () => {
		await page.getByTestId('ledge').getByRole('button', { name: 'More to put on the board' }).tap();
		const shelf = page.getByPlaceholder('Find a pictogram');
		await expect(shelf).toBeVisible();
		expect(await cutTexts(page)).toEqual([]);
		await page.keyboard.press('Escape');
		await expect(shelf).toBeHidden();
	});
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'Read', exact: true }).tap();
	await expect(list).toBeVisible();
	await list.getByRole('button', { name: 'Write a note' }).tap();
	await expect(page.getByPlaceholder('Write a note')).toBeVisible();
});

test('who is here, the votes and the way out are at hand while one writes', async ({
	ilka,
	join,
	server,
}) => {
	const { page } = await join('Rosa', { phone: true });
	await page.getByRole('button', { name: 'More' }).tap();
	await page.getByRole('button', { name: 'People' }).tap();
	const people = page.getByTestId('desk');
	await expect(people).toContainText('Ilka');
	await barrierFree(page, 'people on a phone');
	await people.getByRole('button', { name: 'Close', exact: true }).tap();
	// On the board the prompt stays in reach.
	await expect(page.getByTestId('ledge')).toContainText('What kept people waiting last season?');
	await page.getByRole('button', { name: 'Write a note' }).tap();
	await page.getByRole('button', { name: 'More' }).tap();
	await page.getByRole('link', { name: 'To your boards' }).tap();
	await expect(page).toHaveURL(`${server.url}/`);
	await expect(page.getByTestId('boards')).toContainText('Season planning');
	await test.step('what is found there opens on the board, though a step gathers', async () => {
		await page.getByPlaceholder('Find boards').fill('fuses noon');
		await page.getByRole('link', { name: 'Spare fuses gone by noon' }).tap();
		await expect(page.getByTestId('live')).toBeVisible();
		const { id } = (await findIn(page, 'Spare fuses gone by noon'))!;
		await expect.poll(() => selectionIn(page)).toEqual([id]);
		await expect(page.getByRole('button', { name: 'Write a note' })).toBeVisible();
	});
	await expect(ilka.page.getByTestId('board-view')).toBeVisible();
});

test('whoever leads from a phone lets all watch, calls them to the step and opens a vote', async ({
	ilka: { page },
	join,
	server,
}) => {
	const { link } = await fromRecipe(page, server, 'idea-round');
	const nele = await join('Nele', { link });
	await page.getByRole('button', { name: /^Start: / }).click();
	await page.setViewportSize({ width: 390, height: 844 });
	const remote = page.getByTestId('lead-screen');
	await remote.getByRole('button', { name: 'Everyone watches' }).click();
	await expect(nele.page.getByRole('button', { name: 'Note', exact: true })).toBeHidden();
	await remote.getByRole('button', { name: 'Everyone writes' }).click();
	await expect(remote.getByRole('button', { name: 'Everyone writes' })).toHaveAttribute(
		'aria-pressed',
		'true',
	);
	await remote.getByRole('button', { name: /^Next: / }).click();
	await remote.getByRole('button', { name: 'Call everyone to this step' }).click();
	await expect(nele.page.getByText(/Ilka called everyone here/)).toBeVisible();
	await barrierFree(page, 'the remote');
	await remote.getByRole('button', { name: 'Open a vote' }).click();
	await expect(page.getByTestId('desk').getByRole('button', { name: 'New vote' })).toBeVisible();
});
