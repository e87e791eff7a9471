/** Columns, grids, lists, action items and tables in people's hands, with a second person watching. */
import type { Page } from '@playwright/test';
import {
	choose,
	drag,
	expect,
	fresh,
	middle,
	objectsIn,
	screenPoint,
	sees,
	showPlace,
	test,
	writeNote,
	type Seen,
} from './fixtures';

interface Holder extends Seen {
	held?: { in: string; col: string };
	parts: {
		rows: { id: string }[];
		cols: { id: string }[];
		cells: Record<string, { runs: { text: string }[] }[]>;
		facts: Record<string, Record<string, unknown>>;
		nods: Record<string, { name: string }[]>;
	};
	laid: {
		cols: { id: string; at: number; size: number; count?: number }[];
		rows: { id: string; at: number; size: number }[];
	};
}

const all = async (page: Page): Promise<Holder[]> => (await objectsIn(page)) as unknown as Holder[];
const byId = async (page: Page, id: string): Promise<Holder> =>
	(await all(page)).find((object) => object.id === id)!;

/** Adds a holder by its command, in the middle of the view. */
async function add(page: Page, kind: string, label: string): Promise<Holder> {
	const before = new Set((await all(page)).map(({ id }) => id));
	await page.keyboard.press('Control+k');
	await page.getByRole('combobox').last().fill(`Add: ${label}`);
	await page.keyboard.press('Enter');
	let made: Holder | undefined;
	await expect
		.poll(
			async () =>
				(made = (await all(page)).find((object) => object.kind === kind && !before.has(object.id)))?.kind,
		)
		.toBe(kind);
	return made!;
}

/** The middle of a cell in the window, by the index of its row and column. */
async function cell(page: Page, id: string, row: number, col: number): Promise<{ x: number; y: number }> {
	const { box, laid } = await byId(page, id);
	const [r, c] = [laid.rows[row]!, laid.cols[col]!];
	return screenPoint(page, box[0] + c.at + c.size / 2, box[1] + r.at + Math.min(16, r.size / 2));
}

/** Texts of a holder, row by row. */
async function texts(page: Page, id: string): Promise<string[][]> {
	const { parts } = await byId(page, id);
	return parts.rows.map((row) =>
		parts.cols.map((col) =>
			(parts.cells[`${row.id}:${col.id}`] ?? [])
				.map(({ runs }) => runs.map(({ text }) => text).join(''))
				.join('\n'),
		),
	);
}

/** Pastes as another program would have copied it. */
const paste = (page: Page, data: Record<string, string>): Promise<void> =>
	page.evaluate((items) => {
		const clipboard = new DataTransfer();
		for (const [type, value] of Object.entries(items)) clipboard.setData(type, value);
		document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: clipboard, bubbles: true }));
	}, data);

