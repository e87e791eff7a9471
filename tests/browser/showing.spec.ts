/** Before and after the meeting: gathering ahead, a recipe of one's own, the printed plan, slides, balance, a rehearsal in hand. */
import { barrierFree, expect, findIn, fromRecipe, objectsIn, sees, test } from './fixtures';

test('the board gathers before the meeting; its run sheet is printed, and kept as a recipe of one’s own', async ({
	ilka: { page },
	join,
	server,
}) => {
	const { link, board } = await fromRecipe(page, server, 'retrospective');
	const nele = await join('Nele', { phone: true, link });
	await test.step('open before the meeting, with what the first step asks', async () => {
		await expect(nele.page.getByPlaceholder('Write a note')).toBeHidden();
		await page.getByLabel('Open before the meeting').check();
		await expect(nele.page.getByRole('heading', { name: 'What went well and should stay?' })).toBeVisible();
		await nele.page.getByPlaceholder('Write a note').fill('The cakes');
		await nele.page.keyboard.press('Enter');
		const note = await sees(page, 'The cakes');
		const keep = (await objectsIn(page)).find(({ kind, text }) => kind === 'field' && text === 'Keep')!;
		await expect.poll(async () => (await findIn(page, 'The cakes'))!.box[0] >= keep.box[0]).toBe(true);
		expect(note.by[1]).toBe('Nele');
		// Nothing runs until somebody starts it; then it is the step that says what people may do.
		await expect(nele.page.getByTestId('countdown')).toBeHidden();
		await page.getByRole('button', { name: 'Start: Welcome' }).click();
		await expect(nele.page.getByPlaceholder('Write a note')).toBeHidden();
		await expect(nele.page.getByTestId('step-bar')).toContainText('Look and listen');
	});

	await test.step('the plan on one page, with the notes of those who lead, for nobody else', async () => {
		await page.getByRole('button', { name: 'All about Keep' }).click();
		await page.getByLabel('Only for you').fill('Ask Nele first');
		await page.getByLabel('Only for you').blur();
		await expect(page.getByTestId('save-state')).toContainText('All saved');
		await page.goto(`${server.url}/board/${board}/plan`);
		await expect(page.getByRole('row')).toHaveCount(9);
		await expect(page.getByRole('row', { name: /Keep/ }).first()).toContainText('Ask Nele first');
		await barrierFree(page, 'the printed plan');
		const answer = await nele.page.request.get(`${server.url}/board/${board}/plan`);
		expect(await answer.text()).not.toContain('Ask Nele first');
	});

	await test.step('kept as a recipe, a board of the same steps is made from it, without what was written', async () => {
		await page.goto(`${server.url}/board/${board}`);
		await page.getByRole('button', { name: 'Keep as a recipe of my own' }).click();
		await expect(page.getByText('Kept. You find it among the recipes')).toBeVisible();
		await page.goto(`${server.url}/new`);
		await expect(page.getByRole('heading', { name: 'My own recipes' })).toBeVisible();
		await page.getByRole('button', { name: 'Retrospective · 40 min' }).click();
		await expect(page.getByTestId('board-view')).toBeVisible();
		await expect(page.getByRole('button', { name: 'Start: Welcome' })).toBeVisible();
		await expect.poll(async () => (await objectsIn(page)).map(({ text }) => text)).toContain('Keep');
		expect(await findIn(page, 'The cakes')).toBeUndefined();
		await page.getByRole('button', { name: 'All about Keep' }).click();
		await expect(page.getByLabel('Only for you')).toHaveValue('Ask Nele first');
	});
});

test('slides are turned by key, by click and by a presenter’s keys; whoever looks alone comes back', async ({
	ilka: { page },
	join,
}) => {
	const rashid = await join('Rashid');
	const bar = rashid.page.getByTestId('slide-bar');
	await page.getByTestId('live').click({ position: { x: 8, y: 8 } });
	await page.keyboard.press('k');
	const desk = page.getByTestId('show-desk');
	await expect(bar).toContainText('1 of 3');
	await barrierFree(page, 'the desk of whoever shows');
	await desk.getByRole('button', { name: 'Slides on this screen' }).click();
	await expect(page.getByTestId('ledge')).toBeHidden();
	for (const [key, at] of [
		['PageDown', '2 of 3'],
		['ArrowRight', '3 of 3'],
		['ArrowRight', '3 of 3'],
		['PageUp', '2 of 3'],
		['Backspace', '1 of 3'],
	] as const) {
		await page.keyboard.press(key);
		await expect(bar).toContainText(at);
	}
	await page.mouse.click(640, 400);
	await expect(bar).toContainText('2 of 3');
	// Those who look on cannot turn them.
	await rashid.page.keyboard.press('ArrowRight');
	await rashid.page.getByRole('button', { name: 'Look around alone' }).click();
	await expect(rashid.page.getByTestId('ledge')).toBeVisible();
	await expect(page.getByTestId('slide-bar')).toContainText('2 of 3');
	await rashid.page.getByRole('button', { name: 'Come along' }).click();
	await expect(bar).toContainText('2 of 3');
	await page.keyboard.press('Escape');
	await expect(desk).toContainText('slide 2 of 3');
	await desk.getByRole('button', { name: 'End the show' }).click();
	await expect(bar).toBeHidden();
	await expect(rashid.page.getByTestId('ledge')).toBeVisible();
});

test('a rehearsal is held, sped up and sent home; the balance says who was not heard', async ({
	ilka: { page },
	join,
	server,
}) => {
	const { link } = await fromRecipe(page, server, 'idea-round');
	const notes = async (): Promise<number> =>
		(await objectsIn(page)).filter(({ kind }) => kind === 'note').length;
	await page.getByText('Rehearse with a simulated team').click();
	await page.getByLabel('How many people').fill('4');
	await page.getByRole('button', { name: 'Let them come' }).click();
	await expect(page.getByText('4 simulated people are here')).toBeVisible();
	await page.getByRole('button', { name: '×10' }).click();
	await expect(page.getByRole('button', { name: '×10' })).toHaveAttribute('aria-pressed', 'true');
	await page.getByRole('button', { name: 'Start: Welcome' }).click();
	await page.getByRole('button', { name: 'Next: Write silently' }).click();
	const silence = page.getByTestId('silence');
	await expect(silence.getByRole('listitem')).not.toHaveCount(0, { timeout: 60_000 });
	await page.getByRole('button', { name: 'Reveal all' }).click();
	await expect.poll(notes).toBeGreaterThan(0);

	const rashid = await join('Rashid', { link });
	await expect(rashid.page.getByTestId('board-view')).toBeVisible();
	await page.getByTestId('live').click({ position: { x: 8, y: 8 } });
	await page.keyboard.press('b');
	const balance = page.getByRole('dialog', { name: 'Balance of the room' });
	await expect(balance).toContainText('Not heard yet');
	await expect(balance).toContainText('Rashid');
	await expect(balance.getByRole('row', { name: /\(rehearsal\)/ }).first()).toContainText(/(one|\d) notes?/);
	await barrierFree(page, 'the balance of the room');
	await page.keyboard.press('Escape');

	await page.getByRole('button', { name: 'Send them home' }).click();
	await expect.poll(notes).toBe(0);
	await expect(rashid.page.getByTestId('board-view')).toBeVisible();
});
