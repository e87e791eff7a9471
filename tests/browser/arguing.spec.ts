/** A sorting is argued with: before it lies on the board and after, by one and by two at once. */
import type { Page } from '@playwright/test';
import { drag, expect, find, findIn, middle, objectsIn, sees, showPlace, test, undo } from './fixtures';
import { notesInRow, select, themeOf } from './theme-page';

const NOTES = [
	'Queue round the corner',
	'Nobody says whose turn it is',
	'Two hours for one toaster',
	'Fuses were gone by noon',
	'No belts for sewing machines',
	'The radio shop gave us valves',
];

const desk = (page: Page) => page.getByTestId('desk');
const nameOf = (page: Page, index: number) => desk(page).getByLabel('Name of the theme').nth(index);
const summary = (page: Page) => page.getByTestId('themes-summary');

async function openThemes(page: Page): Promise<void> {
	if (!(await desk(page).getByRole('heading', { name: 'Themes' }).isVisible()))
		await page.getByTestId('desk-tabs').getByRole('button', { name: 'Themes' }).click();
}

/** Gives a theme of a draft a name. */
async function call(page: Page, index: number, name: string): Promise<void> {
	await nameOf(page, index).fill(name);
	await nameOf(page, index).blur();
}

test('a proposal is argued with before anything moves, and by two people once it lies there', async ({
	ilka,
	join,
}) => {
	const { page } = ilka;
	const rosa = await join('Rosa');
	const notes = await notesInRow(page, NOTES);
	await openThemes(page);
	await page.getByRole('button', { name: 'Sort the 6 selected notes' }).click();
	await expect(summary(page)).toContainText('from 6 notes');

	await test.step('more or fewer themes by the slider, at once', async () => {
		await desk(page).getByRole('slider', { name: 'Number of themes' }).fill('2');
		await expect(summary(page)).toContainText('2 themes from 6 notes');
		await desk(page).getByRole('slider', { name: 'Number of themes' }).fill('3');
		await expect(summary(page)).toContainText('3 themes from 6 notes');
		await desk(page).getByRole('button', { name: 'Take the last step back' }).click();
		await expect(summary(page)).toContainText('2 themes from 6 notes');
	});

	await test.step('what is named and moved by hand stays when the rest is sorted anew', async () => {
		await call(page, 0, 'Waiting');
		await desk(page).getByLabel(`Theme of “${NOTES[3]!}”`).selectOption({ label: 'Waiting' });
		await desk(page).getByRole('button', { name: 'Sort anew' }).click();
		await expect(nameOf(page, 0)).toHaveValue('Waiting');
		await expect(desk(page).getByLabel(`Theme of “${NOTES[3]!}”`).locator('option:checked')).toHaveText(
			'Waiting',
		);
	});

	await test.step('a theme says why, is locked, dissolved, and a new one made', async () => {
		await desk(page).getByText('Why', { exact: true }).first().click();
		await expect(desk(page).getByText('Most typical:').first()).toBeVisible();
		await desk(page).getByRole('button', { name: 'What can be done with “Waiting”' }).click();
		const lock = desk(page).getByRole('button', { name: 'Lock: nothing goes in or out' }).first();
		await lock.click();
		await expect(desk(page).getByLabel(`Theme of “${NOTES[3]!}”`)).toBeDisabled();
		await lock.click();
		await select(page, []);
		await desk(page).getByRole('textbox', { name: 'New theme' }).fill('Gifts');
		await desk(page).getByRole('button', { name: 'New theme', exact: true }).click();
		await desk(page).getByLabel(`Theme of “${NOTES[5]!}”`).selectOption({ label: 'Gifts' });
	});

	expect((await objectsIn(page)).some(({ text }) => text === 'Gifts')).toBe(false);
	await page.getByRole('button', { name: 'Lay out on the board' }).click();
	await expect.poll(() => themeOf(rosa.page, NOTES[5]!)).toBe('Gifts');
	await expect.poll(() => themeOf(rosa.page, NOTES[3]!)).toBe('Waiting');

	await test.step('two look through at once: each changes what they changed, and nothing else', async () => {
		await openThemes(rosa.page);
		await desk(page).getByRole('button', { name: 'Look through' }).click();
		await desk(rosa.page).getByRole('button', { name: 'Look through' }).click();
		await desk(page).getByLabel(`Theme of “${NOTES[3]!}”`).selectOption({ label: 'Gifts' });
		await desk(rosa.page).getByLabel(`Theme of “${NOTES[0]!}”`).selectOption({ label: 'Gifts' });
		await desk(page).getByRole('button', { name: 'Take over onto the board' }).click();
		await expect.poll(() => themeOf(rosa.page, NOTES[3]!)).toBe('Gifts');
		await desk(rosa.page).getByRole('button', { name: 'Take over onto the board' }).click();
		await expect.poll(() => themeOf(page, NOTES[0]!)).toBe('Gifts');
		expect(await themeOf(page, NOTES[3]!)).toBe('Gifts');
		await page.getByRole('application', { name: /^The board/ }).focus();
		await undo(page);
		await expect.poll(() => themeOf(rosa.page, NOTES[3]!)).toBe('Waiting');
		expect(await themeOf(rosa.page, NOTES[0]!)).toBe('Gifts');
	});

	await test.step('whoever may not change the board just now keeps the draft, and can take nothing over', async () => {
		await desk(rosa.page).getByRole('button', { name: 'Look through' }).click();
		await page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
		await page.getByRole('button', { name: 'Everyone watches' }).click();
		const take = desk(rosa.page).getByRole('button', { name: 'Take over onto the board' });
		await expect(take).toBeDisabled();
		await expect(desk(rosa.page)).toContainText('Just now you may not change the board');
		await page.getByRole('button', { name: 'Everyone writes' }).click();
		await expect(take).toBeEnabled();
		await page.getByTestId('desk-tabs').getByRole('button', { name: 'Themes' }).click();
	});

	await test.step('back to how it lay', async () => {
		await desk(page).getByRole('button', { name: 'Back to how the notes lay' }).click();
		for (const { text, box } of notes) {
			await expect.poll(() => themeOf(rosa.page, text)).toBeUndefined();
			expect((await findIn(rosa.page, text))!.box.slice(0, 2)).toEqual(box.slice(0, 2));
		}
		expect(await findIn(page, 'Gifts')).toBeUndefined();
	});
});

