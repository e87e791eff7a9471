/** Flows: drawn by key and by hand, checked, timed, tidied, taken out and brought in, by two people. */
import type { Locator, Page } from '@playwright/test';
import {
	barrierFree,
	byKind,
	drag,
	expect,
	find,
	findIn,
	fresh,
	fromRecipe,
	middle,
	objectsIn,
	screenPoint,
	sees,
	test,
	undo,
} from './fixtures';

interface Held {
	id: string;
	kind: string;
	style: { shape?: string };
	text: { runs: { text: string }[] }[];
	ends?: { object?: string; side?: string; pinned?: true }[];
}

/** Links on the board as `from -yes> to`, sorted, of steps in a list. */
const linksAmong = (page: Page, names: readonly string[]): Promise<string[]> =>
	page.evaluate((names) => {
		const { model } = (window as unknown as { wandtafelBoard: { model: { objects: Map<string, Held> } } })
			.wandtafelBoard;
		const words = ({ text }: Held): string =>
			text.map(({ runs }) => runs.map((run) => run.text).join('')).join(' ');
		const nameOf = (end: { object?: string } | undefined): string => {
			const object = end?.object === undefined ? undefined : model.objects.get(end.object);
			return object ? words(object) : '?';
		};
		return [...model.objects.values()]
			.filter(({ kind }) => kind === 'connector')
			.map((line) => ({ line, ends: line.ends!.map(nameOf) }))
			.filter(({ ends }) => ends.every((end) => names.includes(end)))
			.map(({ line, ends: [from, to] }) => `${from} -${words(line)}> ${to}`)
			.sort();
	}, names);

const shapeOf = async (page: Page, text: string): Promise<string | undefined> => {
	const { id } = await sees(page, text);
	return page.evaluate(
		(id) =>
			(
				window as unknown as { wandtafelBoard: { model: { objects: Map<string, Held> } } }
			).wandtafelBoard.model.objects.get(id)?.style.shape,
		id,
	);
};

const sideOf = (
	page: Page,
	text: string,
	which: 'right' | 'bottom' | 'left' | 'top',
): Promise<{ x: number; y: number }> =>
	sees(page, text).then(({ box: [x, y, w, h] }) =>
		screenPoint(
			page,
			which === 'right' ? x + w - 6 : which === 'left' ? x + 6 : x + w / 2,
			which === 'bottom' ? y + h - 6 : which === 'top' ? y + 6 : y + h / 2,
		),
	);

/** The knob on a side of what is selected. */
async function knob(page: Page, text: string, side: 'right' | 'bottom'): Promise<{ x: number; y: number }> {
	const {
		box: [x, y, w, h],
	} = await sees(page, text);
	const at = await screenPoint(
		page,
		side === 'right' ? x + w : x + w / 2,
		side === 'right' ? y + h / 2 : y + h,
	);
	return side === 'right' ? { x: at.x + 24, y: at.y } : { x: at.x, y: at.y + 24 };
}

/** Pulls a line from the knob of a step to a place. */
async function pull(
	page: Page,
	from: string,
	side: 'right' | 'bottom',
	to: { x: number; y: number },
): Promise<void> {
	const at = await middle(page, await sees(page, from));
	await page.mouse.click(at.x, at.y);
	await drag(page, await knob(page, from, side), to);
}

const flowPanel = async (page: Page): Promise<Locator> => {
	const tab = page.getByTestId('desk-tabs').getByRole('button', { name: 'Flow' });
	if ((await tab.getAttribute('aria-pressed')) !== 'true') await tab.click();
	await expect(page.getByRole('heading', { name: 'Flow', exact: true })).toBeVisible();
	return page.getByTestId('desk');
};

