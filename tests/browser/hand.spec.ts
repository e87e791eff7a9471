import {
	drag,
	showPlace,
	expect,
	findIn,
	fresh,
	middle,
	objectsIn,
	screenPoint,
	sees,
	test,
	writeNote,
} from './fixtures';
import type { Page } from '@playwright/test';
import { colourAt } from './scene';

const undo = (page: Page) => page.keyboard.press('Control+z');
const redo = (page: Page) => page.keyboard.press('Control+Shift+z');
const boxOf = async (page: Page, text: string) => (await findIn(page, text))?.box;

test('notes are moved, resized, recoloured, duplicated and removed, each as one step', async ({
	ilka: { page },
}) => {
	const at = await fresh(page);
	const note = await writeNote(page, at.x + 200, at.y + 200, 'Fuses are gone');
	const from = await middle(page, note);

	await drag(page, from, { x: from.x + 120, y: from.y + 60 });
	await expect.poll(() => boxOf(page, note.text)).toEqual([note.box[0] + 120, note.box[1] + 60, 160, 96, 0]);
	await undo(page);
	await expect.poll(() => boxOf(page, note.text)).toEqual(note.box);
	await redo(page);
	await expect.poll(async () => (await boxOf(page, note.text))?.[0]).toBe(note.box[0] + 120);

	const moved = (await findIn(page, note.text))!;
	const corner = await screenPoint(page, moved.box[0] + moved.box[2], moved.box[1] + moved.box[3]);
	await drag(page, corner, { x: corner.x + 80, y: corner.y + 48 });
	await expect.poll(async () => (await boxOf(page, note.text))?.[2]).toBeGreaterThan(220);
	const [, , w, h] = (await boxOf(page, note.text))!;
	expect(w / h).toBeCloseTo(160 / 96, 1);

	await page.getByTestId('ledge').getByRole('button', { name: 'Moss' }).click();
	await expect.poll(async () => (await findIn(page, note.text))?.style['pigment']).toBe('moss');
	await page.getByTestId('ledge').getByRole('button', { name: 'Form', exact: true }).click();
	await page.getByRole('button', { name: 'Oval' }).click();
	// It closes on choosing, and the keys are the board's again.
	await expect(page.getByRole('button', { name: 'Oval' })).toBeHidden();
	await expect.poll(async () => (await findIn(page, note.text))?.style['form']).toBe('oval');

	const count = async () => (await objectsIn(page)).filter((object) => object.text === note.text).length;
	await page.keyboard.press('Control+d');
	await expect.poll(count).toBe(2);
	await undo(page);
	await expect.poll(count).toBe(1);
	await page.mouse.click(
		(await middle(page, (await findIn(page, note.text))!)).x,
		(await middle(page, (await findIn(page, note.text))!)).y,
	);
	await page.keyboard.press('Delete');
	await expect.poll(count).toBe(0);
	await undo(page);
	await expect.poll(count).toBe(1);
});

test('what is dragged to the edge takes the view along, and lies under the hand when it lets go', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const note = await writeNote(page, at.x + 300, at.y + 250, 'On and on');
	const from = await middle(page, note);
	const canvas = (await page.getByTestId('live').boundingBox())!;
	const edge = { x: canvas.x + canvas.width - 8, y: from.y };
	await page.mouse.move(from.x, from.y);
	await page.mouse.down();
	await page.mouse.move(edge.x, edge.y, { steps: 5 });
	const left = (): Promise<number> =>
		page.evaluate(
			() => (window as unknown as { wandtafelBoard: { view: { x: number } } }).wandtafelBoard.view.x,
		);
	const before = await left();
	await expect.poll(async () => (await left()) - before).toBeGreaterThan(300);
	// The last movement counts, however soon the hand lets go after it.
	await page.mouse.move(edge.x, edge.y + 40);
	await page.mouse.up();
	const [x, , , , angle] = (await sees(page, 'On and on')).box;
	expect(x).toBeGreaterThan(note.box[0] + 300);
	expect(angle).toBe(0);
	const now = await middle(page, await sees(page, 'On and on'));
	expect(Math.abs(now.x - edge.x)).toBeLessThan(3);
	expect(Math.abs(now.y - edge.y - 40)).toBeLessThan(3);
	await expect.poll(async () => (await findIn(maren.page, 'On and on'))?.box[0]).toBe(x);
});

