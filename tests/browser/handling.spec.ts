/** What hands do on the board, with a second person watching. */
import type { Page } from '@playwright/test';
import {
	drag,
	emptyPlace,
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

const undo = (page: Page) => page.keyboard.press('Control+z');
const byKind = async (page: Page, kind: string) =>
	(await objectsIn(page)).filter((object) => object.kind === kind);
const choose = (page: Page, name: string | RegExp) =>
	page.getByTestId('menu').getByRole('menuitem', { name }).click();

/** The way of a connector as a window shows it. */
const routeIn = (page: Page, id: string): Promise<{ x: number; y: number }[]> =>
	page.evaluate((wanted) => {
		type Held = {
			wandtafelBoard: {
				model: { settle(): void; routeOf(id: string): { path: { x: number; y: number }[] } };
			};
		};
		const { model } = (window as unknown as Held).wandtafelBoard;
		model.settle();
		return model.routeOf(wanted).path;
	}, id);

async function find(page: Page, command: string): Promise<void> {
	await page.keyboard.press('Control+k');
	await page.getByRole('combobox', { name: 'What do you want to do?' }).fill(command);
	await page.keyboard.press('Enter');
}

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
		await choose(page, 'Lock for everybody');
		await expect
			.poll(async () => ((await findIn(maren.page, 'first')) as unknown as { lock?: string })?.lock)
			.toBe('led');
		await emptyPlace(maren.page, at.x, at.y);
		const there = await middle(maren.page, (await findIn(maren.page, 'first'))!);
		await drag(maren.page, there, { x: there.x + 90, y: there.y });
		await maren.page.keyboard.press('Delete');
		expect(await box('first', maren.page)).toEqual(notes[0]!.box);
		await maren.page.mouse.click(there.x, there.y, { button: 'right' });
		await expect(maren.page.getByTestId('menu').getByRole('menuitem', { name: 'Unlock' })).toBeHidden();
	});
});

test('pens draw, erasers split and take, strokes are objects like all others', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const line = async (y: number, shift = false) => {
		const [from, to] = [
			await screenPoint(page, at.x + 100, at.y + y),
			await screenPoint(page, at.x + 500, at.y + y),
		];
		await page.mouse.move(from.x, from.y);
		await page.mouse.down();
		if (shift) await page.keyboard.down('Shift');
		await page.mouse.move((from.x + to.x) / 2, from.y + (shift ? 60 : 0), { steps: 6 });
		await page.mouse.move(to.x, to.y, { steps: 6 });
		await page.mouse.up();
		if (shift) await page.keyboard.up('Shift');
	};
	await page.keyboard.press('8');
	await page.getByRole('button', { name: 'Broad' }).click();
	await line(150);
	await line(300, true);
	await expect.poll(async () => (await byKind(maren.page, 'stroke')).length).toBe(2);
	const straight = (await byKind(page, 'stroke')).at(-1) as unknown as { points: number[] };
	expect(straight.points).toHaveLength(6);

	await page.keyboard.press('9');
	await page.getByRole('button', { name: 'What it passes over' }).click();
	await drag(
		page,
		await screenPoint(page, at.x + 300, at.y + 110),
		await screenPoint(page, at.x + 300, at.y + 190),
	);
	await expect.poll(async () => (await byKind(maren.page, 'stroke')).length).toBe(3);
	await undo(page);
	await expect.poll(async () => (await byKind(maren.page, 'stroke')).length).toBe(2);
	await page.getByRole('button', { name: 'Whole strokes' }).click();
	await drag(
		page,
		await screenPoint(page, at.x + 300, at.y + 260),
		await screenPoint(page, at.x + 300, at.y + 340),
	);
	await expect.poll(async () => (await byKind(maren.page, 'stroke')).length).toBe(1);

	await page.keyboard.press('2');
	const on = await screenPoint(page, at.x + 200, at.y + 150);
	await page.mouse.click(on.x, on.y);
	await page.getByTestId('ledge').getByRole('button', { name: 'Plum' }).click();
	await expect.poll(async () => (await byKind(maren.page, 'stroke'))[0]?.style['chalk']).toBe('plum');
	const before = (await byKind(page, 'stroke'))[0]!.box;
	await drag(page, on, { x: on.x, y: on.y + 80 });
	await expect.poll(async () => (await byKind(maren.page, 'stroke'))[0]?.box[1]).toBe(before[1] + 80);
});

