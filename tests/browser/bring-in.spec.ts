/** Files on their way onto the board: what each becomes is shown first, and all of it is one step. */
import type { Page } from '@playwright/test';
import {
	barrierFree,
	dropFiles,
	expect,
	find,
	fresh,
	objectsIn,
	screenPoint,
	sees,
	showPlace,
	test,
	writeNote,
} from './fixtures';

const TABLE = [
	'What;Who;Colour;Where',
	'"Solder; two rolls";Maren;green;Shopping',
	'Extension lead;Tomasz;#A1B2C3;Shopping',
	'Ask for the hall;Maren;;School',
].join('\r\n');

/** Texts of what is new since a moment, by kind. */
async function madeSince(page: Page, before: ReadonlySet<string>): Promise<Record<string, string[]>> {
	const made: Record<string, string[]> = {};
	for (const { id, kind, text } of await objectsIn(page)) if (!before.has(id)) (made[kind] ??= []).push(text);
	for (const texts of Object.values(made)) texts.sort();
	return made;
}
const idsIn = async (page: Page): Promise<Set<string>> =>
	new Set((await objectsIn(page)).map(({ id }) => id));

test('rows of a table become notes in fields, as was chosen, and one undo takes them away', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const before = await idsIn(page);
	await dropFiles(
		page,
		[{ name: 'shopping.csv', content: TABLE }],
		await screenPoint(page, at.x + 60, at.y + 60),
	);
	const dialog = page.getByRole('dialog', { name: 'Bring a file in' });
	await expect(dialog.getByLabel('What “Who” is for a note')).toHaveValue('writer');
	await expect(dialog.getByLabel('What “Colour” is for a note')).toHaveValue('colour');
	// What no heading tells is chosen by hand.
	await expect(dialog.getByLabel('What “What” is for a note')).toHaveValue('text');
	await dialog.getByLabel('What “Where” is for a note').selectOption('field');
	await expect(dialog.getByText('3 notes come of this.')).toBeVisible();
	await barrierFree(page, 'bringing a table in');
	await dialog.getByTestId('put-files').click();
	await expect(dialog).toHaveCount(0);
	await expect
		.poll(() => madeSince(maren.page, before))
		.toEqual({
			field: ['School', 'Shopping'],
			note: ['Ask for the hall', 'Extension lead', 'Solder; two rolls'],
		});
	const solder = await sees(maren.page, 'Solder; two rolls');
	expect([solder.style['pigment'], solder.by[1]]).toEqual(['moss', 'Maren']);
	expect((await sees(maren.page, 'Extension lead')).style['pigment']).toBe('#A1B2C3');
	// Somebody else goes on meanwhile; what they did stays.
	await showPlace(maren.page, at.x, at.y);
	await writeNote(maren.page, at.x + 40, at.y + 700, 'Tea for twelve');
	await sees(page, 'Tea for twelve');
	await page.keyboard.press('Control+z');
	await expect.poll(() => madeSince(maren.page, before)).toEqual({ note: ['Tea for twelve'] });
});

test('several files at once: a plan, one of them left out, one step', async ({ ilka: { page } }) => {
	const at = await fresh(page);
	const before = await idsIn(page);
	await dropFiles(
		page,
		[
			{ name: 'season.md', content: '- Season\n  - Dates\n    - Saturday\n  - Hall\n' },
			{ name: 'way in.gv', content: 'digraph { Ask -> Mend; Mend -> Test }' },
			{ name: 'broken.graphml', content: 'nothing of the kind' },
			{ name: 'table.csv', content: 'a,b\n1,2\n' },
			{ name: 'plan.exe', content: 'MZ' },
		],
		await screenPoint(page, at.x + 60, at.y + 60),
	);
	await expect(page.getByText('plan.exe was not taken')).toBeVisible();
	const dialog = page.getByRole('dialog', { name: 'Bring 4 files in' });
	await expect(dialog.getByText('No flow could be read from this file.')).toBeVisible();
	await dialog.getByLabel('What season.md becomes').selectOption('columns');
	await dialog.getByLabel('What table.csv becomes').selectOption('nothing');
	await dialog.getByTestId('put-files').click();
	await expect(page.getByText('2 files are on the board.')).toBeVisible();
	expect(await madeSince(page, before)).toEqual({
		columns: ['Season'],
		note: ['Saturday'],
		shape: ['Ask', 'Mend', 'Test'],
		connector: ['', ''],
	});
	await page.keyboard.press('Control+z');
	await expect.poll(() => madeSince(page, before)).toEqual({});
	await page.keyboard.press('Control+Shift+z');
	await expect.poll(async () => (await madeSince(page, before))['columns']).toEqual(['Season']);
});