test('notes are sorted by what is known of them, and made one where they say the same', async ({
	ilka,
	join,
}) => {
	const { page } = ilka;
	const rosa = await join('Rosa');
	const notes = await notesInRow(page, ['Long queue', 'A long queue', 'Fuses gone', 'No belts']);
	await openThemes(page);
	await desk(page).getByLabel('Sort by').selectOption({ label: 'Person' });
	await page.getByRole('button', { name: 'Sort the 4 selected notes' }).click();
	await expect(nameOf(page, 0)).toHaveValue('Ilka');
	await desk(page).getByRole('button', { name: 'Discard' }).click();

	await test.step('two notes become one, and are taken apart again', async () => {
		await select(
			page,
			notes.slice(0, 2).map(({ id }) => id),
		);
		await find(page, 'Make them one note');
		const hidden = (where: Page) =>
			where.evaluate(
				(id) =>
					(
						window as unknown as {
							wandtafelBoard: { model: { find(id: string): { hidden?: boolean } } };
						}
					).wandtafelBoard.model.find(id).hidden,
				notes[1]!.id,
			);
		await expect.poll(() => hidden(rosa.page)).toBe(true);
		await find(page, 'Take apart again');
		await expect.poll(() => hidden(rosa.page)).toBeUndefined();
	});
});

test('a note that is put into a theme by hand says which others belong there too', async ({ ilka }) => {
	const { page } = ilka;
	const waits = [
		'Long queue at the door',
		'Queue at the door again',
		'Long queue outside the door',
		'The queue at the door is long',
	];
	const notes = await notesInRow(page, [...waits, 'Fuses were gone', 'No belts left']);
	const put = async (ids: string[], theme: string): Promise<void> => {
		await select(page, ids);
		await page.getByRole('application', { name: /^The board/ }).focus();
		await page.keyboard.press('Shift+T');
		await page.getByRole('textbox', { name: 'New theme' }).fill(theme);
		await page.keyboard.press('Enter');
	};
	await put(
		notes.slice(4).map(({ id }) => id),
		'Parts',
	);
	await put([notes[0]!.id], 'Waiting');
	const bar = page.getByTestId('like-moved');
	await expect(bar).toContainText('more like this');
	await bar.getByRole('button', { name: /^Move/ }).click();
	await expect.poll(() => themeOf(page, waits[1]!)).toBe('Waiting');
	await expect(bar).toBeHidden();

	await test.step('a frame makes room for a note that grows in it', async () => {
		const [waiting, parts] = [await sees(page, 'Waiting'), await sees(page, 'Parts')];
		await showPlace(page, waiting.box[0] - 60, waiting.box[1] - 60, 0.7);
		await drag(
			page,
			await middle(page, { ...parts, box: [parts.box[0], parts.box[1], parts.box[2], 30, 0] }),
			await middle(page, {
				...parts,
				box: [waiting.box[0], waiting.box[1] + waiting.box[3] + 10, parts.box[2], 30, 0],
			}),
		);
		const grown = await sees(page, waits[0]!);
		await select(page, [grown.id]);
		await page.getByRole('application', { name: /^The board/ }).focus();
		await page.keyboard.press('Enter');
		await page.keyboard.type(
			' and it is so very long that this note has to grow and grow until it holds it all '.repeat(2),
		);
		await page.keyboard.press('Escape');
		await expect
			.poll(async () => {
				const [one, other] = [await sees(page, 'Waiting'), await sees(page, 'Parts')];
				return other.box[1] >= one.box[1] + one.box[3] || other.box[0] >= one.box[0] + one.box[2];
			})
			.toBe(true);
	});
});
