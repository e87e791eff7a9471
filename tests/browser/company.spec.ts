/** Being there together: pointers, asides, signs, carets, following, being called and led; four people at once. */
import type { Page } from '@playwright/test';
import { barrierFree, expect, middle, sees, test, type Someone } from './fixtures';

const NOTE = 'Rain came in over bench three';

/** Moves the pointer over the board. */
async function point({ page }: Someone, x: number, y: number): Promise<void> {
	const round = (await page.getByTestId('live').boundingBox())!;
	await page.mouse.move(round.x + x, round.y + y, { steps: 3 });
}
const people = (page: Page): Promise<void> =>
	page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
const viewOf = (page: Page) =>
	page.evaluate(() => {
		const board = (
			window as unknown as {
				wandtafelBoard: {
					sheet: string;
					view: { x: number; y: number; scale: number };
					size: { w: number; h: number };
				};
			}
		).wandtafelBoard;
		const { view, size, sheet } = board;
		return { sheet, x: view.x + size.w / 2 / view.scale, y: view.y + size.h / 2 / view.scale };
	});
/** Where the caret is in the text that is written. */
const caretIn = (page: Page): Promise<number> =>
	page.evaluate(
		() =>
			(
				window as unknown as {
					wandtafelBoard: { writing: { editor: { state: { selection: { head: number } } } } };
				}
			).wandtafelBoard.writing.editor.state.selection.head,
	);
/** Waits until two windows show the same middle of the same sheet. */
async function seesTheSame(one: Page, other: Page): Promise<void> {
	await expect(async () => {
		const [a, b] = [await viewOf(one), await viewOf(other)];
		expect(b.sheet).toBe(a.sheet);
		expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(4);
	}).toPass();
}
const sheet = ({ page }: Someone, name: string) => page.locator('.row.sheet').filter({ hasText: name });
const bar = ({ page }: Someone) => page.getByTestId('follow-bar');

test('people see where others point, what they say in passing, their signs, and what they have picked', async ({
	ilka,
	join,
}) => {
	const [rosa, piet] = [await join('Rosa'), await join('Piet')];
	await point(rosa, 300, 200);
	const pointer = ilka.page.getByTestId('pointer').filter({ hasText: 'Rosa' });
	await expect(pointer).toBeVisible();
	await rosa.page.keyboard.press('i');
	await rosa.page.getByLabel('In passing').fill('Start with the door');
	await expect(pointer).toContainText('Start with the door');
	await rosa.page.keyboard.press('Escape');
	await expect(pointer).not.toContainText('Start with the door');

	await point(piet, 420, 300);
	await piet.page.keyboard.press('Alt+1');
	const sign = ilka.page.getByTestId('quick-sign');
	await expect(sign).toContainText('Piet');
	await expect(sign).toContainText('I agree');
	await expect(sign, 'for a moment').toHaveCount(0);

	const { x, y } = await middle(piet.page, await sees(piet.page, NOTE));
	await piet.page.mouse.click(x, y);
	const pickedBy = (name: string) =>
		ilka.page.evaluate((who) => {
			type Held = { wandtafelBoard: { room: { people: { name: string; picked?: string[] }[] } } };
			return (window as unknown as Held).wandtafelBoard.room.people.find((each) => each.name === who)?.picked
				?.length;
		}, name);
	await expect.poll(() => pickedBy('Piet')).toBe(1);

	await rosa.page.keyboard.press('o');
	await point(rosa, 200, 200);
	await rosa.page.mouse.down();
	await point(rosa, 320, 260);
	const hasTrail = (): Promise<boolean> =>
		ilka.page.evaluate(() =>
			(
				window as unknown as { wandtafelBoard: { trails: { isAlive(now: number): boolean } } }
			).wandtafelBoard.trails.isAlive(performance.now()),
		);
	await expect.poll(hasTrail).toBe(true);
	await rosa.page.mouse.up();
	await expect.poll(hasTrail, 'it fades').toBe(false);
	await barrierFree(ilka.page, 'the board with others on it');
});