test('rights that go while one chooses: nothing is put there, and it is said', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	await fresh(page);
	const before = await idsIn(maren.page);
	await dropFiles(maren.page, [{ name: 'shopping.csv', content: TABLE }], { x: 600, y: 400 });
	const dialog = maren.page.getByRole('dialog', { name: 'Bring a file in' });
	await expect(dialog.getByTestId('put-files')).toBeEnabled();
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	await page.getByRole('button', { name: 'Everyone watches' }).click();
	await expect(maren.page.getByTestId('save-state')).toContainText('everyone watches');
	await dialog.getByTestId('put-files').click();
	await expect(dialog.getByText('You may not change the board any more')).toBeVisible();
	expect(await madeSince(maren.page, before)).toEqual({});
});

test('where names are hidden a table brings none along, and those that came before go', async ({
	ilka: { page },
}) => {
	const at = await fresh(page);
	const drop = async (content: string): Promise<void> =>
		dropFiles(page, [{ name: 'names.csv', content }], await screenPoint(page, at.x + 60, at.y + 60));
	await drop('Text,Who\nLamps,Maren\nTea,Tomasz');
	await page.getByTestId('put-files').click();
	expect((await sees(page, 'Tea')).by[1]).toBe('Tomasz');
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	await page.getByLabel('Names on this board').selectOption('Hidden from participants');
	await page.getByRole('button', { name: 'Do it' }).click();
	await expect.poll(async () => (await sees(page, 'Tea')).by[1]).not.toBe('Tomasz');
	expect((await sees(page, 'Lamps')).by.join()).not.toContain('Maren');
	await drop('Text,Who\nChairs,Maren\nRugs,Tomasz');
	await expect(page.getByLabel('What “Who” is for a note')).toHaveValue('none');
	await page.getByTestId('put-files').click();
	expect((await sees(page, 'Chairs')).by[1]).toBe('Ilka');
});

test('by keys alone: chosen from the palette, put there with Enter', async ({ ilka: { page } }) => {
	await fresh(page);
	const before = await idsIn(page);
	const [chooser] = await Promise.all([page.waitForEvent('filechooser'), find(page, 'Bring files in')]);
	await chooser.setFiles({
		name: 'thoughts.txt',
		mimeType: 'text/plain',
		buffer: Buffer.from('Lamps für alle\nTee', 'latin1'),
	});
	const becomes = page.getByLabel('What thoughts.txt becomes');
	await expect(page.getByTestId('put-files')).toBeFocused();
	await page.keyboard.press('Shift+Tab');
	await expect(becomes).toBeFocused();
	await page.keyboard.press('End');
	await expect(becomes).toHaveValue('nothing');
	await page.keyboard.press('ArrowUp');
	await expect(becomes).toHaveValue('notes');
	await page.keyboard.press('Tab');
	await page.keyboard.press('Enter');
	await expect.poll(() => madeSince(page, before)).toEqual({ note: ['Lamps für alle', 'Tee'] });
	// The board has the keys again.
	await page.keyboard.press('Delete');
	await expect.poll(() => madeSince(page, before)).toEqual({});
});
