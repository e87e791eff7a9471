/** Flows: drawn by key and by pulling lines, checked and timed, by two people. */
import type { Page } from '@playwright/test';
import {
	barrierFree,
	byKind,
	drag,
	expect,
	fresh,
	fromRecipe,
	middle,
	objectsIn,
	screenPoint,
	sees,
	showPlace,
	test,
	undo,
} from './fixtures';
import { flowPanel, linksAmong, pull, shapeOf, stepWork, type Held } from './flow-page';

/** Draws a flow by key; returns how many entries that took besides its words. */
async function drawFlow(page: Page): Promise<number> {
	const { x, y } = await fresh(page);
	await showPlace(page, x - 60, y - 300, 0.6);
	let entries = 0;
	const press = async (...keys: string[]): Promise<void> => {
		for (const key of keys) {
			entries++;
			await page.keyboard.press(key);
		}
	};
	const editor = page.getByTestId('text-editor');
	const write = async (text: string): Promise<void> => {
		await expect(editor).toBeVisible();
		await page.keyboard.insertText(text);
	};
	await press('5');
	const at = await screenPoint(page, x + 100, y + 100);
	await page.mouse.click(at.x, at.y);
	entries++;
	await press('Shift+E', 'Enter');
	await write('Guest comes');
	await press('Tab');
	await write('Write a card');
	await press('Tab');
	await write('Look at it');
	await press('Tab');
	await write('Worth it?');
	await press('Escape', 'Shift+D', 'Alt+ArrowRight');
	await write('Repair');
	await press('Tab');
	await write('Test');
	await press('Tab');
	await write('Works?');
	await press('Escape', 'Shift+D', 'Alt+ArrowRight');
	await write('Say goodbye');
	await press('Tab');
	await write('Tidy the bench');
	await press('Tab');
	await write('Done');
	await press('Escape', 'Shift+E');
	await showPlace(page, x - 20, y - 700, 0.34);
	entries++;
	await pull(page, 'Works?', 'bottom', await middle(page, await sees(page, 'Repair')));
	entries += 2;
	await pull(page, 'Worth it?', 'bottom', await middle(page, await sees(page, 'Done')));
	entries += 2;
	return entries;
}
const NAMES = [
	'Guest comes',
	'Write a card',
	'Look at it',
	'Worth it?',
	'Repair',
	'Test',
	'Works?',
	'Say goodbye',
	'Tidy the bench',
	'Done',
];
const LINKS = [
	'Guest comes -> Write a card',
	'Look at it -> Worth it?',
	'Repair -> Test',
	'Say goodbye -> Tidy the bench',
	'Test -> Works?',
	'Tidy the bench -> Done',
	'Works? -no> Repair',
	'Works? -yes> Say goodbye',
	'Worth it? -no> Done',
	'Worth it? -yes> Repair',
	'Write a card -> Look at it',
];