/** Draws a flow by key; returns how many entries that took besides its words. */
async function drawFlow(page: Page): Promise<number> {
	const { x, y } = await fresh(page);
	await page.evaluate(
		([vx, vy]) =>
			(window as unknown as { wandtafelBoard: { setView(v: object): void } }).wandtafelBoard.setView({
				x: vx,
				y: vy,
				scale: 0.6,
			}),
		[x - 60, y - 300],
	);
	let entries = 0;
	const press = async (...keys: string[]): Promise<void> => {
		for (const key of keys) {
			entries++;
			await page.keyboard.press(key);
		}
	};
	const editor = page.getByTestId('text-editor');
	const write = async (text: string): Promise<void> => {
		await expect(editor).toBeVisible();
		await page.keyboard.insertText(text);
	};
	await press('5');
	const at = await screenPoint(page, x + 100, y + 100);
	await page.mouse.click(at.x, at.y);
	entries++;
	await press('Shift+E', 'Enter');
	await write('Guest comes');
	await press('Tab');
	await write('Write a card');
	await press('Tab');
	await write('Look at it');
	await press('Tab');
	await write('Worth it?');
	await press('Escape', 'Shift+D', 'Alt+ArrowRight');
	await write('Repair');
	await press('Tab');
	await write('Test');
	await press('Tab');
	await write('Works?');
	await press('Escape', 'Shift+D', 'Alt+ArrowRight');
	await write('Say goodbye');
	await press('Tab');
	await write('Tidy the bench');
	await press('Tab');
	await write('Done');
	await press('Escape', 'Shift+E');
	await page.evaluate(
		([vx, vy]) =>
			(window as unknown as { wandtafelBoard: { setView(v: object): void } }).wandtafelBoard.setView({
				x: vx,
				y: vy,
				scale: 0.34,
			}),
		[x - 20, y - 700],
	);
	entries++;
	await pull(page, 'Works?', 'bottom', await middle(page, await sees(page, 'Repair')));
	entries += 2;
	await pull(page, 'Worth it?', 'bottom', await middle(page, await sees(page, 'Done')));
	entries += 2;
	return entries;
}
const NAMES = [
	'Guest comes',
	'Write a card',
	'Look at it',
	'Worth it?',
	'Repair',
	'Test',
	'Works?',
	'Say goodbye',
	'Tidy the bench',
	'Done',
];
const LINKS = [
	'Guest comes -> Write a card',
	'Look at it -> Worth it?',
	'Repair -> Test',
	'Say goodbye -> Tidy the bench',
	'Test -> Works?',
	'Tidy the bench -> Done',
	'Works? -no> Repair',
	'Works? -yes> Say goodbye',
	'Worth it? -no> Done',
	'Worth it? -yes> Repair',
	'Write a card -> Look at it',
];

