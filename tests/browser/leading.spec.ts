/** A whole session in fast time: from a recipe to the report, with two real participants (one on a phone) and a simulated team of ten. */
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import type { Page } from '@playwright/test';
import { barrierFree, expect, findIn, fromRecipe, madeBoard, objectsIn, sees, test } from './fixtures';

test('a session from the recipe to the report', async ({ ilka, join, server }) => {
	test.setTimeout(180_000);
	const { page } = ilka;
	let link = '';

	await test.step('from the boards page to a board with a run sheet', async () => {
		await page.goto(server.url);
		await page.getByRole('link', { name: /Idea round/ }).click();
		await page.getByLabel('The question').fill('How do we get rid of the queue?');
		await page.getByLabel('Minutes at hand').fill('20');
		await expect(page.getByTestId('recipe-form').getByRole('listitem')).toHaveCount(6);
		await barrierFree(page, 'choosing a recipe');
		await page.getByRole('button', { name: 'Make the board' }).click();
		({ link } = await madeBoard(page, server));
	});
	const nele = await join('Nele', { phone: true, link });
	const rashid = await join('Rashid', { link });

	await test.step('a simulated team comes, though real people are here, because Ilka says so', async () => {
		await page.getByText('Rehearse with a simulated team').click();
		await page.getByRole('button', { name: 'Let them come' }).click();
		await expect(page.getByText('There are real people in the room.')).toBeVisible();
		await page.getByRole('button', { name: 'Let them come all the same' }).click();
		await expect(page.getByText('simulated people are here')).toBeVisible({ timeout: 20_000 });
		await page.getByRole('button', { name: '×10' }).click();
	});

	await test.step('the first step lets people watch: no tools but the harmless ones', async () => {
		await page.getByRole('button', { name: 'Start: Welcome' }).click();
		await expect(rashid.page.getByTestId('step-bar')).toContainText('Good to have you here.');
		await expect(rashid.page.locator('[data-tool="note"]')).toBeHidden();
		await expect(nele.page.getByTestId('step-bar')).toContainText('Look and listen');
	});

	await test.step('silent writing: seen by its writer alone, counted for Ilka', async () => {
		await page.getByRole('button', { name: 'Next: Write silently' }).click();
		await nele.page.getByPlaceholder('Write a note only you see').fill('Numbers on slips of paper');
		await nele.page.keyboard.press('Enter');
		await expect(nele.page.getByTestId('silent-notes')).toContainText('Numbers on slips of paper');
		await rashid.page.getByPlaceholder('Write a note only you see').fill('A bench for waiting');
		await rashid.page.keyboard.press('Enter');
		await expect(page.getByTestId('silence')).toContainText('Nele');
		await expect(page.getByTestId('silence')).toContainText('Rashid');
		for (const each of [page, rashid.page])
			expect(await findIn(each, 'Numbers on slips of paper')).toBeUndefined();
		// The team writes as well.
		await expect
			.poll(() => page.getByTestId('silence').getByRole('listitem').count(), { timeout: 60_000 })
			.toBeGreaterThanOrEqual(8);
	});

	await test.step('one click reveals everything, to everybody, in the field', async () => {
		await page.getByRole('button', { name: 'Reveal all' }).click();
		for (const each of [page, rashid.page]) await sees(each, 'Numbers on slips of paper');
		await expect
			.poll(async () => {
				const all = await objectsIn(page);
				const field = all.find(({ kind, text }) => kind === 'field' && text.startsWith('How do we'))!;
				const [x, y, w, h] = field.box;
				return all.filter(
					({ kind, box }) =>
						kind === 'note' &&
						!(box[0] >= x && box[1] >= y && box[0] + box[2] <= x + w && box[1] + box[3] <= y + h),
				).length;
			})
			.toBe(0);
	});

	await test.step('pausing holds every clock; the plan is told against it', async () => {
		await page.getByRole('button', { name: 'Pause', exact: true }).first().click();
		await expect(page.getByText('paused').first()).toBeVisible();
		await page.getByRole('button', { name: 'Go on', exact: true }).first().click();
		await expect(page.getByTestId('schedule')).toContainText('Ends at');
	});

	await test.step('a question is parked by one key, in whatever step', async () => {
		await rashid.page.getByTestId('live').click({ position: { x: 20, y: 20 } });
		await rashid.page.keyboard.press('q');
		await rashid.page.getByPlaceholder('A question for later').fill('Who pays for the slips?');
		await rashid.page.getByRole('button', { name: 'Park it' }).click();
		await expect(rashid.page.getByTestId('parking')).toContainText('Who pays for the slips?');
	});

	await test.step('three clicks start a dot vote on the field; the phone gets a list, the desk dots on the board', async () => {
		await page.getByRole('button', { name: 'Next: Read' }).click();
		await page.getByRole('treeitem', { name: /How do we get rid/ }).click();
		await page.keyboard.press('v');
		await page.getByRole('button', { name: 'Start the vote' }).click();
		const screen = nele.page.getByTestId('vote-screen');
		await expect(screen).toBeVisible();
		await screen.getByRole('button', { name: 'One dot more for Numbers on slips of paper' }).click();
		await screen.getByRole('button', { name: 'One dot more for Numbers on slips of paper' }).click();
		await expect(screen.getByTestId('dots-left')).toContainText('3 dots left');
		await expect(screen.getByText('Your vote is saved')).toBeVisible();
		await barrierFree(nele.page, 'the ballot on a phone');
		await rashid.page.getByTestId('vote-bar').getByRole('button', { name: 'Vote' }).click();
		await rashid.page
			.getByTestId('ballot')
			.getByRole('button', { name: 'One dot more for A bench for waiting' })
			.press('+');
		await expect(rashid.page.getByTestId('dots-left')).toContainText('4 dots left');
		await expect(page.getByText(/[2-9] of \d+ have voted|1\d of \d+ have voted/)).toBeVisible();
	});

	await test.step('closed is closed: the result is told, and put in order on the board', async () => {
		await page.getByRole('button', { name: 'Close the vote' }).click();
		await expect(page.getByTestId('vote-result')).toBeVisible();
		await expect(nele.page.getByTestId('vote-screen')).toBeHidden();
		await expect(page.getByText(/Gathering of dots/)).toBeVisible();
		await barrierFree(page, 'the result of a vote');
		await page.getByRole('button', { name: 'Put in this order' }).click();
		await expect(
			page
				.getByTestId('vote-signs')
				.getByTitle(/^1\. \d+ dots/)
				.first(),
		).toBeVisible();
		await page.keyboard.press('Control+z');
	});

	await test.step('fields are shown as slides; whoever wants to looks around alone', async () => {
		await page.getByTestId('live').click({ position: { x: 8, y: 8 } });
		await page.keyboard.press('k');
		await expect(page.getByTestId('show-desk')).toContainText('slide 1 of 2');
		await expect(rashid.page.getByTestId('slide-bar')).toContainText('1 of 2');
		await expect(rashid.page.getByTestId('ledge')).toBeHidden();
		await page.getByTestId('show-desk').getByRole('button', { name: 'Next' }).click();
		await expect(rashid.page.getByTestId('slide-bar')).toContainText('2 of 2');
		await rashid.page.getByRole('button', { name: 'Look around alone' }).click();
		await expect(rashid.page.getByTestId('ledge')).toBeVisible();
		await page.getByRole('button', { name: 'End the show' }).click();
		await expect(rashid.page.getByText('Slides are being shown')).toBeHidden();
	});

	await test.step('the team is sent home, and nothing of it is left', async () => {
		await page.getByRole('button', { name: 'Send them home' }).click();
		await expect(page.getByRole('button', { name: 'Let them come' })).toBeVisible();
		const writers = new Set(
			(await objectsIn(page)).filter(({ kind }) => kind === 'note').map(({ by }) => by[1]),
		);
		expect(writers).toEqual(new Set(['Nele', 'Rashid']));
	});

	await test.step('the outcome is one click away, edited, and taken out', async () => {
		await page.getByRole('link', { name: 'Report of the outcome' }).click();
		const report = page.getByTestId('report');
		for (const text of [
			'How do we get rid of the queue?',
			'Numbers on slips of paper',
			'Who pays for the slips?',
			'Decisions',
		])
			await expect(report).toContainText(text);
		await barrierFree(page, 'the report');
		await report.getByRole('heading', { level: 1 }).click();
		await page.keyboard.press('End');
		await page.keyboard.type(' – agreed');
		await expect(page.getByTestId('report-state')).toHaveText('All saved');
		const waiting = page.waitForEvent('download');
		await page.getByRole('button', { name: 'Markdown' }).click();
		const file = await waiting;
		// With pictures in it, the text and its pictures come as one archive.
		const files = unzipSync(readFileSync((await file.path())!));
		const text = Object.keys(files).find((name) => name.endsWith('.md'))!;
		expect(strFromU8(files[text]!)).toContain('– agreed');
		const pdf = page.waitForEvent('download');
		await page.getByRole('button', { name: 'PDF' }).click();
		expect(
			readFileSync((await (await pdf).path())!)
				.subarray(0, 5)
				.toString(),
		).toBe('%PDF-');
	});
});

