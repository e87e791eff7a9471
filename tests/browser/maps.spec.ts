/** Maps that lay themselves out: grown by key, re-hung by hand, by two people. */
import type { Page } from '@playwright/test';
import {
	dropFiles,
	expect,
	find,
	findIn,
	fresh,
	showPlace,
	middle,
	objectsIn,
	screenPoint,
	sees,
	test,
	undo,
	writeNote,
} from './fixtures';

// Windows go without a network in here.
test.use({ keepsShell: true });

/** The map of an object as words with brackets. */
const mapOf = (page: Page, root: string): Promise<string> =>
	page.evaluate((root) => {
		interface Held {
			id: string;
			text: { runs: { text: string }[] }[];
		}
		const { model } = (
			window as unknown as {
				wandtafelBoard: {
					model: {
						objects: Map<string, Held>;
						maps: { branchesOf(id: string): readonly string[] };
					};
				};
			}
		).wandtafelBoard;
		const words = (id: string): string =>
			model.objects
				.get(id)!
				.text.map(({ runs }) => runs.map((run) => run.text).join(''))
				.join(' ');
		const told = (id: string): string => {
			const branches = model.maps.branchesOf(id).map(told);
			return words(id) + (branches.length > 0 ? ` (${branches.join(', ')})` : '');
		};
		const [found] = [...model.objects.values()].filter(({ id }) => words(id) === root);
		return found ? told(found.id) : '';
	}, root);
const selectedText = async (page: Page): Promise<string | undefined> => {
	const [id] = await page.evaluate(() => [
		...(window as unknown as { wandtafelBoard: { selection: Set<string> } }).wandtafelBoard.selection,
	]);
	return (await objectsIn(page)).find((object) => object.id === id)?.text;
};
const isSeen = (page: Page, id: string): Promise<boolean> =>
	page.evaluate((id) => {
		type Held = { model: { boundsOf(id: string): unknown } };
		const { model } = (window as unknown as { wandtafelBoard: Held }).wandtafelBoard;
		return model.boundsOf(id) !== undefined;
	}, id);

test('a map of ten branches is written in twenty entries, and walked through', async ({ ilka: { page } }) => {
	const { x, y } = await fresh(page);
	await writeNote(page, x + 250, y + 300, 'Workshop');
	const { keyboard } = page;
	let entries = 0;
	const press = async (key: string): Promise<void> => {
		entries++;
		await keyboard.press(key);
		await expect(page.getByTestId('text-editor')).toBeVisible();
	};
	const write = async (text: string): Promise<void> => {
		entries++;
		await keyboard.insertText(text);
	};
	for (const [key, text] of [
		['y', 'Tools'],
		['Alt+Enter', 'Drill'],
		['Tab', 'Saw'],
		['Shift+Tab', 'People'],
		['Alt+Enter', 'Rosa'],
		['Tab', 'Tomasz'],
		['Shift+Tab', 'Rooms'],
		['Alt+Enter', 'Cellar'],
		['Tab', 'Yard'],
		['Shift+Tab', 'Money'],
	] as const) {
		await press(key);
		await write(text);
	}
	await keyboard.press('Escape');
	expect(entries).toBeLessThanOrEqual(21);
	await expect
		.poll(() => mapOf(page, 'Workshop'))
		.toBe('Workshop (Tools (Drill, Saw), People (Rosa, Tomasz), Rooms (Cellar, Yard), Money)');

	await test.step('arrows walk by where branches are', async () => {
		await expect.poll(() => selectedText(page)).toBe('Money');
		for (const [key, text] of [
			['ArrowUp', 'Rooms'],
			['ArrowRight', 'Cellar'],
			['ArrowDown', 'Yard'],
			['ArrowLeft', 'Rooms'],
			['ArrowLeft', 'Workshop'],
		] as const) {
			await keyboard.press(key);
			await expect.poll(() => selectedText(page)).toBe(text);
		}
	});

	await test.step('from a branch one goes on in the way of an arrow, and re-hangs it', async () => {
		await keyboard.press('Alt+ArrowLeft');
		await expect(page.getByTestId('text-editor')).toBeVisible();
		await keyboard.type('Left');
		await keyboard.press('Escape');
		const [root, left] = [await sees(page, 'Workshop'), await sees(page, 'Left')];
		expect(left.box[0]).toBeLessThan(root.box[0]);
		await keyboard.press('Alt+ArrowUp');
		await keyboard.type('Above');
		await keyboard.press('Escape');
		await expect
			.poll(async () => (await findIn(page, 'Above'))!.box[1])
			.toBeLessThan((await sees(page, 'Left')).box[1]);
		await keyboard.press('Alt+Shift+ArrowDown');
		await expect
			.poll(async () => (await findIn(page, 'Above'))!.box[1] > (await findIn(page, 'Left'))!.box[1])
			.toBe(true);
		await keyboard.press('Alt+Shift+ArrowLeft');
		await expect.poll(() => mapOf(page, 'Left')).toBe('Left (Above)');
		await undo(page);
		await expect.poll(() => mapOf(page, 'Left')).toBe('Left');
	});
});