test('copy and paste keep the links among copies, also from sheet to sheet', async ({
	ilka: { page, context },
}) => {
	await context.grantPermissions(['clipboard-read', 'clipboard-write']);
	const at = await fresh(page);
	for (const [x, name] of [
		[150, 'Ticket'],
		[500, 'Called up'],
	] as const) {
		await page.keyboard.press('5');
		const p = await screenPoint(page, at.x + x, at.y + 200);
		await page.mouse.click(p.x, p.y);
		await page.keyboard.press('Enter');
		await page.keyboard.type(name);
		await page.keyboard.press('Escape');
	}
	await page.keyboard.press('6');
	await drag(
		page,
		await screenPoint(page, at.x + 150, at.y + 200),
		await screenPoint(page, at.x + 500, at.y + 200),
	);
	await page.keyboard.press('Escape');
	await drag(
		page,
		await screenPoint(page, at.x + 20, at.y + 60),
		await screenPoint(page, at.x + 640, at.y + 350),
	);
	await page.keyboard.press('Control+c');
	await page.getByRole('treeitem', { name: /Season map/ }).click();
	await page.getByTestId('live').click({ position: { x: 30, y: 30 } });
	await page.keyboard.press('Control+v');
	await expect
		.poll(async () => (await objectsIn(page)).filter((object) => object.text === 'Ticket').length)
		.toBe(2);
	const all = await objectsIn(page);
	const copies = all
		.filter((object) => ['Ticket', 'Called up'].includes(object.text))
		.filter((object) => object.sheet !== all.find((o) => o.text === 'Ticket')!.sheet);
	expect(copies).toHaveLength(2);
	const link = all.find(
		(object) =>
			object.kind === 'connector' && copies.every((copy) => JSON.stringify(object).includes(copy.id)),
	);
	expect(link).toBeDefined();
	await undo(page);
	await expect
		.poll(async () => (await objectsIn(page)).filter((object) => object.text === 'Ticket').length)
		.toBe(1);
});

test('a field takes along what lies in it, with one undo', async ({ ilka: { page } }) => {
	const at = await fresh(page);
	await page.keyboard.press('7');
	await drag(
		page,
		await screenPoint(page, at.x + 80, at.y + 60),
		await screenPoint(page, at.x + 520, at.y + 380),
	);
	await page.keyboard.type('Parking lot');
	await page.keyboard.press('Escape');
	const inside = await writeNote(page, at.x + 300, at.y + 250, 'Who holds the keys?');
	await page.keyboard.press('Escape');
	const title = await screenPoint(page, at.x + 140, at.y + 80);
	await drag(page, title, { x: title.x + 90, y: title.y + 40 });
	await expect
		.poll(() => boxOf(page, inside.text))
		.toEqual([inside.box[0] + 90, inside.box[1] + 40, 160, 96, 0]);
	await undo(page);
	await expect.poll(() => boxOf(page, inside.text)).toEqual(inside.box);
	await expect.poll(async () => (await findIn(page, 'Parking lot'))?.box[0]).toBe(at.x + 80);
});

test('long text shrinks and then the note grows; typing is one undo step', async ({ ilka: { page } }) => {
	const at = await fresh(page);
	const long = 'Everybody wants to talk about the roof and nobody about the rent, which is due every month. '
		.repeat(4)
		.trim();
	const note = await writeNote(page, at.x + 300, at.y + 200, long);
	await expect.poll(async () => (await boxOf(page, long))?.[3]).toBeGreaterThan(120);
	await undo(page);
	await expect
		.poll(async () => (await objectsIn(page)).find((object) => object.id === note.id)?.text)
		.toBe('');
});

test('undo while one writes takes back the last words, not all of them, and Ctrl+Y gives them again', async ({
	ilka: { page },
}) => {
	const at = await fresh(page);
	const note = await writeNote(page, at.x + 300, at.y + 200, 'Kettles');
	const text = async () => (await objectsIn(page)).find((object) => object.id === note.id)?.text;
	const place = await middle(page, note);
	await page.mouse.dblclick(place.x, place.y);
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.press('End');
	await page.keyboard.type(' leak badly');
	await expect.poll(text).toBe('Kettles leak badly');
	await undo(page);
	await expect.poll(text).toMatch(/^Kettles leak ?$/);
	await page.keyboard.press('Control+y');
	await expect.poll(text).toBe('Kettles leak badly');
	await undo(page);
	await undo(page);
	await expect.poll(text).toMatch(/^Kettles ?$/);
	await expect(page.getByTestId('text-editor')).toBeVisible();
});