test('columns take notes in order, count them, and give them back', async ({ ilka: { page }, join }) => {
	const maren = await join('Maren');
	const { x, y } = await fresh(page);
	const columns = await add(page, 'columns', 'Columns');
	const first = await writeNote(page, x + 60, y + 60, 'First card');
	const second = await writeNote(page, x + 60, y + 200, 'Second card');
	const column = async (index: number): Promise<{ x: number; y: number }> => {
		const { box, laid } = await byId(page, columns.id);
		const { at, size } = laid.cols[index]!;
		return screenPoint(page, box[0] + at + size / 2, box[1] + 250);
	};
	await drag(page, await middle(page, first), await column(0));
	await drag(page, await middle(page, second), await column(0));
	const counts = async (of: Page): Promise<(number | undefined)[]> =>
		(await byId(of, columns.id)).laid.cols.map(({ count }) => count);
	await expect.poll(() => counts(maren.page)).toEqual([2, 0, 0]);
	const [a, b] = [await byId(maren.page, first.id), await byId(maren.page, second.id)];
	expect(b.box[1] - a.box[1]).toBe(a.box[3] + 10);
	expect(await byId(page, first.id)).toMatchObject({ box: a.box });

	// Between the two, the third one makes room for itself; the place is shown while it is carried.
	const third = await writeNote(page, x + 60, y + 340, 'Third card');
	const from = await middle(page, third);
	const between = await screenPoint(page, b.box[0] + 30, b.box[1] + 8);
	await page.mouse.move(from.x, from.y);
	await page.mouse.down();
	await page.mouse.move(from.x + 30, from.y, { steps: 3 });
	await page.mouse.move(between.x, between.y, { steps: 6 });
	await page.mouse.up();
	await expect
		.poll(async () => (await byId(maren.page, second.id)).box[1])
		.toBe(b.box[1] + third.box[3] + 10);
	expect((await byId(page, third.id)).box.slice(0, 2)).toEqual(b.box.slice(0, 2));

	// Keys move it on: down past the next, then into the next column. One undo takes one step back.
	await page.keyboard.press('ArrowDown');
	await expect.poll(async () => (await byId(page, second.id)).box[1]).toBe(b.box[1]);
	await page.keyboard.press('ArrowRight');
	await expect.poll(() => counts(page)).toEqual([2, 1, 0]);
	await page.keyboard.press('Control+z');
	await expect.poll(() => counts(maren.page)).toEqual([3, 0, 0]);

	// Moved, the columns take along what they hold; dragged out, a card is free again.
	const title = await screenPoint(page, columns.box[0] + 60, columns.box[1] + 20);
	await drag(page, title, { x: title.x + 40, y: title.y + 24 });
	await expect.poll(async () => (await byId(maren.page, first.id)).box[0]).toBe(a.box[0] + 40);
	await drag(page, await middle(page, await byId(page, first.id)), await screenPoint(page, x + 90, y + 90));
	await expect.poll(() => counts(maren.page)).toEqual([2, 0, 0]);
	expect((await byId(page, first.id)).held).toBeUndefined();
});

test('cells are written in by hand and by keys, pasted from a spreadsheet, and copied back', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	await fresh(page);
	const table = await add(page, 'table', 'Table');
	const at = await cell(page, table.id, 1, 0);
	await page.mouse.dblclick(at.x, at.y);
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.type('Lamps');
	await page.keyboard.press('Tab');
	await page.keyboard.type('61');
	await page.keyboard.press('Enter');
	await page.keyboard.type('44');
	await page.keyboard.press('Escape');
	await expect
		.poll(async () => (await texts(maren.page, table.id)).slice(1, 3))
		.toEqual([
			['Lamps', '61', ''],
			['', '44', ''],
		]);
	// Tab in the last cell begins a new row.
	const last = await cell(page, table.id, 3, 2);
	await page.mouse.dblclick(last.x, last.y);
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.press('Tab');
	await page.keyboard.type('one more');
	await page.keyboard.press('Escape');
	await expect.poll(async () => (await texts(maren.page, table.id))[4]).toEqual(['one more', '', '']);

	// From a picked cell on, with columns that were missing; one step.
	const start = await cell(page, table.id, 2, 1);
	await page.mouse.click(start.x, start.y);
	await paste(page, { 'text/plain': 'a\tb\tc\nd\t"e\nf"\tg' });
	await expect.poll(async () => (await texts(maren.page, table.id))[3]).toEqual(['', 'd', 'e\nf', 'g']);
	const { laid } = await byId(page, table.id);
	expect(laid.rows[3]!.size).toBeGreaterThan(laid.rows[2]!.size);
	await page.keyboard.press('Control+z');
	await expect.poll(async () => (await texts(page, table.id))[2]).toEqual(['', '44', '']);

	// The edge of a column is dragged; the others keep their width.
	const before = await byId(page, table.id);
	const edge = await screenPoint(page, before.box[0] + before.laid.cols[0]!.size, before.box[1] + 90);
	await drag(page, edge, { x: edge.x + 60, y: edge.y });
	await expect
		.poll(async () => (await byId(maren.page, table.id)).laid.cols.map(({ size }) => Math.round(size)))
		.toEqual(before.laid.cols.map(({ size }, i) => Math.round(size) + (i === 0 ? 60 : 0)));

	// Other programs get the cells.
	const copied = await page.evaluate(() => {
		const clipboard = new DataTransfer();
		document.dispatchEvent(new ClipboardEvent('copy', { clipboardData: clipboard, bubbles: true }));
		return [clipboard.getData('text/plain'), clipboard.getData('text/html')];
	});
	expect(copied[0]).toContain('Lamps\t61');
	expect(copied[1]).toContain('<td>Lamps</td><td>61</td>');

	// Programs that know nothing of cells get a picture.
	await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
	await page.keyboard.press('Control+Shift+C');
	await expect(page.getByText('The picture is on the clipboard')).toBeVisible();
	const size = await page.evaluate(async () => {
		const [item] = await navigator.clipboard.read();
		const { width, height } = await createImageBitmap(await item!.getType('image/png'));
		return [width, height];
	});
	const { box } = await byId(page, table.id);
	expect(Math.abs(size[0]! - 2 * (box[2] + 64))).toBeLessThan(6);
	expect(Math.abs(size[1]! - 2 * (box[3] + 64))).toBeLessThan(6);

	// With nothing selected, cells become a table of their own.
	await page.keyboard.press('Escape');
	await page.keyboard.press('Escape');
	await paste(page, {
		'text/html': '<table><tr><td>Fuse</td><td><b>12</b></td></tr><tr><td>Plug</td><td>4</td></tr></table>',
	});
	await expect
		.poll(async () => {
			const made = (await all(maren.page)).filter(({ kind }) => kind === 'table').at(-1)!;
			return texts(maren.page, made.id);
		})
		.toEqual([
			['Fuse', '12'],
			['Plug', '4'],
		]);
});

