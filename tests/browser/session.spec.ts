import { readFileSync } from 'node:fs';
import { drag, showPlace, expect, findIn, objectsIn, screenPoint, sees, test } from './fixtures';

test('a whole session: join, write, draw, link, sort into themes, take out', async ({ ilka, join }) => {
	test.setTimeout(240_000);
	const { page } = ilka;
	const rashid = await join('Rashid');
	const nele = await join('Nele', { phone: true });

	await test.step('on a phone, the writing line and one’s own notes are the screen', async () => {
		await expect(nele.page.getByRole('heading', { name: /What kept people waiting/ })).toBeVisible();
		await expect(nele.page.getByTestId('scene')).toBeHidden();
		for (const text of ['Glue had run dry by two', 'Nobody knew the price of a fuse']) {
			await nele.page.getByLabel('Write a note').fill(text);
			await nele.page.keyboard.press('Enter');
			await expect(nele.page.getByTestId('own-notes')).toContainText(text);
		}
		await expect(nele.page.getByText('All saved')).toBeVisible();
	});

	await test.step('the notes land in the step’s field on every screen, clear of the others', async () => {
		const note = await sees(page, 'Glue had run dry by two');
		await sees(rashid.page, 'Nobody knew the price of a fuse');
		expect(note.by[1]).toBe('Nele');
		await expect.poll(async () => (await findIn(page, note.text))?.landing).toBeUndefined();
		const [x, y, w, h] = (await findIn(page, note.text))!.box;
		for (const other of (await objectsIn(page)).filter(
			(each) => each.kind === 'note' && each.id !== note.id && each.sheet === note.sheet,
		)) {
			const [ox, oy, ow, oh] = other.box;
			expect(x < ox + ow && ox < x + w && y < oy + oh && oy < y + h, other.text).toBe(false);
		}
	});

	await test.step('the writing line above the ledge does the same', async () => {
		await rashid.page.getByLabel('Write a note').fill('The bell at the till is too quiet');
		await rashid.page.keyboard.press('Enter');
		await expect(rashid.page.getByLabel('Write a note')).toHaveValue('');
		await sees(page, 'The bell at the till is too quiet');
		await expect(page.getByTestId('desk')).toContainText('Written so far: 3');
	});

	await test.step('people see each other’s pointers with names', async () => {
		await rashid.page.mouse.move(600, 400);
		await rashid.page.mouse.move(620, 410);
		await expect
			.poll(() =>
				page.evaluate(() => {
					type Held = { wandtafelBoard: { room: { people: { name: string; cursor?: number[] }[] } } };
					return (window as unknown as Held).wandtafelBoard.room.people.find(
						(each) => each.name === 'Rashid' && each.cursor,
					)?.cursor?.length;
				}),
			)
			.toBe(2);
		await expect(page.getByTestId('session-line').getByLabel('Who is here')).toContainText('Rashid');
	});

	await test.step('shapes are drawn, named and linked, and the link follows', async () => {
		await showPlace(page, 3_000, 0);
		for (const [x, name] of [
			[3_150, 'Door'],
			[3_500, 'Bench'],
		] as const) {
			await page.keyboard.press('5');
			const at = await screenPoint(page, x, 200);
			await page.mouse.click(at.x, at.y);
			await page.keyboard.press('Enter');
			await page.keyboard.type(name);
			await page.keyboard.press('Escape');
		}
		await page.keyboard.press('6');
		await drag(page, await screenPoint(page, 3_150, 200), await screenPoint(page, 3_500, 200));
		const door = await sees(rashid.page, 'Door');
		const bench = await sees(rashid.page, 'Bench');
		const link = (await objectsIn(rashid.page)).find(
			(object) =>
				object.kind === 'connector' &&
				JSON.stringify(object).includes(door.id) &&
				JSON.stringify(object).includes(bench.id),
		);
		expect(link).toBeDefined();
		const bounds = (id: string) =>
			rashid.page.evaluate(
				(wanted) =>
					(
						window as unknown as { wandtafelBoard: { model: { boundsOf(id: string): { h: number } } } }
					).wandtafelBoard.model.boundsOf(wanted).h,
				id,
			);
		const before = await bounds(link!.id);
		await page.keyboard.press('Escape');
		await drag(page, await screenPoint(page, 3_500, 200), await screenPoint(page, 3_500, 400));
		await expect.poll(() => bounds(link!.id)).toBeGreaterThan(before + 100);
	});

	await test.step('the notes of a field are sorted: first a preview, then one step on the board', async () => {
		await page.getByRole('button', { name: 'Themes', exact: true }).click();
		const before = await objectsIn(page);
		await page
			.getByTestId('desk')
			.getByRole('button', { name: /^What held us up/ })
			.click();
		await expect(page.getByTestId('themes-summary')).toContainText('themes from 26 notes');
		expect((await objectsIn(page)).map((object) => object.box)).toEqual(before.map((object) => object.box));
		await page.getByLabel('Name of the theme').first().fill('The first theme');
		await page.getByLabel('Name of the theme').first().blur();
		await page.getByRole('button', { name: 'Lay out on the board' }).click();
		const theme = await sees(rashid.page, 'The first theme');
		expect(theme.kind).toBe('theme');
		await expect
			.poll(async () => (await objectsIn(rashid.page)).filter((object) => object.theme === theme.id).length)
			.toBeGreaterThan(1);
		await page.getByRole('button', { name: 'Undo' }).click();
		await expect.poll(() => findIn(rashid.page, 'The first theme')).toBeUndefined();
		const sorted = (objects: { id: string; box: number[] }[]) =>
			objects.map(({ id, box }) => `${id} ${box.join()}`).sort();
		expect(sorted(await objectsIn(page))).toEqual(sorted(before));
		await page.getByRole('button', { name: 'Redo' }).click();
		await sees(rashid.page, 'The first theme');
	});

	await test.step('the outcome leaves as pictures and as data, and says so', async () => {
		const take = async (format: string, ...choices: string[]): Promise<{ name: string; body: Buffer }> => {
			await page.keyboard.press('Escape');
			await page.getByRole('button', { name: 'Take out' }).click();
			const dialog = page.getByRole('dialog');
			await dialog.locator(`[data-export="${format}"]`).click();
			for (const choice of choices) {
				const button = dialog.getByRole('button', { name: choice, exact: true });
				// Where a format can hold one part alone there is nothing to choose.
				if (await button.count()) await button.click();
			}
			const waiting = page.waitForEvent('download');
			await dialog.getByTestId('make-file').click();
			const download = await waiting;
			await expect(page.getByText(`${download.suggestedFilename()} is made`).first()).toBeVisible();
			return { name: download.suggestedFilename(), body: readFileSync(await download.path()) };
		};
		const png = await take('png', 'This sheet', '1 ×');
		expect(png.name).toBe('Season planning.png');
		expect(png.body.subarray(1, 4).toString()).toBe('PNG');
		const twice = await take('png', 'This sheet', '2 ×');
		expect(twice.body.readUInt32BE(16)).toBe(png.body.readUInt32BE(16) * 2);
		const svg = await take('svg', 'This sheet');
		expect(svg.body.toString()).toContain('The first theme');
		const csv = await take('csv', 'All sheets');
		expect(csv.body.toString()).toContain('Glue had run dry by two,Nele,note');
	});

	await test.step('the facilitator starts the next step; everybody sees it and the same countdown', async () => {
		await page.getByTestId('session-line').getByRole('button', { name: /Read/ }).click();
		for (const each of [page, rashid.page]) {
			await expect(each.locator('[aria-current="step"]')).toContainText('Read');
		}
		// On a phone a step that reads is a list to read.
		await expect(nele.page.getByTestId('read-screen')).toContainText('Glue had run dry by two');
		await expect(nele.page.getByTestId('writing-line')).toBeHidden();
		// Both windows are read in the same moment; again where the machine held one of them up.
		const shown = (each: typeof page) => each.getByTestId('countdown').first().textContent();
		const apart = async (): Promise<number> => {
			const seconds = (await Promise.all([shown(page), shown(rashid.page)])).map((text) => {
				const [minutes, rest] = /(\d+):(\d+)/.exec(text!)!.slice(1).map(Number);
				return minutes! * 60 + rest!;
			});
			return Math.abs(seconds[0]! - seconds[1]!);
		};
		await expect.poll(apart).toBeLessThanOrEqual(1);
	});
});

test('steps too narrow for their titles show numbers, and all of it when they are reached; the running one is read in full', async ({
	ilka: { page },
}) => {
	const line = page.getByTestId('session-line').getByRole('list', { name: 'Run sheet' });
	const steps = line.getByRole('listitem');
	await expect(steps).toHaveCount(7);
	const running = line.locator('[aria-current="step"] button b');
	await expect(running).toHaveText('What held us up?');
	expect(await running.evaluate((title) => title.scrollWidth <= title.clientWidth)).toBe(true);
	const narrow = steps.filter({ has: page.locator('.number') });
	await expect(narrow.first()).toBeVisible();
	for (const step of await narrow.all()) {
		const tip = step.locator('.tip');
		await expect(tip).toBeHidden();
		await step.hover();
		await expect(tip).toBeVisible();
		await page.mouse.move(400, 400);
		await step.getByRole('button').focus();
		await expect(tip).toBeVisible();
		const { x, width } = (await tip.boundingBox())!;
		expect(x).toBeGreaterThanOrEqual(0);
		expect(x + width).toBeLessThanOrEqual(1280);
	}
});
