/** Sorting notes into themes: one by one by key, into given names, in frames on the board. */
import { drag, expect, find, middle, objectsIn, sees, showPlace, test, undo, type Seen } from './fixtures';
import { notesInRow, select, themeOf } from './theme-page';

const WAITING = ['Queue round the corner', 'Nobody says whose turn it is', 'Two hours for one toaster'];
const PARTS = ['Fuses were gone by noon', 'No belts for sewing machines'];

test('notes are dealt one by one by key, and others see where they go', async ({ ilka, join }) => {
	const { page } = ilka;
	const rosa = await join('Rosa');
	await notesInRow(page, [...WAITING, ...PARTS]);
	await find(page, 'Sort notes one by one');
	const dealt = page.getByTestId('dealt');
	const count = page.getByTestId('deal-count');
	await expect(count).toContainText('0 of 5 sorted');
	/** Names a theme for the note that is shown; its name has the focus at once. */
	const name = async (text: string): Promise<void> => {
		await page.keyboard.press('n');
		await page.keyboard.type(text);
		await page.keyboard.press('Enter');
	};
	const keyOf = async (theme: string): Promise<string> =>
		(await page.getByTestId('deal').getByRole('button', { name: theme }).locator('.keys').innerText()).charAt(
			0,
		);
	const isWaiting = (text: string): boolean => WAITING.includes(text);

	const first = await dealt.innerText();
	await name(isWaiting(first) ? 'Long waits' : 'Missing parts');
	await expect(count).toContainText('1 of 5 sorted');
	await expect.poll(() => themeOf(rosa.page, first)).toBe(isWaiting(first) ? 'Long waits' : 'Missing parts');

	await test.step('a note is put aside, taken back, and looked at again', async () => {
		const second = await dealt.innerText();
		await page.keyboard.press('0');
		await expect(count).toContainText('1 aside');
		await page.keyboard.press('Backspace');
		await expect(count).toContainText('0 aside');
		await expect(dealt).toHaveText(second);
		await page.keyboard.press('ArrowLeft');
		await expect(dealt).toHaveText(first);
		await page.keyboard.press('ArrowRight');
		await expect(dealt).toHaveText(second);
	});

	await test.step('all others go where they belong, by one key each', async () => {
		for (let left = 4; left > 0; left--) {
			const text = await dealt.innerText();
			const theme = isWaiting(text) ? 'Long waits' : 'Missing parts';
			const there = page.getByTestId('deal').getByRole('button', { name: theme });
			if (await there.isVisible()) await page.keyboard.press(await keyOf(theme));
			else await name(theme);
			await expect(count).toContainText(`${6 - left} of 5 sorted`);
		}
		await expect(page.getByTestId('deal')).toContainText('5 of 5 notes are sorted');
		await page.keyboard.press('Escape');
		await expect(page.getByTestId('deal')).toBeHidden();
		for (const text of WAITING) expect(await themeOf(page, text)).toBe('Long waits');
		for (const text of PARTS) await expect.poll(() => themeOf(rosa.page, text)).toBe('Missing parts');
	});

	await test.step('notes of a frame lie in it, and none on another', async () => {
		const all = (await objectsIn(page)).filter(({ text }) => [...WAITING, ...PARTS].includes(text));
		for (const [i, { box: a }] of all.entries())
			for (const { box: b } of all.slice(0, i))
				expect(a[0] < b[0] + b[2] && b[0] < a[0] + a[2] && a[1] < b[1] + b[3] && b[1] < a[1] + a[3]).toBe(
					false,
				);
	});

	await test.step('one undo takes one answer back', async () => {
		await undo(page);
		const open = [];
		for (const text of [...WAITING, ...PARTS]) if (!(await themeOf(page, text))) open.push(text);
		expect(open).toHaveLength(1);
	});
});

test('a note goes to a theme by key, themes are joined by hand, and what somebody else sorts is passed over', async ({
	ilka,
	join,
}) => {
	const { page } = ilka;
	const rosa = await join('Rosa');
	const notes = await notesInRow(page, [...WAITING, ...PARTS]);
	await page.getByRole('application', { name: /^The board/ }).focus();

	await select(
		page,
		notes.slice(0, 2).map(({ id }) => id),
	);
	await page.keyboard.press('Shift+T');
	await page.getByRole('textbox', { name: 'New theme' }).fill('Long waits');
	await page.keyboard.press('Enter');
	await expect.poll(() => themeOf(rosa.page, WAITING[1]!)).toBe('Long waits');
	await select(page, [notes[3]!.id]);
	await page.keyboard.press('Shift+T');
	await page.getByRole('textbox', { name: 'New theme' }).fill('Missing parts');
	await page.keyboard.press('Enter');
	await expect.poll(() => themeOf(page, PARTS[0]!)).toBe('Missing parts');

	await test.step('Rosa sorts what Ilka is about to be dealt', async () => {
		await select(
			page,
			notes.map(({ id }) => id),
		);
		await find(page, 'Sort notes one by one');
		await expect(page.getByTestId('deal-count')).toContainText('3 of 5 sorted');
		await select(rosa.page, [notes[2]!.id, notes[4]!.id]);
		await rosa.page.getByRole('application', { name: /^The board/ }).focus();
		await rosa.page.keyboard.press('Shift+T');
		await rosa.page.getByRole('dialog').getByRole('button', { name: 'Missing parts' }).click();
		await expect(page.getByTestId('deal')).toContainText('5 of 5 notes are sorted');
		await page.keyboard.press('Escape');
		await expect(page.getByTestId('deal')).toBeHidden();
	});

	await test.step('one frame dropped on another is joined with it', async () => {
		const [waits, parts] = [await sees(page, 'Long waits'), await sees(page, 'Missing parts')];
		const title = async ({ box: [x, y, w] }: Seen): Promise<{ x: number; y: number }> =>
			middle(page, { box: [x, y, w, 30, 0] } as Seen);
		await select(page, []);
		const corner = (axis: 0 | 1): number => Math.min(waits.box[axis], parts.box[axis]) - 200;
		await showPlace(page, corner(0), corner(1), 0.4);
		await drag(page, await title(parts), await title(waits));
		for (const text of [...WAITING, ...PARTS])
			await expect.poll(() => themeOf(rosa.page, text)).toBe('Long waits');
		expect((await objectsIn(rosa.page)).some(({ text }) => text === 'Missing parts')).toBe(false);
		await undo(page);
		await expect.poll(() => themeOf(rosa.page, PARTS[0]!)).toBe('Missing parts');
	});
});