test('lines are nodded at by several, action items have a person, a day and a signature', async ({
	ilka: { page },
	join,
}) => {
	const { x, y } = await fresh(page);
	const list = await add(page, 'list', 'List');
	const line = await cell(page, list.id, 0, 0);
	await page.mouse.click(line.x, line.y);
	await page.keyboard.press('Enter');
	await page.keyboard.type('A quick bench by the door');
	await page.keyboard.press('Escape');
	const sign = await cell(page, list.id, 0, 1);
	await page.mouse.click(sign.x, sign.y);
	const rashid = await join('Rashid');
	await showPlace(rashid.page, x, y);
	await expect.poll(async () => (await byId(rashid.page, list.id))?.kind).toBe('list');
	const theirs = await cell(rashid.page, list.id, 0, 1);
	await rashid.page.mouse.click(theirs.x, theirs.y);
	const nods = async (): Promise<string[]> => {
		const { parts } = await byId(page, list.id);
		return (parts.nods[parts.rows[0]!.id] ?? []).map(({ name }) => name).sort();
	};
	await expect.poll(nods).toEqual(['Ilka', 'Rashid']);
	await rashid.page.mouse.click(theirs.x, theirs.y);
	await expect.poll(nods).toEqual(['Ilka']);

	await page.keyboard.press('Delete');
	const actions = await add(page, 'actions', 'Action items');
	const what = await cell(page, actions.id, 0, 1);
	await page.mouse.dblclick(what.x, what.y);
	await page.keyboard.type('Pay the insurance');
	await page.keyboard.press('Escape');
	await page.getByTestId('selection').getByRole('button', { name: 'Item' }).click();
	await page.getByLabel('Who does it').fill('Rashid');
	await page.getByLabel('Until').fill('2027-03-05');
	await page.getByRole('button', { name: 'Sign off' }).click();
	const done = await cell(page, actions.id, 0, 0);
	await page.mouse.click(done.x, done.y);
	const facts = async (of: Page): Promise<Record<string, unknown> | undefined> => {
		const { parts } = await byId(of, actions.id);
		return parts.facts[parts.rows[0]!.id];
	};
	await expect
		.poll(() => facts(rashid.page))
		.toMatchObject({ person: { name: 'Rashid' }, due: '2027-03-05', done: true, signed: { name: 'Ilka' } });
	// Nobody else takes a signature back.
	const there = await cell(rashid.page, actions.id, 0, 1);
	await rashid.page.mouse.click(there.x, there.y);
	await rashid.page.mouse.click(there.x, there.y);
	await rashid.page.getByTestId('selection').getByRole('button', { name: 'Item' }).click();
	await expect(rashid.page.getByRole('button', { name: 'Signed off by Ilka' })).toBeDisabled();
});