test('a flow of six steps, two decisions and a loop is drawn in 24 entries, and is right', async ({
	ilka: { page },
	server,
	join,
}) => {
	const { link } = await fromRecipe(page, server, 'idea-round');
	await page.keyboard.press('Escape');
	expect(await drawFlow(page)).toBeLessThanOrEqual(24);
	await expect.poll(() => linksAmong(page, NAMES)).toEqual(LINKS);
	expect(await shapeOf(page, 'Guest comes')).toBe('terminator');
	expect(await shapeOf(page, 'Write a card')).toBe('process');
	expect(await shapeOf(page, 'Works?')).toBe('decision');

	const panel = await flowPanel(page);
	await expect(panel.getByRole('status')).toContainText('Nothing to complain about');
	await barrierFree(page, 'the flow beside the board');

	const rosa = await join('Rosa', { link });
	const theirs = await flowPanel(rosa.page);
	await expect(theirs.getByRole('status')).toContainText('Nothing to complain about');

	await test.step('what one says about steps the other sees, with what it comes to', async () => {
		const fill = async (label: string, value: string): Promise<void> => {
			const entry = panel.getByLabel(label, { exact: true });
			await entry.fill(value);
			await entry.press('Tab');
		};
		await fill('Minutes: Look at it', '10');
		await fill('Minutes: Repair', '20 / 30 / 70');
		await fill('Minutes: Works?', '5');
		const shares = panel.getByLabel('Share of “yes” in %');
		await shares.nth(0).fill('90');
		await shares.nth(1).fill('80');
		await shares.nth(1).press('Tab');
		// 10 + 0.9 / 0.8 * (35 + 5).
		await expect(theirs.getByTestId('flow-times')).toContainText('55 min');
		await expect(theirs.getByTestId('flow-times')).toContainText('Nineteen of twenty within');
		await fill('Minutes: Repair', 'soon');
		await expect(page.getByText('These are no minutes')).toBeVisible();
		await expect(panel.getByLabel('Minutes: Repair', { exact: true })).toHaveValue('20/30/70');
	});

	await test.step('what one types stays while the other sets the same, and counts when it is left', async () => {
		const [mine, other] = [panel, theirs].map((each) => each.getByLabel('Minutes: Test', { exact: true }));
		await mine!.fill('3');
		await other!.fill('7');
		await other!.press('Tab');
		await expect.poll(async () => (await stepWork(page, 'Test'))?.minutes?.likely).toBe(7);
		await expect(mine!).toHaveValue('3');
		await mine!.press('Tab');
		await expect(other!).toHaveValue('3');
		await mine!.fill('');
		await mine!.press('Tab');
		await expect(other!).toHaveValue('');
	});

	await test.step('cells from a spreadsheet fill steps, what cannot be read is told, one undo takes all back', async () => {
		const entry = panel.getByLabel('Who: Write a card', { exact: true });
		await entry.evaluate((element) => {
			const data = new DataTransfer();
			data.setData('text/plain', 'Write a card\tsoon\t2,50\tAnna\nTidy the bench\t\t\tCem\nPark\t3');
			element.dispatchEvent(
				new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
			);
		});
		await expect(page.getByText('2 steps were filled in.')).toBeVisible();
		await expect(
			page.getByText('One cell could not be read: soon. One row belongs to no step.'),
		).toBeVisible();
		await expect(theirs.getByLabel('Who: Write a card', { exact: true })).toHaveValue('Anna');
		await expect(theirs.getByLabel('Who: Tidy the bench', { exact: true })).toHaveValue('Cem');
		await undo(page);
		await expect(theirs.getByLabel('Who: Write a card', { exact: true })).toHaveValue('');
		await expect(theirs.getByLabel('Who: Tidy the bench', { exact: true })).toHaveValue('');
	});

	await test.step('a fault is told in a sentence that leads there, and is set aside with a reason', async () => {
		const { id } = await sees(rosa.page, 'Tidy the bench');
		await rosa.page.evaluate(
			(id) => (window as unknown as { wandtafelBoard: { goTo(id: string): void } }).wandtafelBoard.goTo(id),
			id,
		);
		await rosa.page.getByRole('application', { name: /^The board/ }).focus();
		await rosa.page.keyboard.press('Delete');
		const finding = panel
			.getByTestId('findings')
			.getByRole('button', { name: '“Say goodbye” leads nowhere' });
		await expect(finding).toBeVisible();
		await finding.click();
		await expect
			.poll(() =>
				page.evaluate(() => [
					...(window as unknown as { wandtafelBoard: { selection: Set<string> } }).wandtafelBoard.selection,
				]),
			)
			.toEqual([(await sees(page, 'Say goodbye')).id]);
		await expect(page.getByTestId('flow-signs').getByRole('button')).toHaveCount(1);
		await panel.getByRole('button', { name: 'Set aside' }).click();
		await panel.getByLabel('Why it is right as it is').fill('They find the door');
		await panel.getByLabel('Why it is right as it is').press('Enter');
		await expect(theirs.getByRole('status')).toContainText('Nothing to complain about');
		await theirs.getByText('One finding is set aside').click();
		await expect(theirs).toContainText('They find the door');
		await theirs.getByRole('button', { name: 'Take up again' }).click();
		await expect(finding).toBeVisible();
		await expect(panel.getByRole('status').first()).toContainText('One finding');
		await rosa.page.getByRole('application', { name: /^The board/ }).focus();
		// The reason, then the deletion.
		await undo(rosa.page);
		await undo(rosa.page);
		await expect(finding).toHaveCount(0);
	});

	await test.step('it is tidied in one step, and that is taken back in one', async () => {
		const places = async (): Promise<string> =>
			JSON.stringify(
				(await objectsIn(page))
					.filter(({ text }) => NAMES.includes(text))
					.map(({ id, box }) => [id, box])
					.sort(),
			);
		const { box } = await sees(page, 'Test');
		await drag(
			page,
			await middle(page, await sees(page, 'Test')),
			await screenPoint(page, box[0] + 80, box[1] + 400),
		);
		const before = await places();
		await page.keyboard.press('Shift+T');
		await expect.poll(places).not.toBe(before);
		const across = await Promise.all(
			['Guest comes', 'Repair', 'Test', 'Works?'].map((name) => sees(page, name)),
		);
		expect(new Set(across.map(({ box: [, y, , h] }) => y + h / 2)).size).toBe(1);
		await undo(page);
		await expect.poll(places).toBe(before);
	});
});

test('a line that is pulled into the open offers what comes next', async ({ ilka: { page } }) => {
	const { x, y } = await fresh(page);
	await page.keyboard.press('5');
	const at = await screenPoint(page, x + 200, y + 200);
	await page.mouse.click(at.x, at.y);
	await page.keyboard.press('Shift+D');
	await page.keyboard.press('Enter');
	await page.keyboard.insertText('Heavier than ten kilos?');
	await page.keyboard.press('Escape');
	/** What lines from the decision say. */
	const linksFrom = async (): Promise<string[]> => {
		const { id } = await sees(page, 'Heavier than ten kilos?');
		return (await byKind(page, 'connector'))
			.filter((line) => JSON.stringify((line as unknown as Held).ends?.[0]).includes(id))
			.map(({ text }) => text);
	};
	await pull(page, 'Heavier than ten kilos?', 'right', await screenPoint(page, x + 420, y + 205));
	const menu = page.getByRole('menu', { name: 'What comes next' });
	await expect(menu.getByRole('menuitem')).toHaveCount(5);
	await menu.getByRole('menuitem', { name: 'Process' }).click();
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.insertText('Take the lift');
	await page.keyboard.press('Escape');
	await expect
		.poll(() => linksAmong(page, ['Heavier than ten kilos?', 'Take the lift']))
		.toEqual(['Heavier than ten kilos? -yes> Take the lift']);
	// Nearly straight on is straight on.
	const [from, to] = [await sees(page, 'Heavier than ten kilos?'), await sees(page, 'Take the lift')];
	expect(to.box[1] + to.box[3] / 2).toBe(from.box[1] + from.box[3] / 2);
	await pull(page, 'Heavier than ten kilos?', 'bottom', await screenPoint(page, x + 200, y + 480));
	await page.keyboard.press('Escape');
	await expect(menu).toHaveCount(0);
	expect(await linksFrom()).toEqual(['yes']);
	await pull(page, 'Heavier than ten kilos?', 'bottom', await screenPoint(page, x + 200, y + 480));
	await menu.getByRole('menuitem', { name: 'Only the line' }).click();
	await expect.poll(linksFrom).toEqual(['yes', 'no']);
});
