/**
 * Without a mouse, and without looking: what the keys reach, where the focus is, and what is told.
 */
import type { Locator, Page } from '@playwright/test';
import { byKind, expect, find, findIn, fresh, objectsIn, test, writeNote } from './fixtures';

const focused = (page: Page): Promise<string> =>
	page.evaluate(() => {
		const at = document.activeElement;
		return at?.getAttribute('aria-label') ?? at?.textContent?.trim() ?? at?.tagName ?? '';
	});
const told = (page: Page) => page.getByTestId('announcer');
const selectionIn = (page: Page): Promise<number> =>
	page.evaluate(
		() => (window as unknown as { wandtafelBoard: { selection: Set<string> } }).wandtafelBoard.selection.size,
	);

/** Goes by Tab, forward or back, until something has the focus. */
async function tabTo(page: Page, to: Locator): Promise<void> {
	await expect(to.first()).toBeVisible();
	for (let i = 0; i < 80; i++) {
		const way = await to.first().evaluate((element) => {
			const at = document.activeElement ?? document.body;
			if (at === element) return '';
			const isBefore = at.compareDocumentPosition(element) & Node.DOCUMENT_POSITION_PRECEDING;
			return isBefore ? 'Shift+Tab' : 'Tab';
		});
		if (way === '') return;
		await page.keyboard.press(way);
	}
	throw new Error(`Tab does not lead to ${String(to)}.`);
}

/** Walks down a menu that is open, by arrow, to an entry, and takes it. */
async function chooseByKey(page: Page, name: string): Promise<void> {
	const menu = page.locator('[role="menu"]:visible');
	await expect(menu.getByRole('menuitem', { name })).toBeVisible();
	for (let i = 0; i < 30; i++) {
		const at = (await menu.locator('[data-highlighted]').allTextContents()).at(-1);
		if (at?.includes(name)) return page.keyboard.press('Enter');
		await page.keyboard.press('ArrowDown');
	}
	throw new Error(`No arrow leads to ${name}.`);
}