test('a flow of six steps, two decisions and a loop is drawn in 24 entries, and is right', async ({
	ilka: { page },
	server,
	join,
}) => {
	const { link } = await fromRecipe(page, server, 'idea-round');
	await page.keyboard.press('Escape');
	expect(await drawFlow(page)).toBeLessThanOrEqual(24);
	await expect.poll(() => linksAmong(page, NAMES)).toEqual(LINKS);
	expect(await shapeOf(page, 'Guest comes')).toBe('terminator');
	expect(await shapeOf(page, 'Write a card')).toBe('process');
	expect(await shapeOf(page, 'Works?')).toBe('decision');

	const panel = await flowPanel(page);
	await expect(panel.getByRole('status')).toContainText('Nothing to complain about');
	await barrierFree(page, 'the flow beside the board');

	const rosa = await join('Rosa', { link });
	const theirs = await flowPanel(rosa.page);
	await expect(theirs.getByRole('status')).toContainText('Nothing to complain about');

	await test.step('what one says about steps the other sees, with what it comes to', async () => {
		const fill = async (label: string, value: string): Promise<void> => {
			const entry = panel.getByLabel(label, { exact: true });
			await entry.fill(value);
			await entry.press('Tab');
		};
		await fill('Minutes: Look at it', '10');
		await fill('Minutes: Repair', '20 / 30 / 70');
		await fill('Minutes: Works?', '5');
		const shares = panel.getByLabel('Share of “yes” in %');
		await shares.nth(0).fill('90');
		await shares.nth(1).fill('80');
		await shares.nth(1).press('Tab');
		// 10 + 0.9 / 0.8 * (35 + 5).
		await expect(theirs.getByTestId('flow-times')).toContainText('55 min');
		await expect(theirs.getByTestId('flow-times')).toContainText('Nineteen of twenty within');
		await fill('Minutes: Repair', 'soon');
		await expect(page.getByText('These are no minutes')).toBeVisible();
		await expect(panel.getByLabel('Minutes: Repair', { exact: true })).toHaveValue('20/30/70');
	});

	await test.step('a fault is told in a sentence that leads there, and is set aside with a reason', async () => {
		const { id } = await sees(rosa.page, 'Tidy the bench');
		await rosa.page.evaluate(
			(id) => (window as unknown as { wandtafelBoard: { goTo(id: string): void } }).wandtafelBoard.goTo(id),
			id,
		);
		await rosa.page.getByRole('application').focus();
		await rosa.page.keyboard.press('Delete');
		const finding = panel
			.getByTestId('findings')
			.getByRole('button', { name: '“Say goodbye” leads nowhere' });
		await expect(finding).toBeVisible();
		await finding.click();
		await expect
			.poll(() =>
				page.evaluate(() => [
					...(window as unknown as { wandtafelBoard: { selection: Set<string> } }).wandtafelBoard.selection,
				]),
			)
			.toEqual([(await sees(page, 'Say goodbye')).id]);
		await expect(page.getByTestId('flow-signs').getByRole('button')).toHaveCount(1);
		await panel.getByRole('button', { name: 'Set aside' }).click();
		await panel.getByLabel('Why it is right as it is').fill('They find the door');
		await panel.getByLabel('Why it is right as it is').press('Enter');
		await expect(theirs.getByRole('status')).toContainText('Nothing to complain about');
		await theirs.getByText('One finding is set aside').click();
		await expect(theirs).toContainText('They find the door');
		await theirs.getByRole('button', { name: 'Take up again' }).click();
		await expect(finding).toBeVisible();
		await expect(panel.getByRole('status').first()).toContainText('One finding');
		await rosa.page.getByRole('application').focus();
		// The reason, then the deletion.
		await undo(rosa.page);
		await undo(rosa.page);
		await expect(finding).toHaveCount(0);
	});

	await test.step('it is tidied in one step, and that is taken back in one', async () => {
		const places = async (): Promise<string> =>
			JSON.stringify(
				(await objectsIn(page))
					.filter(({ text }) => NAMES.includes(text))
					.map(({ id, box }) => [id, box])
					.sort(),
			);
		const { box } = await sees(page, 'Test');
		await drag(
			page,
			await middle(page, await sees(page, 'Test')),
			await screenPoint(page, box[0] + 80, box[1] + 400),
		);
		const before = await places();
		await page.keyboard.press('Shift+T');
		await expect.poll(places).not.toBe(before);
		const across = await Promise.all(
			['Guest comes', 'Repair', 'Test', 'Works?'].map((name) => sees(page, name)),
		);
		expect(new Set(across.map(({ box: [, y, , h] }) => y + h / 2)).size).toBe(1);
		await undo(page);
		await expect.poll(places).toBe(before);
	});
});

