/** Flows, groups and locks in people's hands, with a second person watching. */
import type { Page } from '@playwright/test';
import {
	byKind,
	choose,
	drag,
	showPlace,
	expect,
	find,
	findIn,
	fresh,
	middle,
	objectsIn,
	screenPoint,
	sees,
	test,
	undo,
	writeNote,
} from './fixtures';
import type { SceneReader } from './scene';

/** The way of a connector as a window shows it. */
const routeIn = (page: Page, id: string): Promise<{ x: number; y: number }[]> =>
	page.evaluate((wanted) => {
		type Held = {
			wandtafelBoard: {
				model: { routePending(): void; routeOf(id: string): { path: { x: number; y: number }[] } };
			};
		};
		const { model } = (window as unknown as Held).wandtafelBoard;
		model.routePending();
		return model.routeOf(wanted).path;
	}, id);

async function shapeAt(page: Page, x: number, y: number, text: string) {
	await page.keyboard.press('5');
	const at = await screenPoint(page, x, y);
	await page.mouse.click(at.x, at.y);
	await page.keyboard.press('Enter');
	await page.keyboard.type(text);
	await page.keyboard.press('Escape');
	return sees(page, text);
}

test('a flow grows by keys and by knobs, its lines go round things, and bends set by hand stay', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const start = await shapeAt(page, at.x + 120, at.y + 120, 'Door');
	await page.keyboard.press('Alt+ArrowRight');
	await page.keyboard.type('Desk');
	await page.keyboard.press('Escape');
	const desk = await sees(maren.page, 'Desk');
	expect(desk.style).toEqual(start.style);
	expect(desk.box[1]).toBe(start.box[1]);
	const [link] = (await byKind(maren.page, 'connector')).filter((each) =>
		JSON.stringify(each).includes(desk.id),
	);

	await test.step('by the knob below, into the free place there', async () => {
		const [x, y, w, h] = desk.box;
		const knob = await screenPoint(page, x + w / 2, y + h);
		await page.mouse.click(knob.x, knob.y + 24);
		await page.keyboard.type('Bench');
		await page.keyboard.press('Escape');
		const bench = await sees(page, 'Bench');
		expect(bench.box[0]).toBe(x);
		expect(bench.box[1]).toBeGreaterThan(y + h);
		await undo(page);
		await undo(page);
		await expect.poll(() => findIn(maren.page, 'Bench')).toBeUndefined();
	});

	await test.step('a note put between is gone round, on both screens alike', async () => {
		expect(await routeIn(page, link!.id)).toHaveLength(2);
		const deskAt = await middle(page, desk);
		await page.mouse.click(deskAt.x, deskAt.y);
		await drag(page, deskAt, { x: deskAt.x + 260, y: deskAt.y });
		const wall = await writeNote(page, at.x + 330, at.y + 120, 'In the way');
		await expect.poll(async () => (await routeIn(maren.page, link!.id)).length).toBeGreaterThan(2);
		expect(await routeIn(page, link!.id)).toEqual(await routeIn(maren.page, link!.id));
		const wallAt = await middle(page, wall);
		await page.mouse.click(wallAt.x, wallAt.y);
		await page.keyboard.press('Delete');
		await expect.poll(async () => (await routeIn(maren.page, link!.id)).length).toBe(2);
	});

	await test.step('a stretch is dragged aside and stays when an end moves', async () => {
		await page.keyboard.press('Escape');
		const [a, b] = (await routeIn(page, link!.id)) as [{ x: number; y: number }, { x: number; y: number }];
		const half = await screenPoint(page, (a.x + b.x) / 2, a.y);
		await page.mouse.click(half.x - 40, half.y);
		await drag(page, half, { x: half.x, y: half.y + 130 });
		await expect
			.poll(async () => (await routeIn(maren.page, link!.id)).some((p) => Math.abs(p.y - a.y - 130) < 2))
			.toBe(true);
		const bent = (await byKind(page, 'connector')).find((each) => each.id === link!.id) as unknown as {
			bends: unknown[];
		};
		const door = await middle(page, (await findIn(page, 'Door'))!);
		await page.keyboard.press('Escape');
		await drag(page, door, { x: door.x, y: door.y + 40 });
		const after = (await byKind(page, 'connector')).find((each) => each.id === link!.id) as unknown as {
			bends: unknown[];
		};
		expect(after.bends).toEqual(bent.bends);
	});
});