test('from an account to the report, without a mouse', async ({ page, server }) => {
	await page.goto(`${server.url}/sign-up`);
	await expect(page.getByLabel('Your name')).toBeFocused();
	for (const entry of ['Wanda', 'wanda@zweite-runde.example', 'long enough for this']) {
		await page.keyboard.type(entry);
		await page.keyboard.press('Tab');
	}
	await page.getByLabel('Password').press('Enter');
	await expect(page.getByText('No boards yet')).toBeVisible();
	await page.getByRole('button', { name: /Blank board/ }).press('Enter');
	await expect(page.getByTestId('board-view')).toBeVisible();
	await expect(page.getByText('All saved')).toBeVisible();

	await test.step('the way past everything else comes first', async () => {
		await page.reload();
		await expect(page.getByText('All saved')).toBeVisible();
		await page.keyboard.press('Tab');
		expect(await focused(page)).toBe('To the board');
		await page.keyboard.press('Enter');
		// Within an application: to what is one itself some screen readers hand on no keys.
		const inner = page.getByRole('application', { name: 'Board', exact: true }).getByRole('application');
		await expect(inner).toBeFocused();
	});
	await test.step('notes are made in the middle, and moved by arrows', async () => {
		for (const [i, text] of ['Queue', 'Fuses', 'Glue'].entries()) {
			await page.keyboard.press('3');
			await expect(told(page)).toContainText('Tool: Note');
			await page.keyboard.press('Enter');
			await expect(page.getByTestId('text-editor')).toBeVisible();
			await expect(told(page)).toContainText('Made: one note, on sheet');
			await page.keyboard.type(text);
			await page.keyboard.press('Escape');
			await expect.poll(async () => (await findIn(page, text))?.text).toBe(text);
			for (let step = 0; step < i * 4 + 1; step++) await page.keyboard.press('Shift+ArrowDown');
			await expect(told(page)).toContainText(`Moved: one note “${text}”`);
			await page.keyboard.press('Escape');
		}
	});
	await test.step('several rows are chosen and put in order', async () => {
		await page.getByRole('treeitem', { name: /Sheet 1/ }).focus();
		await page.keyboard.press('ArrowDown');
		await page.keyboard.press('Shift+ArrowDown');
		await page.keyboard.press('Shift+ArrowDown');
		await expect.poll(() => selectionIn(page)).toBe(3);
		await page.keyboard.press(' ');
		await expect.poll(() => selectionIn(page)).toBe(2);
		await page.keyboard.press(' ');
		await expect.poll(() => selectionIn(page)).toBe(3);
		await page.keyboard.press('Control+k');
		await page.keyboard.insertText('align left');
		await page.keyboard.press('Enter');
		await expect.poll(async () => new Set((await objectsIn(page)).map(({ box }) => box[0])).size).toBe(1);
	});
	await test.step('the menu key opens the menu for a row and for the board', async () => {
		const row = page.getByRole('treeitem', { name: 'Fuses' });
		await row.focus();
		await page.keyboard.press('Shift+F10');
		await expect(page.getByTestId('menu').getByRole('menuitem', { name: /^Delete/ })).toBeVisible();
		await page.keyboard.press('Escape');
		await page.getByRole('application', { name: /^The board/ }).focus();
		await page.keyboard.press('Shift+F10');
		await expect(page.getByTestId('menu').getByRole('menuitem', { name: /^Delete/ })).toBeVisible();
		await page.keyboard.press('Escape');
		await page.getByRole('application', { name: /^The board/ }).focus();
		await page.keyboard.press('Escape');
	});
	await test.step('after deleting, taking back and renaming the focus is on what stands there', async () => {
		const rows = page.getByRole('tree').locator('[data-row]');
		await expect(rows).toHaveCount(4);
		await page.getByRole('treeitem', { name: 'Fuses' }).focus();
		await page.keyboard.press('Delete');
		await expect(told(page)).toContainText('Deleted: one note “Fuses”');
		await expect(rows).toHaveCount(3);
		await expect(page.getByRole('treeitem', { name: 'Glue' })).toBeFocused();
		await page.keyboard.press('Control+z');
		await expect(told(page)).toContainText('Undone: deletion of one note “Fuses”, on sheet Sheet 1');
		await page.getByRole('treeitem', { name: /Sheet 1/ }).focus();
		await page.keyboard.press('F2');
		await page.keyboard.type('Gather');
		await page.keyboard.press('Enter');
		await expect(page.getByRole('treeitem', { name: /Gather/ })).toBeFocused();
	});
	await test.step('arrows walk through a toolbar', async () => {
		const tools = page.getByRole('toolbar', { name: 'Tools' });
		await tools.getByRole('button').first().focus();
		await page.keyboard.press('ArrowRight');
		await expect(tools.getByRole('button').nth(1)).toBeFocused();
		await page.keyboard.press('ArrowLeft');
		await page.keyboard.press('ArrowLeft');
		await expect(tools.getByRole('button').last()).toBeFocused();
		await page.keyboard.press('Home');
		await expect(tools.getByRole('button').first()).toBeFocused();
		expect(await objectsIn(page)).toHaveLength(3);
	});
	await test.step('two notes are linked and grouped, and go to another sheet', async () => {
		await page.getByRole('treeitem', { name: /^Queue/ }).focus();
		await page.keyboard.press('l');
		await page.keyboard.press('ArrowDown');
		await page.keyboard.press('l');
		await expect.poll(async () => (await byKind(page, 'connector')).length).toBe(1);
		await page.getByRole('treeitem', { name: /^Queue/ }).focus();
		await page.keyboard.press('Enter');
		await page.keyboard.press('Shift+ArrowDown');
		await expect.poll(() => selectionIn(page)).toBe(2);
		await page.keyboard.press('Control+g');
		await expect.poll(async () => (await byKind(page, 'group')).length).toBe(1);
		await page.getByRole('treeitem', { name: /Gather/ }).focus();
		await page.keyboard.press('Shift+F10');
		await chooseByKey(page, 'New sheet after it');
		await expect(page.getByRole('treeitem', { name: /Sheet 2/ })).toBeVisible();
		const [group] = await byKind(page, 'group');
		await page.getByRole('treeitem', { name: /^Gather/ }).focus();
		await page.keyboard.press('Enter');
		await page.getByRole('treeitem', { name: /^Group/ }).focus();
		await page.keyboard.press('Enter');
		await expect.poll(() => selectionIn(page)).toBe(1);
		await page.getByRole('treeitem', { name: /Sheet 2/ }).focus();
		await page.keyboard.press('Shift+F10');
		await chooseByKey(page, 'Move what is selected here');
		await expect
			.poll(async () => (await objectsIn(page)).find(({ id }) => id === group!.id)?.sheet)
			.not.toBe(group!.sheet);
	});
	await test.step('something is said about a note', async () => {
		await page.getByRole('treeitem', { name: /^Gather/ }).focus();
		await page.keyboard.press('Enter');
		await page.getByRole('treeitem', { name: /^Glue/ }).focus();
		await page.keyboard.press('Enter');
		await page.getByRole('application', { name: /^The board/ }).focus();
		await page.keyboard.press('w');
		await expect(page.getByLabel('Your comment')).toBeFocused();
		await page.keyboard.type('Who buys it?');
		await tabTo(page, page.getByRole('button', { name: 'Add comment' }));
		await page.keyboard.press('Enter');
		await expect(page.getByTestId('thread')).toContainText('Who buys it?');
	});
	await test.step('a sheet is added, and told', async () => {
		await find(page, 'add a sheet');
		await expect(page.getByTestId('announcer')).toContainText('Now on sheet Sheet 3');
		await page.getByRole('treeitem', { name: /^Gather/ }).focus();
		await page.keyboard.press('Enter');
		await expect(page.getByTestId('announcer')).toContainText('Now on sheet Gather');
	});
	await test.step('a step is added, led and ended', async () => {
		await find(page, 'run sheet');
		// The command leads into the part that it opens, and Esc back to the board.
		const part = page.getByRole('region', { name: 'Run sheet' });
		await expect(part).toBeFocused();
		await page.keyboard.press('Escape');
		await expect(page.getByRole('application', { name: /^The board/ })).toBeFocused();
		await find(page, 'run sheet');
		await expect(part).toBeFocused();
		await tabTo(page, page.getByRole('button', { name: 'Add a step' }));
		await page.keyboard.press('Enter');
		await tabTo(page, page.getByTestId('desk').getByRole('button', { name: 'Start: New step' }));
		await page.keyboard.press('Enter');
		await expect(page.getByTestId('countdown')).toBeVisible();
		await tabTo(page, page.getByRole('button', { name: 'Stop this step' }));
		await page.keyboard.press('Enter');
		await expect(page.getByTestId('countdown')).toHaveCount(0);
	});
	await test.step('notes are put to the vote, voted on and counted', async () => {
		await page.getByRole('application', { name: /^The board/ }).focus();
		await page.keyboard.press('3');
		await page.keyboard.press('Enter');
		await expect(page.getByTestId('text-editor')).toBeVisible();
		await page.keyboard.type('Lamps');
		await page.keyboard.press('Escape');
		await page.keyboard.press('Escape');
		await page.keyboard.press('Control+a');
		await page.keyboard.press('v');
		await tabTo(page, page.getByTestId('new-vote').getByRole('textbox').first());
		await page.keyboard.type('What is missing most?');
		await tabTo(page, page.getByRole('button', { name: 'Start the vote' }));
		await page.keyboard.press('Enter');
		await tabTo(page, page.getByRole('button', { name: 'One dot more for Lamps' }));
		await page.keyboard.press('Enter');
		await expect(page.getByTestId('dots-left')).toBeVisible();
		await expect(page.getByText('1 of 1 have voted')).toBeVisible();
		await tabTo(page, page.getByRole('button', { name: 'Close the vote' }));
		await page.keyboard.press('Enter');
		await expect(page.getByTestId('vote-result')).toContainText('Lamps');
	});
	await test.step('and the report tells of it', async () => {
		await tabTo(page, page.getByRole('link', { name: 'Report of the outcome' }));
		await page.keyboard.press('Enter');
		await expect(page.getByTestId('report')).toContainText('Lamps');
	});
});

