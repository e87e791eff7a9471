/** Sheets, nods and ways between objects. */
import type { Page } from '@playwright/test';
import {
	choose,
	showPlace,
	expect,
	findIn,
	fresh,
	middle,
	objectsIn,
	screenPoint,
	sees,
	test,
	undo,
	writeNote,
} from './fixtures';

test('sheets are added, named, ordered, copied, deleted and brought back, and have their surface', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const rows = (on: Page) => on.getByTestId('wayfinder').locator('.sheet-row .text').allTextContents();
	const menuOf = async (title: string) => {
		await page.getByRole('treeitem', { name: new RegExp(`^${title}`) }).hover();
		await page.getByTitle(`What can be done with ${title}`, { exact: true }).click();
	};
	await menuOf('Gather');
	await choose(page, 'New sheet after it');
	await expect
		.poll(() => rows(maren.page))
		.toEqual(['Gather', 'Sheet 5', 'Visitor’s path', 'Season map', 'Plan']);
	await page.getByRole('treeitem', { name: /^Sheet 5/ }).dblclick();
	await page.getByRole('textbox', { name: 'Title of the sheet' }).fill('Money');
	await page.keyboard.press('Enter');
	await page.getByRole('treeitem', { name: /^Money/ }).focus();
	await page.keyboard.press('Alt+ArrowDown');
	await expect
		.poll(() => rows(maren.page))
		.toEqual(['Gather', 'Visitor’s path', 'Money', 'Season map', 'Plan']);

	await page.getByRole('button', { name: 'Surface', exact: true }).click();
	await page.getByRole('button', { name: 'Paper' }).click();
	await page.keyboard.press('Escape');
	const surface = (on: Page) =>
		on.evaluate(() => {
			type Held = { wandtafelBoard: { model: { sheets: { title: string; surface: string }[] } } };
			return (window as unknown as Held).wandtafelBoard.model.sheets.find(({ title }) => title === 'Money')
				?.surface;
		});
	await expect.poll(() => surface(maren.page)).toBe('paper');

	await showPlace(page, 0, 0);
	const note = await writeNote(page, 200, 200, 'Rent is due monthly');
	await menuOf('Season map');
	await choose(page, 'Move what is selected here');
	await expect.poll(async () => (await findIn(maren.page, note.text))?.sheet).not.toBe(note.sheet);

	await menuOf('Visitor’s path');
	await choose(page, 'Duplicate');
	await expect.poll(() => rows(maren.page)).toContain('Visitor’s path, copy');
	const count = (await objectsIn(page)).length;
	await menuOf('Visitor’s path, copy');
	await choose(page, 'Delete');
	await expect.poll(() => rows(maren.page)).not.toContain('Visitor’s path, copy');
	await page.getByRole('button', { name: 'Undo' }).first().click();
	await expect.poll(() => rows(maren.page)).toContain('Visitor’s path, copy');
	expect((await objectsIn(page)).length).toBe(count);
});

test('fields are put in order by dragging their rows, and slides go in that order', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const fields = (on: Page) =>
		on
			.getByTestId('wayfinder')
			.locator('[data-branch]')
			.filter({ has: on.locator('.lucide-square-dashed') });
	const titles = (on: Page) => fields(on).locator('.text').allTextContents();
	const before = await titles(page);
	expect(before.length).toBeGreaterThan(2);
	const [first, second, third] = before as [string, string, string];
	const row = (title: string) => fields(page).filter({ hasText: title });
	await row(third).dragTo(row(first), { targetPosition: { x: 60, y: 3 } });
	await expect.poll(() => titles(maren.page)).toEqual([third, first, second, ...before.slice(3)]);
	await row(third).dragTo(row(first), { targetPosition: { x: 60, y: 25 } });
	await expect.poll(() => titles(maren.page)).toEqual([first, third, second, ...before.slice(3)]);
	await page.getByTestId('live').click();
	await undo(page);
	await expect.poll(() => titles(maren.page)).toEqual([third, first, second, ...before.slice(3)]);
});

test('nods are counted and taken back; two objects lead to each other across sheets', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const note = await writeNote(page, at.x + 200, at.y + 200, 'More benches');
	type Nodded = { nods?: { name: string }[] };
	// Told in the order of ids, which are drawn.
	const nods = async () =>
		((await findIn(page, note.text)) as unknown as Nodded).nods?.map(({ name }) => name).sort() ?? [];
	await page.keyboard.press('n');
	await showPlace(maren.page, at.x, at.y);
	const there = await middle(maren.page, await sees(maren.page, note.text));
	await maren.page.mouse.click(there.x, there.y);
	await maren.page.keyboard.press('n');
	await expect.poll(nods).toEqual(['Ilka', 'Maren']);
	const [x, y, w] = note.box;
	const sign = await screenPoint(maren.page, x + w - 8, y - 2);
	await maren.page.mouse.click(sign.x, sign.y);
	await expect.poll(nods).toEqual(['Ilka']);

	await page.keyboard.press('s');
	await page.getByRole('treeitem', { name: /^Season map/ }).click();
	const other = await sees(page, 'Radio interview in week three');
	const otherAt = await middle(page, other);
	await page.mouse.click(otherAt.x, otherAt.y);
	await page.keyboard.press('s');
	await page.keyboard.press('j');
	const isShown = () =>
		page.evaluate(() => (window as unknown as { wandtafelBoard: { sheet: string } }).wandtafelBoard.sheet);
	await expect.poll(isShown).toBe(note.sheet);
	await page.keyboard.press('j');
	await expect.poll(isShown).toBe(other.sheet);
});