test('themes that have names: notes fall in place, the others say where they might go', async ({
	ilka,
	server,
}) => {
	const { page } = ilka;
	await notesInRow(page, [...WAITING, ...PARTS]);
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'Themes' }).click();
	await page.getByText('Themes that have names already').click();
	await page
		.getByRole('textbox', { name: 'Themes that have names already' })
		.fill('- Waiting\n- Spare parts\n\n- Waiting');
	await page.getByRole('button', { name: 'Sort the 5 selected notes' }).click();
	await expect(page.getByTestId('themes-summary')).toContainText('2 themes from 5 notes');
	const desk = page.getByTestId('desk');
	// Whatever is left out is put into the first of those that it is said to be likely for.
	for (;;) {
		const choice = desk.getByRole('button', { name: /^Put “/ }).first();
		if (!(await choice.isVisible())) break;
		await choice.click();
	}
	await page.getByRole('button', { name: 'Lay out on the board' }).click();
	await expect.poll(() => themeOf(page, WAITING[0]!)).toBe('Waiting');
	await expect.poll(() => themeOf(page, PARTS[0]!)).toBe('Spare parts');

	await test.step('an earlier board lends the names of its themes', async () => {
		const made = await page.request.post(`${server.url}/api/boards`, { data: { start: 'blank' } });
		const { id } = (await made.json()) as { id: string };
		await page.goto(`${server.url}/board/${id}`);
		await page.getByTestId('desk-tabs').getByRole('button', { name: 'Themes' }).click();
		await page.getByText('Themes that have names already').click();
		await page.getByRole('button', { name: 'From another board' }).click();
		await page.getByLabel('From another board').selectOption({ label: 'Season planning' });
		await expect(page.getByRole('textbox', { name: 'Themes that have names already' })).toHaveValue(
			/Waiting\nSpare parts/,
		);
	});
});

test('many notes are made ready part by part, and whoever stops that ends it', async ({ ilka: { page } }) => {
	const sheet = await page.evaluate(() => {
		type Held = {
			wandtafelBoard: { asOne(f: () => void): void; add(o: object): string; select(ids: string[]): void };
		};
		const { wandtafelBoard: board } = window as unknown as Held;
		const ids: string[] = [];
		board.asOne(() => {
			for (let i = 0; i < 320; i++) {
				const text = [{ kind: 'paragraph', runs: [{ text: `Note ${i} about the queue` }] }];
				const box = [30_000 + (i % 20) * 180, 30_000 + Math.floor(i / 20) * 110, 160, 96, 0];
				ids.push(board.add({ kind: 'note', box, style: { form: 'card', pigment: 'ochre' }, text }));
			}
		});
		board.select(ids);
		return ids.length;
	});
	expect(sheet).toBe(320);
	const asked: string[] = [];
	let go = (): void => {};
	const held = new Promise<void>((resolve) => (go = resolve));
	await page.route('**/themes/ready', async (route) => {
		asked.push('ready');
		if (asked.length === 2) await held;
		await route.continue();
	});
	page.on('request', (request) => {
		if (request.url().endsWith('/themes')) asked.push('themes');
	});
	await page.getByTestId('desk-tabs').getByRole('button', { name: 'Themes' }).click();
	await page.getByRole('button', { name: 'Sort the 320 selected notes' }).click();
	await expect(page.getByText('100 of 320 notes are ready')).toBeVisible();
	await page.getByRole('button', { name: 'Stop', exact: true }).click();
	const answered = page.waitForResponse('**/themes/ready');
	go();
	await answered;
	await expect(page.getByRole('button', { name: 'Sort the 320 selected notes' })).toBeVisible();
	expect(asked).toEqual(['ready', 'ready']);
	await page.getByRole('button', { name: 'Sort the 320 selected notes' }).click();
	await expect(page.getByTestId('themes-summary')).toContainText('from 320 notes');
	expect(asked.slice(2)).toEqual(['ready', 'ready', 'ready', 'ready', 'themes']);
});
