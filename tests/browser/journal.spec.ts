/** The journal, replay, bringing things back, what is new since one was here, and hidden names. */
import type { Page } from '@playwright/test';
import { barrierFree, expect, findIn, fresh, middle, objectsIn, sees, test, writeNote } from './fixtures';

const openJournal = async (page: Page): Promise<void> => {
	const button = page.getByTestId('desk-tabs').getByRole('button', { name: 'Journal' });
	if ((await button.getAttribute('aria-pressed')) !== 'true') await button.click();
	await expect(page.getByRole('heading', { name: 'Journal' })).toBeVisible();
};
const lines = (page: Page) => page.getByTestId('journal').getByRole('listitem');
const saved = (page: Page) => expect(page.getByTestId('save-state')).toContainText('All saved');
const selectedIn = (page: Page): Promise<string[]> =>
	page.evaluate(() =>
		(window as unknown as { wandtafelBoard: { selected: { id: string }[] } }).wandtafelBoard.selected.map(
			({ id }) => id,
		),
	);
/** Moves the slider of the replay to a share of its length. */
const slideTo = (page: Page, share: number): Promise<void> =>
	page.getByRole('slider', { name: 'Moment' }).evaluate((slider: HTMLInputElement, to) => {
		slider.value = String(Number(slider.max) * to);
		slider.dispatchEvent(new Event('input', { bubbles: true }));
	}, share);
/** Texts on the board of an earlier moment, as it is shown. */
const pastCount = (page: Page): Promise<number> =>
	page
		.getByTestId('past')
		.evaluate(
			() =>
				(window as unknown as { wandtafelPast: { model: { objects: Map<string, unknown> } } }).wandtafelPast
					.model.objects.size,
		);

test('the journal tells who did what, is filtered, and leads to it', async ({ ilka: { page }, join }) => {
	const maren = await join('Maren');
	const at = await fresh(maren.page);
	await writeNote(maren.page, at.x + 300, at.y + 200, 'A kettle for the queue');
	await saved(maren.page);
	await openJournal(page);
	await expect(lines(page).first()).toContainText('Maren added one note: “A kettle for the queue”');
	await writeNote(maren.page, at.x + 500, at.y + 200, 'A second kettle');
	const both = 'Maren added 2 notes: “A kettle for the queue”, “A second kettle”';
	await expect(lines(page).first()).toContainText(both);
	await page.getByLabel('By whom').selectOption('Femke');
	await expect(lines(page).first()).toContainText('Femke added');
	await expect(page.getByTestId('journal')).not.toContainText('Ilka');
	await page.getByLabel('Kind', { exact: true }).selectOption('Picture');
	await expect(page.getByText('Nothing like that has happened.')).toBeVisible();
	await page.getByRole('button', { name: 'Clear the filter' }).click();
	await page.getByLabel('Sheet', { exact: true }).selectOption('Season map');
	await expect(lines(page).first()).toContainText('Season map');
	await page.getByLabel('Sheet', { exact: true }).selectOption('All sheets');
	await page.getByRole('button', { name: /A kettle for the queue/ }).click();
	const kettles = await Promise.all([sees(page, 'A kettle for the queue'), sees(page, 'A second kettle')]);
	await expect.poll(() => selectedIn(page)).toEqual(kettles.map(({ id }) => id));
	await barrierFree(page, 'the journal');
});

test('an earlier moment is looked at, played, and things are brought back from it, which can be undone', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const note = await writeNote(page, at.x + 300, at.y + 200, 'Bring me back');
	await saved(page);
	const there = (await objectsIn(page)).length;
	const spot = await middle(page, note);
	await page.mouse.click(spot.x, spot.y);
	await page.keyboard.press('Delete');
	await expect.poll(async () => (await objectsIn(maren.page)).length).toBe(there - 1);
	await saved(page);

	await openJournal(page);
	await expect(lines(page).first()).toContainText('Ilka deleted one note: “Bring me back”');
	await lines(page)
		.first()
		.getByRole('button', { name: /^Look at the moment before/ })
		.click();
	await expect(page.getByTestId('past')).toBeVisible();
	await expect.poll(() => pastCount(page)).toBe(there);
	// The live board is safe from keys meanwhile.
	await page.keyboard.press('Control+a');
	await page.keyboard.press('Delete');
	await page.getByTestId('past').click({
		position: {
			x: spot.x - (await page.getByTestId('past').boundingBox())!.x,
			y: spot.y - (await page.getByTestId('past').boundingBox())!.y,
		},
	});
	await barrierFree(page, 'an earlier moment');
	await page.getByRole('button', { name: 'Bring back 1 picked' }).click();
	await expect(page.getByText('1 came back, 0 changed back, 0 removed.')).toBeVisible();
	await sees(maren.page, 'Bring me back');
	expect((await objectsIn(maren.page)).length).toBe(there);
	await page.getByTestId('ledge').getByRole('button', { name: 'Undo' }).click();
	await expect.poll(() => findIn(maren.page, 'Bring me back')).toBeUndefined();

	await page.getByRole('button', { name: 'Look at earlier moments' }).click();
	await expect(page.getByTestId('past')).toBeVisible();
	await slideTo(page, 0.02);
	await expect.poll(() => pastCount(page)).toBeLessThan(40);
	await page.getByLabel('Speed').selectOption('256 × as fast');
	await page.getByRole('button', { name: 'Play' }).click();
	await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
	await expect.poll(() => pastCount(page)).toBe(there - 1);
	await slideTo(page, 0.02);
	await expect.poll(() => pastCount(page)).toBeLessThan(40);
	const early = await pastCount(page);
	await page.getByRole('button', { name: 'Bring back whole board' }).click();
	await expect.poll(async () => (await objectsIn(maren.page)).length).toBe(early);
	// Everybody is told who did that, and to which moment: their screens changed all at once.
	await expect(maren.page.getByText('Ilka brought the board back to how it was on')).toBeVisible();
	await expect(page.getByText('Ilka brought the board back')).toBeHidden();
	await page.getByTestId('ledge').getByRole('button', { name: 'Undo' }).click();
	await expect.poll(async () => (await objectsIn(maren.page)).length).toBe(there - 1);
	await page.getByRole('button', { name: 'Look at earlier moments' }).click();
	await page.getByTestId('past').press('Escape');
	await expect(page.getByTestId('past')).toBeHidden();
	await saved(page);
});

