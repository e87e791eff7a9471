/** The menu at the pointer: what is wanted most on top, the rest in sub-menus. */
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
	writeNote,
} from './fixtures';

test('a note is made where the menu was opened; what is copied from a menu is pasted from one, as it was', async ({
	ilka: { page, context },
}) => {
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	const { x, y } = await fresh(page);
	const free = await screenPoint(page, x + 200, y + 150);
	await page.mouse.click(free.x, free.y, { button: 'right' });
	await choose(page, 'New note here');
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.type('Kettle');
	await page.keyboard.press('Escape');
	await expect.poll(async () => (await findIn(page, 'Kettle'))?.box[0]).toBeDefined();
	const note = (await findIn(page, 'Kettle'))!;
	expect(note.box[0] + note.box[2] / 2).toBeCloseTo(x + 200, -1);
	expect(note.box[1] + note.box[3] / 2).toBeCloseTo(y + 150, -1);
	await page.getByTestId('ledge').getByRole('button', { name: 'Plum', exact: true }).click();
	await expect.poll(async () => (await findIn(page, 'Kettle'))?.style['pigment']).toBe('plum');

	const at = await middle(page, note);
	await page.mouse.click(at.x, at.y, { button: 'right' });
	await choose(page, 'Copy');
	const there = await screenPoint(page, x + 500, y + 400);
	await page.mouse.click(there.x, there.y, { button: 'right' });
	await choose(page, 'Paste');
	const kettles = async () => (await objectsIn(page)).filter(({ text }) => text === 'Kettle');
	await expect.poll(async () => (await kettles()).length).toBe(2);
	const pasted = (await kettles()).find(({ id }) => id !== note.id)!;
	expect(pasted.style['pigment']).toBe('plum');
	expect(pasted.box[0] + pasted.box[2] / 2).toBeCloseTo(x + 500, -1);
	expect(pasted.box[1] + pasted.box[3] / 2).toBeCloseTo(y + 400, -1);

	await page.mouse.click(there.x, there.y, { button: 'right' });
	await choose(page, 'Cut');
	await expect.poll(async () => (await kettles()).map(({ id }) => id)).toEqual([note.id]);
	await page.mouse.click(there.x, there.y);
	await page.keyboard.press('Control+v');
	await expect.poll(async () => (await kettles()).length).toBe(2);
});

test('where the browser hands nothing over, the menu says with which keys it goes', async ({ join }) => {
	const { page } = await join('Rashid');
	const { x, y } = await fresh(page);
	const free = await screenPoint(page, x + 200, y + 150);
	await page.mouse.click(free.x, free.y, { button: 'right' });
	await choose(page, 'Paste');
	await expect(page.getByText('Paste it with Ctrl V.')).toBeVisible();
});

test('the menu lies whole in the window, and is walked through with the keyboard', async ({
	ilka: { page },
}) => {
	const { x, y } = await fresh(page);
	const note = await writeNote(page, x + 600, y + 380, 'Near the corner');
	const at = await middle(page, note);
	await page.mouse.click(at.x, at.y, { button: 'right' });
	const menu = page.getByRole('menu', { name: 'What can be done here' });
	await expect(menu).toBeVisible();
	const { width, height } = page.viewportSize()!;
	const inside = async (part: typeof menu): Promise<void> => {
		const box = (await part.boundingBox())!;
		expect(box.x).toBeGreaterThanOrEqual(0);
		expect(box.y).toBeGreaterThanOrEqual(0);
		expect(box.x + box.width).toBeLessThanOrEqual(width);
		expect(box.y + box.height).toBeLessThanOrEqual(height);
	};
	await inside(menu);
	await page.keyboard.press('End');
	await page.keyboard.press('ArrowRight');
	const sub = page.getByTestId('sub-menu').filter({ visible: true });
	await expect(sub).toBeVisible();
	await inside(sub);
	await page.keyboard.press('ArrowLeft');
	await expect(sub).toBeHidden();
	await expect(menu).toBeVisible();
	await page.keyboard.press('ArrowRight');
	await expect(sub).toBeVisible();
	await sub.getByRole('menuitem', { name: /^Lock/ }).first().click();
	await expect(menu).toBeHidden();
	await expect(sub).toBeHidden();
	await expect
		.poll(async () => (await findIn(page, 'Near the corner')) as { lock?: string })
		.toMatchObject({
			lock: 'own',
		});
});

test('the menu closes when somebody else deletes what it was opened for', async ({ ilka, join }) => {
	const rosa = await join('Rosa');
	const { x, y } = await fresh(ilka.page);
	await showPlace(rosa.page, x, y);
	const note = await writeNote(ilka.page, x + 300, y + 200, 'Soon gone');
	const beside = await writeNote(ilka.page, x + 600, y + 200, 'Stays');
	await sees(rosa.page, 'Stays');
	const at = await middle(rosa.page, note);
	await rosa.page.mouse.click(at.x, at.y, { button: 'right' });
	const menu = rosa.page.getByRole('menu', { name: 'What can be done here' });
	await expect(menu.getByRole('menuitem', { name: 'Cut' })).toBeVisible();
	const there = await middle(ilka.page, note);
	await ilka.page.mouse.click(there.x, there.y);
	await ilka.page.keyboard.press('Delete');
	await expect(menu).toBeHidden();
	const next = await middle(rosa.page, beside);
	await rosa.page.mouse.click(next.x, next.y, { button: 'right' });
	await expect(menu.getByRole('menuitem', { name: 'Cut' })).toBeVisible();
});