test('two who write in the same note see each other’s carets, and every letter arrives', async ({
	ilka,
	join,
}) => {
	const rosa = await join('Rosa');
	for (const { page } of [ilka, rosa]) {
		const { x, y } = await middle(page, await sees(page, NOTE));
		await page.mouse.dblclick(x, y);
		await expect(page.getByTestId('text-editor')).toBeVisible();
	}
	await ilka.page.keyboard.press('End');
	await expect(rosa.page.locator('.other-caret-name')).toHaveText('Ilka');
	await expect(ilka.page.locator('.other-caret-name')).toHaveText('Rosa');
	// Right after it was opened, the editor puts the caret back to where it began.
	await expect(async () => {
		await rosa.page.keyboard.press('Control+Home');
		expect(await caretIn(rosa.page)).toBe(1);
	}).toPass();
	await Promise.all([
		ilka.page.keyboard.type(' again', { delay: 15 }),
		rosa.page.keyboard.type('Oh: ', { delay: 15 }),
	]);
	for (const { page } of [ilka, rosa]) await sees(page, `Oh: ${NOTE} again`);
	await ilka.page.keyboard.press('Escape');
	await expect(rosa.page.locator('.other-caret-name')).toHaveCount(0);
});

test('one follows another until one moves oneself', async ({ ilka, join }) => {
	const rosa = await join('Rosa');
	await people(rosa.page);
	await rosa.page.getByRole('button', { name: 'Follow Ilka' }).click();
	await expect(bar(rosa)).toContainText('You see what Ilka sees.');
	await sheet(ilka, 'Season map').click();
	await seesTheSame(ilka.page, rosa.page);
	await expect(sheet(rosa, 'Season map')).toContainText('Ilka');
	await point(ilka, 300, 300);
	await ilka.page.mouse.wheel(0, -300);
	await seesTheSame(ilka.page, rosa.page);
	await point(rosa, 300, 300);
	await rosa.page.mouse.wheel(0, 200);
	await expect(bar(rosa)).toHaveCount(0);
});

test('everyone is called to a place, goes back, is led, looks round alone, and comes along', async ({
	ilka,
	join,
}) => {
	const [rosa, piet, maren] = [await join('Rosa'), await join('Piet'), await join('Maren')];
	await people(ilka.page);
	await sheet(ilka, 'Visitor').click();
	await ilka.page.getByRole('button', { name: 'Call everyone here' }).click();
	for (const each of [rosa, piet, maren]) {
		await expect(bar(each)).toContainText('Ilka called everyone here.');
		await seesTheSame(ilka.page, each.page);
	}
	await rosa.page.getByRole('button', { name: 'Go back' }).click();
	await expect(sheet(rosa, 'Gather')).toHaveAttribute('aria-selected', 'true');
	await piet.page.getByRole('button', { name: 'Stay' }).click();
	await expect(bar(piet)).toHaveCount(0);

	await ilka.page.getByRole('button', { name: 'Lead everyone’s view' }).click();
	await expect(bar(ilka)).toContainText('Everyone sees what you see.');
	await expect(bar(rosa)).toContainText('Ilka leads the view.');
	// Whoever has not answered the call is led now like everybody, and asked nothing any more.
	await expect(bar(maren)).toContainText('Ilka leads the view.');
	await expect(bar(maren)).not.toContainText('called everyone');
	await barrierFree(rosa.page, 'a led view');
	await sheet(ilka, 'Season map').click();
	for (const each of [rosa, piet]) await seesTheSame(ilka.page, each.page);
	await sheet(piet, 'Gather').click();
	await expect(bar(piet)).toContainText('You look round alone.');
	await piet.page.getByRole('button', { name: 'Come along' }).click();
	await seesTheSame(ilka.page, piet.page);
	await bar(ilka).getByRole('button', { name: 'Let them go' }).click();
	for (const each of [rosa, maren]) await expect(bar(each)).toHaveCount(0);
});