test('who listens is told of steps, votes and people, on a board and on a phone', async ({ ilka, join }) => {
	const rosa = await join('Rosa', { phone: true });
	await expect(told(ilka.page)).toContainText('Rosa came in');
	await ilka.page.getByTestId('desk').getByRole('button', { name: 'Next: Read' }).click();
	for (const { page } of [ilka, rosa]) await expect(told(page)).toContainText('Step Read has begun.');
});

test('what opened from the board gives the keys back to it, whatever led there', async ({
	ilka: { page },
}) => {
	const { x, y } = await fresh(page);
	await writeNote(page, x + 300, y + 200, 'Selected all along');
	const board = page.getByRole('application', { name: /^The board/ });
	const dialog = page.getByRole('dialog');
	const leave = async (): Promise<void> => {
		await page.keyboard.press('Escape');
		await expect(dialog).toHaveCount(0);
		await expect(board).toBeFocused();
	};
	for (const command of ['Take the board out', 'Invite', 'Templates', 'Balance of the room']) {
		await find(page, command);
		await expect(page.getByRole('combobox', { name: 'What do you want to do?' })).toHaveCount(0);
		await expect(dialog.getByRole('button', { name: 'Close' })).toBeVisible();
		await leave();
	}
	await test.step('a panel has the keys while it is open: Tab makes no note behind it', async () => {
		await page.keyboard.press('a');
		const shelf = page.getByRole('dialog', { name: 'More to put on the board' });
		await expect(shelf.getByRole('button', { name: 'Templates' })).toBeFocused();
		await page.keyboard.press('Tab');
		await expect(shelf.getByRole('button', { name: 'Drawer' })).toBeFocused();
		await page.keyboard.press('Shift+Tab');
		await page.keyboard.press('Enter');
		await expect(page.getByRole('tab', { name: 'Templates' })).toBeVisible();
		await leave();
	});
	await test.step('the menu as well', async () => {
		await page.keyboard.press('ContextMenu');
		const menu = page.getByRole('menu', { name: 'What can be done here' });
		await expect(menu).toBeFocused();
		await page.keyboard.press('Escape');
		await expect(menu).toBeHidden();
		await expect(board).toBeFocused();
	});
	await find(page, 'New note here');
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.type('By its name');
	await page.keyboard.press('Escape');
	await expect.poll(async () => (await findIn(page, 'By its name'))?.id).toBeDefined();
	await expect(board).toBeFocused();
});