test('a line that is pulled into the open offers what comes next', async ({ ilka: { page } }) => {
	const { x, y } = await fresh(page);
	await page.keyboard.press('5');
	const at = await screenPoint(page, x + 200, y + 200);
	await page.mouse.click(at.x, at.y);
	await page.keyboard.press('Shift+D');
	await page.keyboard.press('Enter');
	await page.keyboard.insertText('Heavier than ten kilos?');
	await page.keyboard.press('Escape');
	/** What lines from the decision say. */
	const linksFrom = async (): Promise<string[]> => {
		const { id } = await sees(page, 'Heavier than ten kilos?');
		return (await byKind(page, 'connector'))
			.filter((line) => JSON.stringify((line as unknown as Held).ends?.[0]).includes(id))
			.map(({ text }) => text);
	};
	await pull(page, 'Heavier than ten kilos?', 'right', await screenPoint(page, x + 420, y + 205));
	const menu = page.getByRole('menu', { name: 'What comes next' });
	await expect(menu.getByRole('menuitem')).toHaveCount(5);
	await menu.getByRole('menuitem', { name: 'Process' }).click();
	await expect(page.getByTestId('text-editor')).toBeVisible();
	await page.keyboard.insertText('Take the lift');
	await page.keyboard.press('Escape');
	await expect
		.poll(() => linksAmong(page, ['Heavier than ten kilos?', 'Take the lift']))
		.toEqual(['Heavier than ten kilos? -yes> Take the lift']);
	// Nearly straight on is straight on.
	const [from, to] = [await sees(page, 'Heavier than ten kilos?'), await sees(page, 'Take the lift')];
	expect(to.box[1] + to.box[3] / 2).toBe(from.box[1] + from.box[3] / 2);
	await pull(page, 'Heavier than ten kilos?', 'bottom', await screenPoint(page, x + 200, y + 480));
	await page.keyboard.press('Escape');
	await expect(menu).toHaveCount(0);
	expect(await linksFrom()).toEqual(['yes']);
	await pull(page, 'Heavier than ten kilos?', 'bottom', await screenPoint(page, x + 200, y + 480));
	await menu.getByRole('menuitem', { name: 'Only the line' }).click();
	await expect.poll(linksFrom).toEqual(['yes', 'no']);
});

test('a step is dropped into a line and taken out again; sides are set by hand and stay', async ({
	ilka: { page },
}) => {
	const { x, y } = await fresh(page);
	const put = async (dx: number, dy: number, text: string): Promise<void> => {
		await page.keyboard.press('5');
		const at = await screenPoint(page, x + dx, y + dy);
		await page.mouse.click(at.x, at.y);
		await page.keyboard.press('Shift+S');
		await page.keyboard.press('Enter');
		await page.keyboard.insertText(text);
		await page.keyboard.press('Escape');
	};
	await put(150, 200, 'Ask');
	await put(800, 200, 'Pay');
	await put(450, 450, 'Weigh');
	const among = (): Promise<string[]> => linksAmong(page, ['Ask', 'Pay', 'Weigh']);
	const click = async (text: string, ...more: ('Shift' | undefined)[]): Promise<void> => {
		const at = await middle(page, await sees(page, text));
		for (const key of more) if (key) await page.keyboard.down(key);
		await page.mouse.click(at.x, at.y);
		for (const key of more) if (key) await page.keyboard.up(key);
	};
	await click('Ask');
	await click('Pay', 'Shift');
	await page.keyboard.press('Shift+K');
	await expect.poll(among).toEqual(['Ask -> Pay']);

	await drag(page, await middle(page, await sees(page, 'Weigh')), await screenPoint(page, x + 475, y + 200));
	await expect.poll(among).toEqual(['Ask -> Weigh', 'Weigh -> Pay']);
	await undo(page);
	await expect.poll(among).toEqual(['Ask -> Pay']);
	expect((await sees(page, 'Weigh')).box[1]).toBeGreaterThan(y + 350);
	await page.keyboard.press('Control+Shift+z');
	await expect.poll(among).toEqual(['Ask -> Weigh', 'Weigh -> Pay']);
	await click('Weigh');
	await page.keyboard.press('Shift+X');
	await expect.poll(among).toEqual(['Ask -> Pay']);
	await expect.poll(async () => (await findIn(page, 'Weigh')) !== undefined).toBe(true);

	await test.step('an end that is put down near a side stays there', async () => {
		const { id: ask } = await sees(page, 'Ask');
		const route = (): Promise<{ x: number; y: number }[]> =>
			page.evaluate((ask) => {
				type Board = {
					wandtafelBoard: {
						model: { objects: Map<string, Held>; routeOf(id: string): { path: { x: number; y: number }[] } };
					};
				};
				const { model } = (window as unknown as Board).wandtafelBoard;
				const line = [...model.objects.values()].find(
					({ kind, ends }) => kind === 'connector' && ends?.[0]?.object === ask,
				)!;
				return model.routeOf(line.id).path;
			}, ask);
		const [start, next] = await route();
		const onLine = await screenPoint(page, (start!.x + next!.x) / 2, start!.y);
		await page.mouse.click(onLine.x, onLine.y);
		const end = await screenPoint(page, start!.x, start!.y);
		await drag(page, end, await sideOf(page, 'Ask', 'top'));
		const {
			box: [ax, ay, aw],
		} = await sees(page, 'Ask');
		await expect.poll(async () => (await route())[0]!.y < ay).toBe(true);
		expect((await route())[0]!.x).toBeCloseTo(ax + aw / 2, 0);
		await find(page, 'Tidy the flow to the right');
		await expect.poll(async () => (await route())[0]!.y < (await sees(page, 'Ask')).box[1]).toBe(true);
	});
});