test('pasted lines become branches, and what is selected becomes a map', async ({ ilka: { page } }) => {
	const { x, y } = await fresh(page);
	await writeNote(page, x + 250, y + 300, 'Garden');
	await page.keyboard.press('y');
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.insertText('Beds');
	await page.keyboard.press('Escape');
	const paste = (text: string): Promise<void> =>
		page.evaluate((text) => {
			const clipboardData = new DataTransfer();
			clipboardData.setData('text/plain', text);
			document.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
		}, text);
	await paste('\tRoses\n\t\tRed\n\t\tWhite\n\tHerbs\n');
	await expect.poll(() => mapOf(page, 'Garden')).toBe('Garden (Beds (Roses (Red, White), Herbs))');
	await undo(page);
	await expect.poll(() => mapOf(page, 'Garden')).toBe('Garden (Beds)');

	await showPlace(page, x + 2000, y);
	await writeNote(page, x + 2200, y + 200, 'Spade');
	await writeNote(page, x + 2500, y + 200, 'Rake');
	const [spade, rake] = [await sees(page, 'Spade'), await sees(page, 'Rake')];
	const at = await middle(page, spade);
	await page.keyboard.down('Shift');
	await page.mouse.click(at.x, at.y);
	await page.keyboard.up('Shift');
	await find(page, 'Make a map of these');
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.insertText('Shed');
	await page.keyboard.press('Escape');
	await expect.poll(() => mapOf(page, 'Shed')).toBe('Shed (Spade, Rake)');
	expect((await sees(page, 'Spade')).id).toBe(spade.id);
	expect((await sees(page, 'Rake')).id).toBe(rake.id);
});

test('branches are folded and re-hung by hand; others see the same, also after a time without network', async ({
	ilka,
	join,
}) => {
	const { page } = ilka;
	const { x, y } = await fresh(page);
	await writeNote(page, x + 250, y + 300, 'Evening');
	for (const [key, text] of [
		['y', 'Doors'],
		['Tab', 'Tables'],
		['Alt+Enter', 'Lamps'],
		['Shift+Tab', 'Cake'],
	] as const) {
		await page.keyboard.press(key);
		await expect(page.getByTestId('text-editor')).toBeVisible();
		await page.keyboard.insertText(text);
	}
	await page.keyboard.press('Escape');
	const rosa = await join('Rosa');
	await showPlace(rosa.page, x, y);
	await expect.poll(() => mapOf(rosa.page, 'Evening')).toBe('Evening (Doors, Tables (Lamps), Cake)');

	const carry = async (
		window: Page,
		what: string,
		to: { x: number; y: number },
		key?: string,
	): Promise<void> => {
		const from = await middle(window, await sees(window, what));
		await window.mouse.move(from.x, from.y + 12);
		await window.mouse.down();
		await window.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
		if (key) await window.keyboard.down(key);
		await window.mouse.move(to.x, to.y, { steps: 4 });
		await window.mouse.up();
		if (key) await window.keyboard.up(key);
	};
	const lamps = await middle(page, await sees(page, 'Lamps'));
	await carry(page, 'Cake', { x: lamps.x + 60, y: lamps.y });
	await expect.poll(() => mapOf(rosa.page, 'Evening')).toBe('Evening (Doors, Tables (Lamps (Cake)))');
	await undo(page);
	await expect.poll(() => mapOf(rosa.page, 'Evening')).toBe('Evening (Doors, Tables (Lamps), Cake)');

	await test.step('between neighbours, and far away by itself', async () => {
		const doors = await middle(page, await sees(page, 'Doors'));
		await carry(page, 'Cake', { x: doors.x - 60, y: doors.y - 30 });
		await expect.poll(() => mapOf(rosa.page, 'Evening')).toBe('Evening (Cake, Doors, Tables (Lamps))');
		await carry(page, 'Tables', { x: 300, y: 640 });
		await expect.poll(() => mapOf(rosa.page, 'Evening')).toBe('Evening (Cake, Doors)');
		expect(await mapOf(rosa.page, 'Tables')).toBe('Tables (Lamps)');
		await undo(page);
		await expect.poll(() => mapOf(rosa.page, 'Evening')).toBe('Evening (Cake, Doors, Tables (Lamps))');
	});

	await test.step('what is folded away is nowhere, on every screen, until it is shown', async () => {
		const tables = await sees(page, 'Tables');
		const lamps = await sees(page, 'Lamps');
		const at = await middle(page, tables);
		await page.mouse.click(at.x, at.y);
		await page.keyboard.press('Shift+y');
		for (const window of [page, rosa.page]) await expect.poll(() => isSeen(window, lamps.id)).toBe(false);
		await find(page, 'Show all branches');
		for (const window of [page, rosa.page]) await expect.poll(() => isSeen(window, lamps.id)).toBe(true);
	});

	await test.step('two who hang branches on each other, one of them without a network', async () => {
		await rosa.page.context().setOffline(true);
		await expect(rosa.page.getByTestId('save-state')).toContainText('Offline');
		const [cake, doors] = [await sees(rosa.page, 'Cake'), await sees(page, 'Doors')];
		const onCake = await middle(rosa.page, cake);
		await carry(rosa.page, 'Doors', { x: onCake.x + 60, y: onCake.y });
		await expect.poll(() => mapOf(rosa.page, 'Cake')).toBe('Cake (Doors)');
		const onDoors = await middle(page, doors);
		await carry(page, 'Cake', { x: onDoors.x + 60, y: onDoors.y });
		await expect.poll(() => mapOf(page, 'Doors')).toBe('Doors (Cake)');
		await rosa.page.context().setOffline(false);
		await expect(rosa.page.getByTestId('save-state')).toContainText('All saved');
		await expect
			.poll(async () => (await mapOf(page, 'Evening')) === (await mapOf(rosa.page, 'Evening')))
			.toBe(true);
		for (const word of ['Cake', 'Doors', 'Tables', 'Lamps'])
			await expect.poll(() => mapOf(page, 'Evening')).toContain(word);
	});
});