test('a pen along the straight-edge draws exactly straight, at any angle', async ({ ilka: { page } }) => {
	await fresh(page);
	await page.keyboard.press('8');
	await page.keyboard.press('r');
	const edge = page.getByTestId('straight-edge');
	await edge.focus();
	for (let i = 0; i < 2; i++) await page.keyboard.press('Shift++');
	await expect(edge).toContainText('30°');
	const held = await page.evaluate(() => {
		type Held = { wandtafelBoard: { edge: { x: number; y: number; angle: number; breadth: number } } };
		return (window as unknown as Held).wandtafelBoard.edge;
	});
	/** A point beside the lower edge, `along` from its middle and `off` below it. */
	const beside = (along: number, off: number) => {
		const rad = (held.angle * Math.PI) / 180;
		const y = held.breadth / 2 + off;
		return screenPoint(
			page,
			held.x + along * Math.cos(rad) - y * Math.sin(rad),
			held.y + along * Math.sin(rad) + y * Math.cos(rad),
		);
	};
	await drag(page, await beside(-150, 8), await beside(180, 19));
	const [stroke] = (await byKind(page, 'stroke')) as unknown as { points: number[]; box: number[] }[];
	expect(stroke!.points).toHaveLength(6);
	const [x1, y1, , x2, y2] = stroke!.points as [number, number, number, number, number];
	expect((Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI).toBeCloseTo(30, 0);
	await page.keyboard.press('r');
	await expect(edge).toBeHidden();
});

test('sheets are added, named, ordered, copied, deleted and brought back, and have their surface', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const rows = (on: Page) => on.getByTestId('wayfinder').locator('.sheet-row .text').allTextContents();
	const menuOf = async (title: string) => {
		await page.getByRole('treeitem', { name: new RegExp(`^${title}`) }).hover();
		await page.getByTitle(`What can be done with ${title}`, { exact: true }).click();
	};
	await menuOf('Gather');
	await choose(page, 'New sheet after it');
	await expect.poll(() => rows(maren.page)).toEqual(['Gather', 'Sheet 4', 'Visitor’s path', 'Season map']);
	await page.getByRole('treeitem', { name: /^Sheet 4/ }).dblclick();
	await page.getByRole('textbox', { name: 'Title of the sheet' }).fill('Money');
	await page.keyboard.press('Enter');
	await page.getByRole('treeitem', { name: /^Money/ }).focus();
	await page.keyboard.press('Alt+ArrowDown');
	await expect.poll(() => rows(maren.page)).toEqual(['Gather', 'Visitor’s path', 'Money', 'Season map']);

	await page.getByRole('button', { name: 'Surface', exact: true }).click();
	await page.getByRole('button', { name: 'Paper' }).click();
	await page.keyboard.press('Escape');
	const surface = (on: Page) =>
		on.evaluate(() => {
			type Held = { wandtafelBoard: { model: { sheets: { title: string; surface: string }[] } } };
			return (window as unknown as Held).wandtafelBoard.model.sheets.find(({ title }) => title === 'Money')
				?.surface;
		});
	await expect.poll(() => surface(maren.page)).toBe('paper');

	await emptyPlace(page, 0, 0);
	const note = await writeNote(page, 200, 200, 'Rent is due monthly');
	await menuOf('Season map');
	await choose(page, 'Move what is selected here');
	await expect.poll(async () => (await findIn(maren.page, note.text))?.sheet).not.toBe(note.sheet);

	await menuOf('Visitor’s path');
	await choose(page, 'Duplicate');
	await expect.poll(() => rows(maren.page)).toContain('Visitor’s path, copy');
	const count = (await objectsIn(page)).length;
	await menuOf('Visitor’s path, copy');
	await choose(page, 'Delete');
	await expect.poll(() => rows(maren.page)).not.toContain('Visitor’s path, copy');
	await page.getByRole('button', { name: 'Undo' }).first().click();
	await expect.poll(() => rows(maren.page)).toContain('Visitor’s path, copy');
	expect((await objectsIn(page)).length).toBe(count);
});

test('nods are counted and taken back; two objects lead to each other across sheets', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	const note = await writeNote(page, at.x + 200, at.y + 200, 'More benches');
	type Nodded = { nods?: { name: string }[] };
	const nods = async () =>
		((await findIn(page, note.text)) as unknown as Nodded).nods?.map(({ name }) => name) ?? [];
	await page.keyboard.press('n');
	await emptyPlace(maren.page, at.x, at.y);
	const there = await middle(maren.page, note);
	await maren.page.mouse.click(there.x, there.y);
	await maren.page.keyboard.press('n');
	await expect.poll(nods).toEqual(['Ilka', 'Maren']);
	const [x, y, w] = note.box;
	const sign = await screenPoint(maren.page, x + w - 8, y - 2);
	await maren.page.mouse.click(sign.x, sign.y);
	await expect.poll(nods).toEqual(['Ilka']);

	await page.keyboard.press('s');
	await page.getByRole('treeitem', { name: /^Season map/ }).click();
	const other = await sees(page, 'Radio interview in week three');
	const otherAt = await middle(page, other);
	await page.mouse.click(otherAt.x, otherAt.y);
	await page.keyboard.press('s');
	await page.keyboard.press('j');
	const isShown = () =>
		page.evaluate(() => (window as unknown as { wandtafelBoard: { sheet: string } }).wandtafelBoard.sheet);
	await expect.poll(isShown).toBe(note.sheet);
	await page.keyboard.press('j');
	await expect.poll(isShown).toBe(other.sheet);
});