test('who comes back sees what others did meanwhile, and steps through it with a key', async ({
	ilka,
	join,
}) => {
	const maren = await join('Maren');
	const address = maren.page.url();
	await maren.page.goto('about:blank');
	const { page } = ilka;
	const at = await fresh(page);
	const first = await writeNote(page, at.x + 300, at.y + 200, 'Far away from all fields');
	// What is selected has the place of the writing line; one press brings it back.
	await page.getByTestId('selection').getByRole('button', { name: 'Write', exact: true }).click();
	await expect(page.getByLabel('Write a note')).toBeFocused();
	await page.getByLabel('Write a note').fill('While Maren was away');
	await page.keyboard.press('Enter');
	await sees(page, 'While Maren was away');
	await saved(page);

	await maren.page.goto(address);
	const tabs = maren.page.getByTestId('desk-tabs');
	await expect(tabs.getByLabel('Since you were here')).toHaveText('2');
	await maren.page
		.getByTestId('scene')
		.focus()
		.catch(() => undefined);
	await maren.page.keyboard.press('u');
	const news = maren.page.getByTestId('news');
	await expect(news).toContainText('What held us up?');
	await expect(news).toContainText('Ilka');
	await expect(news).toContainText('1 of 2');
	const line = (await findIn(page, 'While Maren was away'))!;
	await expect.poll(() => selectedIn(maren.page)).toEqual([line.id]);
	await maren.page.keyboard.press('u');
	await expect(news).toContainText('2 of 2');
	await expect.poll(() => selectedIn(maren.page)).toEqual([first.id]);
	await maren.page.keyboard.press('Shift+U');
	await expect(news).toContainText('1 of 2');
	await barrierFree(maren.page, 'what is new');
	await news.getByRole('button', { name: 'Seen' }).click();
	await expect(news).toBeHidden();
});

test('while names are hidden people are voices to each other; those who lead know who it is', async ({
	ilka,
	join,
}) => {
	const { page } = ilka;
	const [lotte, ruben] = [await join('Lotte'), await join('Ruben')];
	await lotte.page.getByLabel('Write a note').fill('Who pays the rent?');
	await lotte.page.keyboard.press('Enter');
	await sees(ruben.page, 'Who pays the rent?');
	await saved(lotte.page);
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	await page.getByLabel('Names on this board').selectOption('Hidden from participants');
	// Nothing happens before it is said what that means.
	await expect(page.getByText('Everybody becomes a numbered voice')).toBeVisible();
	await page.getByRole('button', { name: 'Do it' }).click();
	await expect.poll(async () => (await sees(ruben.page, 'Who pays the rent?')).by[1]).toMatch(/^Voice \d+$/);
	const voice = (await sees(ruben.page, 'Who pays the rent?')).by[1];
	await expect(lotte.page.getByLabel('Write a note')).toBeVisible();
	await lotte.page.getByLabel('Write a note').fill('And the heating?');
	await lotte.page.keyboard.press('Enter');
	expect((await sees(ruben.page, 'And the heating?')).by[1]).toBe(voice);

	await ruben.page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	const people = ruben.page.getByRole('region', { name: 'People' });
	await expect(people).toContainText(voice);
	await expect(people).toContainText('Ilka');
	await expect(people).not.toContainText('Lotte');
	// Voice 3 is not Voice 39.
	const told = page.getByTestId('desk').getByRole('listitem');
	await expect(told.filter({ hasText: new RegExp(`${voice}(?!\\d)`) })).toContainText('Lotte');
	await openJournal(page);
	await expect(lines(page).first()).toContainText(`${voice} (Lotte) added one note: “And the heating?”`);
	await openJournal(ruben.page);
	await expect(lines(ruben.page).first()).toContainText(`${voice} added`);
	await expect(ruben.page.getByText('earlier moments cannot be looked at here')).toBeVisible();
	await expect(ruben.page.getByTestId('journal')).not.toContainText('Lotte');
});