test('groups, locks, lining up and tidying, from the menu, the palette and by keys', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const notes = [
		await writeNote(page, at.x + 150, at.y + 120, 'first'),
		await writeNote(page, at.x + 420, at.y + 170, 'second'),
		await writeNote(page, at.x + 250, at.y + 330, 'third'),
	];
	const box = async (text: string, on = page) => (await findIn(on, text))!.box;
	const selectAll = async () => {
		await page.keyboard.press('Escape');
		await drag(
			page,
			await screenPoint(page, at.x + 20, at.y + 20),
			await screenPoint(page, at.x + 640, at.y + 480),
		);
	};

	await test.step('lined up by a command found by name', async () => {
		await selectAll();
		await find(page, 'left edges');
		await expect.poll(async () => (await box('second', maren.page))[0]).toBe(notes[0]!.box[0]);
		await undo(page);
		await expect.poll(async () => (await box('second', maren.page))[0]).toBe(notes[1]!.box[0]);
	});

	await test.step('tidied into rows by a key', async () => {
		await selectAll();
		await page.keyboard.press('t');
		await expect.poll(async () => (await box('second'))[1]).toBe((await box('first'))[1]);
		await undo(page);
	});

	await test.step('grouped: one click takes all, and all move together', async () => {
		await selectAll();
		await page.keyboard.press('Control+g');
		await page.keyboard.press('Escape');
		const first = await middle(page, (await findIn(page, 'first'))!);
		await drag(page, first, { x: first.x + 60, y: first.y });
		await expect.poll(async () => (await box('third', maren.page))[0]).toBe(notes[2]!.box[0] + 60);
		await undo(page);
		await page.keyboard.press('Control+Shift+g');
		await expect.poll(async () => (await byKind(maren.page, 'group')).length).toBe(0);
	});

	await test.step('locked by the facilitator from the menu: nobody else can move it', async () => {
		await page.keyboard.press('Escape');
		const first = await middle(page, (await findIn(page, 'first'))!);
		await page.mouse.click(first.x, first.y, { button: 'right' });
		await choose(page, 'Lock for everybody', 'More');
		await expect
			.poll(async () => ((await findIn(maren.page, 'first')) as unknown as { lock?: string })?.lock)
			.toBe('led');
		await showPlace(maren.page, at.x, at.y);
		const there = await middle(maren.page, (await findIn(maren.page, 'first'))!);
		await drag(maren.page, there, { x: there.x + 90, y: there.y });
		await maren.page.keyboard.press('Delete');
		expect(await box('first', maren.page)).toEqual(notes[0]!.box);
		await maren.page.mouse.click(there.x, there.y, { button: 'right' });
		await maren.page.getByTestId('menu').getByRole('menuitem', { name: 'More' }).click();
		const more = maren.page.getByTestId('sub-menu');
		await expect(more.getByRole('menuitem', { name: 'Copy as a picture' })).toBeVisible();
		await expect(more.getByRole('menuitem', { name: 'Unlock' })).toBeHidden();
	});
});

test('what is put down never vanishes for a frame', async ({ ilka: { page } }) => {
	const at = await fresh(page);
	const note = await writeNote(page, at.x + 200, at.y + 200, 'Steady');
	await page.keyboard.press('Escape');
	const from = await middle(page, note);
	/** Whether some canvas shows the note, looked at in every frame from now on. */
	await page.evaluate(
		([x, y]) => {
			const frames: boolean[] = [];
			(window as unknown as { seenFrames: boolean[] }).seenFrames = frames;
			const look = (): void => {
				const { sceneReader } = window as unknown as { sceneReader: SceneReader };
				const [r, g, b, a] = sceneReader.at(x!, y!, true);
				const shows = a! > 200 && r! > 180 && g! > 130 && b! < 150;
				frames.push(shows);
				if (frames.length < 400) requestAnimationFrame(look);
			};
			requestAnimationFrame(look);
		},
		[from.x + 140 - 60, from.y + 90 + 30],
	);
	await drag(page, from, { x: from.x + 140, y: from.y + 90 });
	await expect.poll(async () => (await findIn(page, note.text))?.box[0]).toBe(note.box[0] + 140);
	await expect
		.poll(() => page.evaluate(() => (window as unknown as { seenFrames: boolean[] }).seenFrames.length))
		.toBeGreaterThan(120);
	const frames = await page.evaluate(() => (window as unknown as { seenFrames: boolean[] }).seenFrames);
	const first = frames.indexOf(true);
	expect(first).toBeGreaterThan(-1);
	expect(frames.slice(first).filter((shown) => !shown)).toEqual([]);
});

test('what is put in goes to the middle once a menu is closed that was opened elsewhere', async ({
	ilka: { page },
}) => {
	await fresh(page);
	const grids = async () => (await objectsIn(page)).filter(({ kind }) => kind === 'grid');
	const before = (await grids()).map(({ id }) => id);
	const board = (await page.getByTestId('live').boundingBox())!;
	await page.mouse.click(board.x + board.width - 320, board.y + 120, { button: 'right' });
	await expect(page.getByRole('menuitem', { name: 'Select all' })).toBeVisible();
	await page.keyboard.press('Escape');
	await expect(page.getByRole('menuitem', { name: 'Select all' })).toBeHidden();
	await find(page, 'Add: Grid');
	const added = async () => (await grids()).find(({ id }) => !before.includes(id));
	await expect.poll(added).toBeDefined();
	const [x, y, w, h] = (await added())!.box;
	const at = await screenPoint(page, x + w / 2, y + h / 2);
	expect(Math.abs(at.x - (board.x + board.width / 2))).toBeLessThan(60);
	expect(Math.abs(at.y - (board.y + board.height / 2))).toBeLessThan(60);
});