test('words are formatted, listed and linked while written, and look the same for others', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	await page.keyboard.press('3');
	const p = await screenPoint(page, at.x + 300, at.y + 200);
	await page.mouse.click(p.x, p.y);
	const bar = page.getByTestId('format');
	await bar.getByRole('button', { name: 'Underline' }).click();
	await page.keyboard.type('Bring');
	await bar.getByRole('button', { name: 'Underline' }).click();
	await page.keyboard.press('Enter');
	await bar.getByRole('button', { name: 'Check list' }).click();
	await page.keyboard.type('fuses');
	await page.keyboard.press('Enter');
	await page.keyboard.type('see https://zweite-runde.example/list ');
	await page.keyboard.press('Escape');
	await expect
		.poll(() =>
			maren.page.evaluate(() => {
				type Text = { runs: { text: string; underline?: boolean; link?: string }[]; list?: string }[];
				type Held = { wandtafelBoard: { model: { objects: Map<string, { text: Text }> } } };
				const all = [...(window as unknown as Held).wandtafelBoard.model.objects.values()];
				const text = all.find((object) => object.text[0]?.runs[0]?.text === 'Bring')?.text;
				return text?.map(({ runs, list }) => [list, runs[0]?.text, runs[0]?.underline, runs[1]?.link]);
			}),
		)
		.toEqual([
			[undefined, 'Bring', true, undefined],
			['check', 'fuses', undefined, undefined],
			['check', 'see ', undefined, 'https://zweite-runde.example/list'],
		]);
	// Tab goes on to the next note, which looks alike.
	await expect(page.getByRole('application')).toBeFocused();
	await page.keyboard.press('Tab');
	await page.keyboard.type('And the next');
	await page.keyboard.press('Escape');
	expect((await sees(maren.page, 'And the next')).style['pigment']).toBe('ochre');
});