test('the session is in hand on the leader’s phone: steps, the reveal, slides, and closing a vote', async ({
	ilka: { page },
	join,
	server,
}) => {
	const { link, board } = await fromRecipe(page, server, 'retrospective');
	const rashid = await join('Rashid', { link });
	await page.getByRole('button', { name: 'Start: Welcome' }).click();
	await page.setViewportSize({ width: 390, height: 844 });
	const remote = page.getByTestId('lead-screen');
	await remote.getByRole('button', { name: 'Next: Keep' }).click();
	const prompt = rashid.page.getByTestId('writing-line');
	await expect(prompt.getByText('What went well and should stay?')).toBeVisible();
	await remote.getByRole('button', { name: 'Next: Change' }).click();
	await expect(prompt.getByText(/^What held us up/)).toBeVisible();
	await rashid.page.getByPlaceholder('Write a note only you see').fill('Too few plugs');
	await rashid.page.keyboard.press('Enter');
	await expect(remote.getByTestId('silence')).toContainText('Rashid');
	await barrierFree(page, 'leading from a phone');
	await remote.getByRole('button', { name: 'Reveal all' }).click();
	await sees(rashid.page, 'Too few plugs');
	await expect(page.getByText('1 note revealed')).toBeVisible();

	await remote.getByRole('button', { name: 'Board' }).click();
	await page.getByTestId('live').click({ position: { x: 8, y: 300 } });
	await page.keyboard.press('k');
	await expect(rashid.page.getByTestId('slide-bar')).toContainText('1 of 3');
	await remote.getByTestId('show-desk').getByRole('button', { name: 'Next' }).click();
	await expect(rashid.page.getByTestId('slide-bar')).toContainText('2 of 3');
	await remote.getByRole('button', { name: 'End the show' }).click();
	await expect(rashid.page.getByTestId('slide-bar')).toBeHidden();
	await remote.getByRole('button', { name: 'Board' }).click();
	await page.getByRole('button', { name: 'Lead the session' }).click();
	await expect(remote).toBeVisible();

	const notes = (await objectsIn(page)).filter(({ kind }) => kind === 'field').map(({ id }) => id);
	const vote = await page.request.post(`${server.url}/api/boards/${board}/votes`, {
		data: { terms: { method: 'dots', question: 'Which first?' }, objects: notes },
		headers: { origin: server.url },
	});
	expect(vote.ok()).toBe(true);
	await expect(remote).toContainText('Which first?');
	await expect(rashid.page.getByTestId('vote-bar')).toBeVisible();
	await remote.getByRole('button', { name: 'Close the vote' }).click();
	await expect(rashid.page.getByTestId('vote-bar')).toBeHidden();
});