test('a grid is taken from the shelf, drawn to size, and takes rows, columns and cards', async ({
	ilka: { page },
}) => {
	const { x, y } = await fresh(page);
	await page.keyboard.press('a');
	await page.getByRole('button', { name: 'Grid', exact: true }).click();
	// Well within the view: at its edge the view goes along, the further the slower the machine is.
	await drag(page, await screenPoint(page, x + 250, y + 40), await screenPoint(page, x + 640, y + 400));
	let grid: Holder | undefined;
	await expect
		.poll(
			async () =>
				(grid = (await all(page)).find(({ kind, box }) => kind === 'grid' && box[0] === x + 250))?.kind,
		)
		.toBe('grid');
	const note = await writeNote(page, x + 120, y + 300, 'Tea corner');
	await drag(page, await middle(page, note), await cell(page, grid!.id, 1, 2));
	const slot = async (): Promise<string | undefined> => (await byId(page, note.id)).held?.col;
	await expect.poll(slot).toBe(grid!.parts.cols[2]!.id);
	const head = await cell(page, grid!.id, 0, 0);
	await page.mouse.click(head.x, head.y);
	await page.mouse.click(head.x, head.y);
	await page.getByTestId('selection').getByRole('button', { name: 'Form' }).click();
	await page.getByRole('button', { name: 'Row below' }).click();
	await page.getByRole('button', { name: 'Column to the right' }).click();
	await expect
		.poll(async () => {
			const { parts } = await byId(page, grid!.id);
			return [parts.rows.length, parts.cols.length];
		})
		.toEqual([3, 4]);
	// The card lies where its column and row went.
	const { box, laid, parts } = await byId(page, grid!.id);
	const at = laid.cols[parts.cols.findIndex(({ id }) => id === grid!.parts.cols[2]!.id)]!;
	expect((await byId(page, note.id)).box[0]).toBeGreaterThanOrEqual(box[0] + at.at);
	await page.getByRole('button', { name: 'More', exact: true }).click();
	await choose(page, /Remove the row/, 'Rows and columns');
	await expect.poll(async () => (await byId(page, grid!.id)).parts.rows.length).toBe(2);
});

test('a mark sticks to what it is put on, is recoloured, and lies free elsewhere', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const { x, y } = await fresh(page);
	const note = await writeNote(page, x + 200, y + 200, 'Solder together');
	await page.keyboard.press('a');
	await page.getByLabel('Find a pictogram').fill('wrench');
	await page.getByRole('button', { name: 'wrench', exact: true }).first().click();
	const marks = async (of: Page): Promise<(Seen & { on?: { to: string } })[]> =>
		(await objectsIn(of)).filter(({ kind, style }) => kind === 'mark' && style['name'] === 'wrench');
	await expect.poll(async () => (await marks(maren.page))[0]?.on?.to).toBe(note.id);
	const before = (await marks(page))[0]!;
	await page.getByTestId('selection').getByRole('button', { name: 'Disc' }).click();
	await page.getByRole('button', { name: 'Lake', exact: true }).click();
	await expect.poll(async () => (await marks(maren.page))[0]!.style['fill']).toBe('lake');
	await page.keyboard.press('Escape');
	const at = await middle(page, note);
	await drag(page, at, { x: at.x + 120, y: at.y + 60 });
	await expect.poll(async () => (await marks(maren.page))[0]!.box[0]).toBeGreaterThan(before.box[0] + 100);
	const moved = (await sees(page, 'Solder together')).box;
	expect((await marks(page))[0]!.box[0] - before.box[0]).toBe(moved[0] - note.box[0]);

	await page.keyboard.press('Escape');
	await page.keyboard.press('a');
	await page.getByLabel('Find a pictogram').fill('party popper');
	await page.getByRole('button', { name: 'party popper' }).first().click();
	const free = await screenPoint(page, x + 600, y + 420);
	await page.mouse.click(free.x, free.y);
	await expect
		.poll(async () =>
			(await objectsIn(maren.page)).some(
				(object) => object.kind === 'mark' && /party/.test(object.style['name']!) && !('on' in object),
			),
		)
		.toBe(true);
});
