/** Getting ready, and easing people in: layouts, the drawer, what is backstage, the warm-up, brainwriting in rounds. */
import {
	choose,
	expect,
	findIn,
	fresh,
	fromRecipe,
	middle,
	objectsIn,
	screenPoint,
	sees,
	test,
	writeNote,
} from './fixtures';

test('layouts and pieces are put down where there is room, and undone as one', async ({ ilka: { page } }) => {
	await fresh(page);
	await test.step('a template, found by words', async () => {
		const before = (await objectsIn(page)).length;
		await page.keyboard.press('e');
		await page.getByRole('dialog').getByLabel('Find').fill('pros');
		await page.getByRole('button', { name: /^Pros and cons/ }).click();
		await sees(page, 'Against it');
		expect((await objectsIn(page)).length).toBe(before + 4);
		await page.keyboard.press('Control+z');
		await expect.poll(async () => (await objectsIn(page)).length).toBe(before);
	});

	await test.step('a piece of one’s own, kept and put down three times in a row', async () => {
		const { x, y } = await fresh(page);
		const note = await writeNote(page, x + 300, y + 200, 'Bench sign');
		const at = await middle(page, note);
		await page.mouse.click(at.x, at.y);
		await page.keyboard.press('d');
		await page.getByLabel('Name of the piece').fill('A sign for a bench');
		await page.getByRole('button', { name: 'Keep what is selected (1)' }).click();
		await expect(page.getByRole('button', { name: 'Put down: A sign for a bench' })).toBeVisible();
		await page.getByLabel('Copies in a row').fill('3');
		await page.getByRole('button', { name: 'Put down: A sign for a bench' }).click();
		const signs = async () => (await objectsIn(page)).filter(({ text }) => text === 'Bench sign');
		await expect.poll(async () => (await signs()).length).toBe(4);
		const copies = (await signs()).filter(({ id }) => id !== note.id).map(({ box }) => box);
		expect(new Set(copies.map(([, top]) => top)).size).toBe(1);
		await page.keyboard.press('Control+z');
		await expect.poll(async () => (await signs()).length).toBe(1);

		// Or dragged to where it is wanted; the dialog gives way.
		await page.keyboard.press('d');
		const piece = page.getByRole('button', { name: 'Put down: A sign for a bench' });
		const from = (await piece.boundingBox())!;
		await page.mouse.move(from.x + 40, from.y + 40);
		await page.mouse.down();
		await page.mouse.move(from.x + 60, from.y + 60, { steps: 4 });
		const { x: tx, y: ty } = await screenPoint(page, x + 300, y + 600);
		await page.mouse.move(tx, ty, { steps: 6 });
		await page.mouse.up();
		await expect.poll(async () => (await signs()).length).toBe(2);
		const carried = (await signs()).find(({ id }) => id !== note.id)!;
		expect(Math.hypot(carried.box[0] - (x + 300), carried.box[1] - (y + 600))).toBeLessThan(400);
		await expect(page.getByRole('dialog')).toBeHidden();
	});
});

test('what is put backstage is seen by those who lead alone, until it comes on', async ({
	ilka: { page },
	join,
}) => {
	const rashid = await join('Rashid');
	const { x, y } = await fresh(page);
	const note = await writeNote(page, x + 300, y + 200, 'The answer');
	await sees(rashid.page, 'The answer');
	const at = await middle(page, note);
	await page.mouse.click(at.x, at.y, { button: 'right' });
	await choose(page, 'Put backstage', 'More');
	await expect.poll(() => findIn(rashid.page, 'The answer')).toBeUndefined();
	const waiting = page.getByTestId('backstage');
	await expect(waiting).toContainText('The answer');
	await expect(rashid.page.getByTestId('backstage')).toBeHidden();
	await waiting.getByRole('combobox').selectOption({ label: 'with Read' });
	await page.getByRole('button', { name: 'Next: Read' }).click();
	await sees(rashid.page, 'The answer');
	await expect(waiting).toBeHidden();
});

test('the warm-up ticks itself off, and whoever leads sees who is ready', async ({ ilka, join, server }) => {
	const { page } = ilka;
	const { link } = await fromRecipe(page, server, 'kick-off');
	const nele = await join('Nele', { link });
	await page.getByRole('button', { name: 'Start: Welcome' }).click();
	await page.getByRole('button', { name: 'Next: Warm-up' }).click();
	const tasks = nele.page.getByTestId('warm-up');
	await expect(tasks.getByText('Write a note')).toBeVisible();
	const mine = await writeNoteIn(nele.page);
	await expect(tasks.locator('.done')).toHaveCount(1);
	const at = await middle(nele.page, mine);
	await nele.page.mouse.click(at.x, at.y);
	await nele.page.getByTestId('ledge').getByRole('button', { name: 'Plum' }).first().click();
	await expect(tasks.locator('.done')).toHaveCount(2);
	await nele.page.getByRole('application', { name: /^The board/ }).focus();
	await nele.page.keyboard.press('Shift+ArrowRight');
	await expect(tasks.locator('.done')).toHaveCount(3);
	await expect(page.getByText('3/4')).toBeVisible();
});

/** Writes a note with the one tool that there is. */
async function writeNoteIn(page: import('@playwright/test').Page) {
	const live = page.getByTestId('live');
	await expect(page.locator('[data-tool="note"]')).toBeVisible();
	await expect(page.locator('[data-tool="shape"]')).toBeHidden();
	await page.keyboard.press('3');
	const box = (await live.boundingBox())!;
	await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.type('Hello');
	await page.keyboard.press('Escape');
	return sees(page, 'Hello');
}

/** What a window says about where the session is. */
const currentStep = (page: import('@playwright/test').Page): Promise<string> =>
	page.evaluate(
		() =>
			(document.querySelector('[aria-current="step"]') ?? document.querySelector('.screen header'))
				?.textContent ?? '',
	);

test('in brainwriting everybody writes on another sheet each round', async ({ ilka, join, server }) => {
	const { page } = ilka;
	const { link } = await fromRecipe(page, server, 'brainwriting', { people: 3 });
	const nele = await join('Nele', { link, phone: true });
	const rashid = await join('Rashid', { link });
	const fieldOf = async (text: string): Promise<string> => {
		const note = await sees(page, text);
		await expect.poll(async () => (await findIn(page, text))?.landing).toBeUndefined();
		const { box } = (await findIn(page, text))!;
		const field = (await objectsIn(page)).find(
			({ kind, box: [x, y, w, h] }) =>
				kind === 'field' && box[0] >= x && box[0] < x + w && box[1] >= y && box[1] < y + h,
		);
		return field?.text ?? `none for ${note.id}`;
	};
	await page.getByRole('button', { name: 'Start: Welcome' }).click();
	const fields: string[][] = [];
	for (const round of [1, 2, 3]) {
		await page.getByRole('button', { name: `Next: Round ${round}` }).click();
		for (const { page: each, name } of [
			{ page: nele.page, name: 'Nele' },
			{ page: rashid.page, name: 'Rashid' },
		]) {
			// The round has come to this window.
			await expect.poll(() => currentStep(each)).toContain(`Round ${round}`);
			await each.getByPlaceholder('Write a note').fill(`${name} ${round}`);
			await each.keyboard.press('Enter');
		}
		fields.push([await fieldOf(`Nele ${round}`), await fieldOf(`Rashid ${round}`)]);
	}
	for (const [first, second] of fields) expect(first).not.toBe(second);
	for (const who of [0, 1]) expect(new Set(fields.map((each) => each[who])).size).toBe(3);
});