test('a field keeps its flow tidy, and lanes keep their steps', async ({ ilka: { page } }) => {
	const { x, y } = await fresh(page);
	await page.evaluate(
		([vx, vy]) =>
			(window as unknown as { wandtafelBoard: { setView(v: object): void } }).wandtafelBoard.setView({
				x: vx,
				y: vy,
				scale: 0.6,
			}),
		[x - 100, y - 100],
	);
	await page.keyboard.press('7');
	await drag(page, await screenPoint(page, x, y), await screenPoint(page, x + 1300, y + 700));
	await page.keyboard.insertText('How a repair goes');
	await page.keyboard.press('Escape');
	await find(page, 'Keep it tidy, to the right');
	await page.keyboard.press('5');
	const at = await screenPoint(page, x + 150, y + 300);
	await page.mouse.click(at.x, at.y);
	await page.keyboard.press('Shift+S');
	await page.keyboard.press('Enter');
	await page.keyboard.insertText('Come in');
	await page.keyboard.press('Tab');
	await page.keyboard.insertText('Sit down');
	await page.keyboard.press('Escape');
	await page.keyboard.press('Alt+ArrowDown');
	await page.keyboard.insertText('Wait');
	await page.keyboard.press('Escape');
	// What was grown downwards stands to the right by itself.
	const middleOf = async (text: string): Promise<number> => {
		const {
			box: [, top, , h],
		} = await sees(page, text);
		return top + h / 2;
	};
	await expect.poll(async () => (await middleOf('Wait')) - (await middleOf('Sit down'))).toBe(0);
	await undo(page);
	await undo(page);
	await expect.poll(async () => (await findIn(page, 'Wait')) === undefined).toBe(true);
});

test('flows come from files and go into files', async ({ ilka: { page } }) => {
	await fresh(page);
	const panel = await flowPanel(page);
	const bring = (name: string, text: string): Promise<void> =>
		panel
			.getByLabel('Bring a flow in')
			.setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
	await bring(
		'repair.dot',
		'digraph { a [shape=oval,label="Guest brings a kettle"]; a -> b; b [label="Open the kettle"]; b -> c; c [shape=diamond,label="Dry inside?"]; c -> d [label=yes]; c -> b [label=no]; d [shape=oval,label="Tea"] }',
	);
	await expect(page.getByText('4 steps from repair.dot stand on the board.')).toBeVisible();
	await sees(page, 'Dry inside?');
	await expect(panel.getByRole('status').first()).toContainText('Nothing to complain about');
	const [download] = await Promise.all([
		page.waitForEvent('download'),
		panel.getByRole('button', { name: 'GraphML' }).click(),
	]);
	expect(download.suggestedFilename()).toBe('Flow.graphml');
	const stream = await download.createReadStream();
	const chunks: Buffer[] = [];
	for await (const chunk of stream) chunks.push(chunk as Buffer);
	expect(Buffer.concat(chunks).toString()).toContain('Dry inside?');
	await bring('wrong.graphml', 'This is none');
	await expect(page.getByText('No flow could be read from this file.')).toBeVisible();
});