test('the view pans and zooms at the pointer, fits, and shows full size', async ({ ilka: { page } }) => {
	type Held = { wandtafelBoard: { view: { x: number; y: number; scale: number } } };
	const view = () => page.evaluate(() => ({ ...(window as unknown as Held).wandtafelBoard.view }));
	await showPlace(page, 0, 0);
	await page.mouse.move(700, 400);
	const board = async () => {
		const { x, y, scale } = await view();
		const round = (await page.getByTestId('live').boundingBox())!;
		return { x: x + (700 - round.x) / scale, y: y + (400 - round.y) / scale };
	};
	const before = await board();
	await page.keyboard.down('Control');
	await page.mouse.wheel(0, -300);
	await page.keyboard.up('Control');
	await expect.poll(async () => (await view()).scale).toBeGreaterThan(1.5);
	const after = await board();
	expect(after.x).toBeCloseTo(before.x, 3);
	expect(after.y).toBeCloseTo(before.y, 3);
	await page.mouse.wheel(0, 120);
	await expect.poll(async () => (await board()).y).toBeGreaterThan(after.y + 20);

	await page.keyboard.press('0');
	await expect.poll(async () => (await view()).scale).toBe(1);
	await expect(page.getByTestId('ledge')).toContainText('100 %');
	await page.keyboard.down('Space');
	const start = await view();
	await drag(page, { x: 700, y: 400 }, { x: 800, y: 450 });
	await page.keyboard.up('Space');
	expect(await view()).toEqual({ x: start.x - 100, y: start.y - 50, scale: 1 });

	// The hand cannot move anything but the view.
	await page.keyboard.press('1');
	const objects = await objectsIn(page);
	await drag(page, { x: 600, y: 400 }, { x: 650, y: 420 });
	expect((await view()).x).toBe(start.x - 150);
	expect((await objectsIn(page)).map((object) => object.box)).toEqual(objects.map((object) => object.box));
	await page.keyboard.press('f');
	await expect.poll(async () => (await view()).scale).toBeLessThan(0.5);
});

test('the board is used with the keyboard alone, through the wayfinder', async ({ ilka: { page } }) => {
	const search = page.getByRole('searchbox', { name: 'Find on this board' });
	await search.focus();
	await page.keyboard.type('coffee machine');
	await expect(page.getByText('Found: 1')).toBeVisible();
	const row = page.getByRole('treeitem', { name: /Coffee machine broke/ });
	await row.focus();
	await page.keyboard.press('Enter');
	await expect(row).toHaveAttribute('aria-selected', 'true');
	const before = (await boxOf(page, 'Coffee machine broke, of all things'))!;
	await page.keyboard.press('Alt+ArrowRight');
	await expect
		.poll(async () => (await boxOf(page, 'Coffee machine broke, of all things'))?.[0])
		.toBe(before[0] + 16);
	await page.keyboard.press('F2');
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.type('!');
	await page.keyboard.press('Escape');
	await sees(page, 'Coffee machine broke, of all things!');
	await page.keyboard.press('?');
	await expect(page.getByRole('dialog', { name: 'Keys and gestures' })).toBeVisible();
	await expect(page.getByRole('dialog')).toContainText('Select all');
});

test('a double click on a free spot makes a note, on a note it edits, and bold text is kept', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const p = await screenPoint(page, at.x + 200, at.y + 200);
	await page.mouse.dblclick(p.x, p.y);
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.type('Plain and ');
	await page.keyboard.press('Control+b');
	await page.keyboard.type('bold');
	await page.keyboard.press('Escape');
	const note = await sees(maren.page, 'Plain and bold');
	const runs = await maren.page.evaluate((id) => {
		type Held = { wandtafelBoard: { model: { find(id: string): { text: { runs: unknown[] }[] } } } };
		return (window as unknown as Held).wandtafelBoard.model.find(id).text[0]!.runs;
	}, note.id);
	expect(runs).toEqual([{ text: 'Plain and ' }, { text: 'bold', bold: true }]);
	const centre = await middle(page, note);
	await page.mouse.dblclick(centre.x, centre.y);
	await page.keyboard.press('End');
	await page.keyboard.type(' indeed');
	await sees(maren.page, 'Plain and bold indeed');
});

test('where what paints in the background cannot be loaded, the board is there all the same', async ({
	ilka: { page, context },
}) => {
	// A route would not do: the first opening may have left the script in the browser's cache.
	await context.addInitScript(() => {
		const tried = ((window as unknown as { tried: string[] }).tried = []) as string[];
		const Whole = window.Worker;
		window.Worker = class extends Whole {
			constructor(url: string | URL, options?: WorkerOptions) {
				const painter = String(url).includes('workers/tiles');
				if (painter) tried.push(String(url));
				super(painter ? '/not-there.js' : url, options);
			}
		};
	});
	await page.reload();
	await expect(page.getByTestId('board-view')).toBeVisible();
	const { x, y } = await fresh(page);
	const note = await writeNote(page, x + 300, y + 200, 'Still here');
	const at = await middle(page, note);
	const brightness = async (dx: number): Promise<number> => {
		const [r, g, b] = (await colourAt(page, at.x + dx, at.y + 40)) as [number, number, number, number];
		return r + g + b;
	};
	// Let go of, the note is painted where the hand has nothing to do with it.
	await page.keyboard.press('Escape');
	await expect.poll(async () => (await brightness(0)) - (await brightness(400))).toBeGreaterThan(100);
	expect(await page.evaluate(() => (window as unknown as { tried: string[] }).tried)).not.toEqual([]);
});