test('a map comes from a file, grows by its knobs, carries a frame, and becomes other things', async ({
	ilka: { page },
}) => {
	const { x, y } = await fresh(page);
	await dropFiles(
		page,
		[
			{
				name: 'season.md',
				content: '- Season\n  - Dates\n    - **First** Saturday\n  - Garage\n',
			},
		],
		await screenPoint(page, x + 520, y + 300),
	);
	await expect(page.getByLabel('What season.md becomes')).toHaveValue('map');
	await page.getByTestId('put-files').click();
	await expect(page.getByText('season.md is on the board.')).toBeVisible();
	await expect.poll(() => mapOf(page, 'Season')).toBe('Season (Dates (First Saturday), Garage)');

	await test.step('a knob beside a branch hangs a new one on it', async () => {
		const { box } = await sees(page, 'Garage');
		const [bx, by, w, h] = box;
		const at = await middle(page, await sees(page, 'Garage'));
		await page.mouse.click(at.x, at.y);
		const left = bx < (await sees(page, 'Season')).box[0];
		const edge = await screenPoint(page, left ? bx : bx + w, by + h / 2);
		await page.mouse.click(edge.x + (left ? -24 : 24), edge.y);
		await expect(page.getByTestId('text-editor')).toBeVisible();
		await page.keyboard.insertText('School hall');
		await page.keyboard.press('Escape');
		await expect.poll(() => mapOf(page, 'Garage')).toBe('Garage (School hall)');
	});

	await test.step('the ledge frames it, notes on its line, and spreads it another way', async () => {
		const at = await middle(page, await sees(page, 'Garage'));
		await page.mouse.click(at.x, at.y);
		await page.getByRole('button', { name: 'Map', exact: true }).click();
		await page.getByRole('button', { name: 'Frame round the branch' }).click();
		await page.getByLabel('Note on the line').fill('until March');
		await page.getByLabel('Note on the line').press('Tab');
		await page.keyboard.press('Escape');
		const style = async (): Promise<unknown> =>
			((await findIn(page, 'Garage')) as unknown as { mapStyle: unknown }).mapStyle;
		await expect.poll(style).toMatchObject({ framed: true, lineNote: 'until March' });
	});

	await test.step('it goes out as a file, and into columns', async () => {
		const at = await middle(page, await sees(page, 'Season'));
		await page.mouse.click(at.x, at.y);
		const [download] = await Promise.all([
			page.waitForEvent('download'),
			find(page, 'Take the map out as OPML'),
		]);
		expect(download.suggestedFilename()).toBe('Season.opml');
		await page.getByRole('application', { name: /^The board/ }).focus();
		await find(page, 'Map into columns');
		await expect
			.poll(
				async () =>
					(await objectsIn(page)).filter(({ kind, text }) => kind === 'columns' && text === 'Season').length,
			)
			.toBe(1);
	});
});
