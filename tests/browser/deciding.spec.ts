/** Deciding in other ways than by dots: an order, a scale, two scales; on the board, by key, and on a phone. */
import type { Page } from '@playwright/test';
import { barrierFree, expect, objectsIn, test } from './fixtures';

const begin = async (page: Page, how: string, ends: readonly string[] = []): Promise<void> => {
	await page.getByRole('treeitem', { name: /What worked/ }).click();
	await page.keyboard.press('v');
	const form = page.getByTestId('new-vote');
	await form.getByLabel('How', { exact: false }).first().selectOption({ label: how });
	const labels = ['Low end', 'High end', 'Second scale: low end', 'Second scale: high end'];
	for (const [i, end] of ends.entries()) await form.getByLabel(labels[i]!, { exact: true }).fill(end);
	await form.getByRole('button', { name: 'Start the vote' }).click();
	await expect(page.getByRole('button', { name: 'Close the vote' })).toBeVisible();
};
const openBallot = (page: Page): Promise<void> =>
	page.getByTestId('vote-bar').getByRole('button', { name: 'Vote' }).click();
const signs = (page: Page) => page.getByTestId('vote-signs').locator('.sign');
const voted = (page: Page, count: number) =>
	expect(page.getByText(new RegExp(`^${count} of \\d+ have voted`))).toBeVisible();

test('a ranking, on the board by key and on a phone by hand; what is tied goes into another round', async ({
	ilka: { page },
	join,
}) => {
	const [nele, rashid] = [await join('Nele', { phone: true }), await join('Rashid')];
	await begin(page, 'Ranking');
	await openBallot(rashid.page);
	// The board shows what is voted on, whatever was looked at before.
	for (const place of [2, 0]) {
		const sign = signs(rashid.page).nth(place).getByRole('button');
		await expect(sign).toBeInViewport();
		await sign.press('Enter');
	}
	await expect(signs(rashid.page).getByRole('button')).toHaveText(['2', '+', '1', '+']);
	const screen = nele.page.getByTestId('vote-screen');
	await screen.getByRole('button', { name: /^Place Bakery gave/ }).click();
	await screen.getByRole('button', { name: /^Place Broken printers/ }).click();
	await expect(screen.getByText('2 of 4 placed')).toBeVisible();
	// Scrolled on a small screen, nothing lies over the beginnings of what is voted on.
	await nele.page.setViewportSize({ width: 390, height: 360 });
	const covered = await screen.locator('main').evaluate((list) => {
		list.scrollTop = 60;
		const round = list.getBoundingClientRect();
		return [...list.querySelectorAll('li')].filter((row) => {
			const { left, top, bottom } = row.getBoundingClientRect();
			const isWhole = top >= round.top && bottom <= round.bottom;
			return isWhole && !row.contains(document.elementFromPoint(left + 2, (top + bottom) / 2));
		}).length;
	});
	expect(covered).toBe(0);
	await nele.page.setViewportSize({ width: 390, height: 844 });
	await expect(screen.getByText('Your vote is saved')).toBeVisible();
	await barrierFree(nele.page, 'ranking on a phone');
	await voted(page, 2);
	await page.getByRole('button', { name: 'Close the vote' }).click();
	const result = page.getByTestId('vote-result');
	await expect(result).toContainText('Bakery gave us its surplus');
	// On a phone the result is the screen, until one goes on or the next vote begins.
	const came = nele.page.getByTestId('result-screen');
	await expect(came).toContainText('Bakery gave us its surplus');
	await barrierFree(nele.page, 'a result on a phone');
	await page.getByRole('button', { name: 'Run-off' }).click();
	await expect(came).toBeHidden();
	await expect(screen.getByRole('listitem')).toHaveCount(2);
	await screen.getByRole('button', { name: /^Place Broken printers/ }).click();
	await voted(page, 1);
	await page.getByRole('button', { name: 'Close the vote' }).click();
	await expect(result.getByRole('row').nth(1)).toContainText('Broken printers');
	await came.getByRole('button', { name: 'Go on' }).tap();
	await expect(came).toBeHidden();
	await expect(nele.page.getByLabel('Write a note')).toBeVisible();
});

test('a scale by digits on the board, and two scales as a square of places; the result is a matrix', async ({
	ilka: { page },
	join,
}) => {
	const [nele, rashid] = [await join('Nele', { phone: true }), await join('Rashid')];
	await test.step('one scale', async () => {
		await begin(page, 'Rating', ['Little', 'Much']);
		await openBallot(rashid.page);
		const first = signs(rashid.page).first().getByRole('button');
		await first.press('4');
		await expect(first).toHaveText('4');
		await first.press('9');
		await expect(first).toHaveText('4');
		await first.press('0');
		await expect(first).toHaveText('+');
		await first.press('2');
		await expect(rashid.page.getByText('Your vote is saved')).toBeVisible();
		await voted(page, 1);
		await page.getByRole('button', { name: 'Close the vote' }).click();
		await expect(page.getByTestId('vote-result')).toBeVisible();
	});

	await test.step('two scales', async () => {
		await page.getByRole('button', { name: 'All votes' }).click();
		await begin(page, 'Rating on two scales', ['Little work', 'Much work', 'Helps few', 'Helps all']);
		if (await rashid.page.getByTestId('vote-bar').isVisible()) await openBallot(rashid.page);
		const sign = signs(rashid.page).first();
		await sign.getByRole('button').first().press('Enter');
		const pad = sign.getByTestId('matrix-pad');
		await barrierFree(rashid.page, 'the square of places');
		await pad.getByRole('button').and(pad.locator('[tabindex="0"]')).press('ArrowUp');
		await rashid.page.keyboard.press('ArrowRight');
		await rashid.page.keyboard.press('ArrowRight');
		await rashid.page.keyboard.press('Enter');
		await expect(pad).toBeHidden();
		await expect(sign.getByRole('button')).toHaveText('3 · 2');
		const screen = nele.page.getByTestId('vote-screen');
		await screen.getByRole('button', { name: '5 towards Much work, 4 towards Helps all' }).tap();
		await expect(screen.getByText('5 · 4')).toBeVisible();
		await voted(page, 2);
		await page.getByRole('button', { name: 'Close the vote' }).click();
		await page.getByRole('button', { name: 'Put on a matrix' }).click();
		await expect
			.poll(async () => {
				const all = await objectsIn(page);
				const field = all.find(
					({ kind, text, box }) => kind === 'field' && text === 'What worked?' && box[2] === 1100,
				);
				const note = all.find(({ text }) => text.startsWith('Bakery gave us'));
				if (!field || !note) return undefined;
				// The mean of 3 and 5, and of 2 and 4, counted from the low ends.
				const across = (note.box[0] - field.box[0]) / field.box[2];
				return across > 0.5 && across < 0.75;
			})
			.toBe(true);
	});
});