/** The list of all steps on the desk, and their titles as they stand there. */
function stepsOf(page: Page) {
	const list = page.getByTestId('desk').getByRole('list', { name: 'All steps' });
	const titles = (): Promise<string[]> =>
		list.locator('input.title').evaluateAll((all) => all.map((each) => (each as HTMLInputElement).value));
	return { list, titles };
}

test('steps are added, copied, moved by key and deleted; what was deleted comes back with its notes', async ({
	ilka: { page },
	server,
}) => {
	await fromRecipe(page, server, 'check-in');
	const { list, titles } = stepsOf(page);
	const before = await titles();
	const [first, second] = before as [string, string];
	await page.getByRole('button', { name: `All about ${second}` }).click();
	await page.getByLabel('Only for you').fill('Keep this short');
	await page.getByRole('button', { name: 'Duplicate' }).click();
	await expect.poll(titles).toEqual([first, second, second, ...before.slice(2)]);
	await expect(page.getByLabel('Only for you')).toHaveValue('Keep this short');
	await list.locator('input.title').nth(2).press('Alt+ArrowUp');
	await list.locator('input.title').nth(1).fill('Twice');
	await list.locator('input.title').nth(1).press('Enter');
	await expect.poll(titles).toEqual([first, 'Twice', second, ...before.slice(2)]);
	await page.getByRole('button', { name: 'Delete this step' }).click();
	await expect.poll(titles).toEqual(before);
	await page.getByRole('region', { name: 'Messages' }).getByRole('button', { name: 'Undo' }).click();
	await expect.poll(titles).toEqual([first, 'Twice', second, ...before.slice(2)]);
	await expect(page.getByLabel('Only for you')).toHaveValue('Keep this short');
});

test('steps are put into another order by dragging them, above a step, below one, and to the end', async ({
	ilka: { page },
	server,
}) => {
	await fromRecipe(page, server, 'check-in');
	const { list, titles } = stepsOf(page);
	const [first, second, third, ...rest] = (await titles()) as [string, string, string, ...string[]];
	const row = (i: number) => list.getByRole('listitem').nth(i);
	const grip = (i: number) => row(i).locator('.grip');
	await grip(2).dragTo(row(0), { targetPosition: { x: 60, y: 3 } });
	await expect.poll(titles).toEqual([third, first, second, ...rest]);
	await grip(0).dragTo(row(2), { targetPosition: { x: 60, y: 33 } });
	await expect.poll(titles).toEqual([first, second, third, ...rest]);
	await grip(0).dragTo(page.getByRole('button', { name: 'Add a step' }));
	await expect.poll(titles).toEqual([second, third, ...rest, first]);
});