test('pictures are dropped in, cropped and shown whole again; what is none is refused in words', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const at = await fresh(page);
	/** Drops a file on the board: a picture of two halves, or whatever text is given. */
	const dropFile = async (name: string, type: string, text?: string) => {
		const p = await screenPoint(page, at.x + 300, at.y + 220);
		await page.evaluate(
			async ([x, y, fileName, fileType, words]) => {
				const canvas = document.createElement('canvas');
				[canvas.width, canvas.height] = [200, 100];
				const ctx = canvas.getContext('2d')!;
				ctx.fillStyle = '#ff0000';
				ctx.fillRect(0, 0, 100, 100);
				ctx.fillStyle = '#0000ff';
				ctx.fillRect(100, 0, 100, 100);
				const blob = words
					? new Blob([words])
					: await new Promise<Blob>((done) => canvas.toBlob((made) => done(made!)));
				const data = new DataTransfer();
				data.items.add(new File([blob], fileName, { type: fileType }));
				document
					.querySelector('[data-testid="live"]')!
					.dispatchEvent(
						new DragEvent('drop', { bubbles: true, clientX: x, clientY: y, dataTransfer: data }),
					);
			},
			[p.x, p.y, name, type, text] as const,
		);
	};
	type Shown = { id: string; crop?: number[]; box: number[]; name: string };
	const picture = async (on = page): Promise<Shown | undefined> =>
		(await byKind(on, 'picture'))[0] as unknown as Shown | undefined;
	const colourAt = async (on: Page, x: number, y: number): Promise<string> => {
		const p = await screenPoint(on, x, y);
		return on.evaluate(
			([px, py]) => {
				const scene = document.querySelector<HTMLCanvasElement>('[data-testid="scene"]')!;
				const round = scene.getBoundingClientRect();
				const [r, g, b] = scene.getContext('2d')!.getImageData(px! - round.left, py! - round.top, 1, 1).data;
				return r! > 200 && b! < 60 ? 'red' : b! > 200 && r! < 60 ? 'blue' : `${r} ${g} ${b}`;
			},
			[p.x, p.y],
		);
	};

	await dropFile('halves.png', 'image/png');
	await expect.poll(async () => (await picture(maren.page))?.name).toBe('halves.png');
	await emptyPlace(maren.page, at.x, at.y);
	const [x, y, w, h] = (await picture())!.box as [number, number, number, number];
	await expect.poll(() => colourAt(maren.page, x + w * 0.25, y + h / 2)).toBe('red');
	await expect.poll(() => colourAt(maren.page, x + w * 0.75, y + h / 2)).toBe('blue');

	await page.keyboard.press('c');
	const left = await screenPoint(page, x, y + h / 2);
	await drag(page, left, { x: left.x + w * 0.6, y: left.y });
	await expect.poll(async () => (await picture(maren.page))?.crop?.[0]).toBeCloseTo(0.6, 1);
	expect((await picture())!.box[0]).toBeCloseTo(x + w * 0.6, 0);
	await expect.poll(() => colourAt(maren.page, x + w * 0.8, y + h / 2)).toBe('blue');
	await find(page, 'whole picture');
	await expect.poll(async () => (await picture(maren.page))?.box).toEqual([x, y, w, h, 0]);

	await dropFile('notes.png', 'image/png', 'These are only words.');
	await expect(page.getByText('notes.png was not taken')).toBeVisible();
	await expect(page.getByText(/This is no picture that can be shown/)).toBeVisible();
	expect(await byKind(page, 'picture')).toHaveLength(1);
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
				const shows = ['scene', 'live'].some((id) => {
					const canvas = document.querySelector<HTMLCanvasElement>(`[data-testid="${id}"]`)!;
					const round = canvas.getBoundingClientRect();
					const [r, g, b, a] = canvas
						.getContext('2d')!
						.getImageData(x! - round.left, y! - round.top, 1, 1).data;
					return a! > 200 && r! > 180 && g! > 130 && b! < 150;
				});
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

test('the picture made on the server is what the screen shows', async ({ ilka: { page }, server }) => {
	await page.getByRole('treeitem', { name: /^Visitor/ }).click();
	await page.getByRole('button', { name: 'Surface', exact: true }).click();
	await page.getByRole('button', { name: 'Plain' }).click();
	await page.keyboard.press('Escape');
	const differing = await page.evaluate(async (url) => {
		type Box = { x: number; y: number; w: number; h: number };
		type Held = {
			sheet: string;
			size: { w: number; h: number };
			lifted: Set<string>;
			model: { settle(): void; onSheet(id: string): { id: string }[]; boundsOf(id: string): Box };
			setView(view: { x: number; y: number; scale: number }): void;
			select(ids: string[]): void;
		};
		const board = (window as unknown as { wandtafelBoard: Held }).wandtafelBoard;
		board.model.settle();
		board.select([]);
		const objects = board.model.onSheet(board.sheet).map(({ id }) => id);
		const response = await fetch(`${url}/export`, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ format: 'png', sheet: board.sheet, scale: 1 }),
		});
		const picture = await createImageBitmap(await response.blob());
		const bounds = objects.flatMap((id) => board.model.boundsOf(id) ?? []);
		const left = Math.min(...bounds.map((box) => box.x)) - 32;
		const top = Math.min(...bounds.map((box) => box.y)) - 32;
		const scene = document.querySelector<HTMLCanvasElement>('[data-testid="scene"]')!;
		const [w, h] = [scene.width, scene.height];
		const off = document.createElement('canvas');
		[off.width, off.height] = [w, h];
		const ctx = off.getContext('2d', { willReadFrequently: true })!;
		let different = 0;
		let all = 0;
		// Window by window over the whole sheet, at full size.
		for (let y = 0; y + h <= picture.height; y += h) {
			for (let x = 0; x + w <= picture.width; x += w) {
				board.setView({ x: Math.round(left) + x, y: Math.round(top) + y, scale: 1 });
				await new Promise((done) => setTimeout(done, 700));
				ctx.drawImage(picture, x + Math.round(left) - left, y + Math.round(top) - top, w, h, 0, 0, w, h);
				const theirs = ctx.getImageData(0, 0, w, h).data;
				const ours = scene.getContext('2d')!.getImageData(0, 0, w, h).data;
				for (let i = 0; i < theirs.length; i += 4) {
					all++;
					const by =
						Math.abs(theirs[i]! - ours[i]!) +
						Math.abs(theirs[i + 1]! - ours[i + 1]!) +
						Math.abs(theirs[i + 2]! - ours[i + 2]!);
					if (by > 140) different++;
				}
			}
		}
		return all === 0 ? 1 : different / all;
	}, `${server.url}/api/boards/season-planning`);
	// Letters and slanting edges are smoothed differently by the two renderers; nothing else may differ.
	expect(differing).toBeLessThan(0.01);
});
