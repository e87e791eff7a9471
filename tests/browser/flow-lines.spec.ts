/** Flows: steps in lines, sides, fields that keep them tidy, files. */
import {
	byKind,
	drag,
	expect,
	find,
	findIn,
	fresh,
	middle,
	screenPoint,
	sees,
	showPlace,
	test,
	undo,
} from './fixtures';
import { flowPanel, linksAmong, putStep, sideOf, type Held } from './flow-page';

test('a step is dropped into a line and taken out again; sides are set by hand and stay', async ({
	ilka: { page },
}) => {
	const { x, y } = await fresh(page);
	await putStep(page, x + 150, y + 200, 'Ask');
	await putStep(page, x + 800, y + 200, 'Pay');
	await putStep(page, x + 450, y + 450, 'Weigh');
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

test('a field keeps its flow tidy, in one step of undo', async ({ ilka: { page } }) => {
	const { x, y } = await fresh(page);
	await showPlace(page, x - 100, y - 100, 0.6);
	await page.keyboard.press('7');
	await drag(page, await screenPoint(page, x, y), await screenPoint(page, x + 1300, y + 700));
	await page.keyboard.insertText('How a repair goes');
	await page.keyboard.press('Escape');
	await find(page, 'Keep it tidy, to the right');
	await putStep(page, x + 150, y + 300, 'Come in');
	await page.keyboard.press('Alt+ArrowRight');
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

test('what lies in a lane belongs to it, and goes along when lanes change places', async ({
	ilka: { page },
}) => {
	const { x, y } = await fresh(page);
	await page.keyboard.press('a');
	await page.getByRole('button', { name: 'Lanes', exact: true }).click();
	const at = await screenPoint(page, x + 440, y + 330);
	await page.mouse.click(at.x, at.y);
	// The demo has lanes of its own.
	const here = async () => (await byKind(page, 'lanes')).filter(({ box }) => box[0] > x - 900);
	await expect.poll(async () => (await here()).length).toBe(1);
	const [lanes] = await here();
	const [left, top] = lanes!.box;
	await putStep(page, left + 260, top + 110, 'Take the lamp in');
	await putStep(page, left + 520, top + 280, 'Mend the lamp');
	const panel = await flowPanel(page);
	const whoOf = (text: string) => panel.getByLabel(`Who: ${text}`, { exact: true });
	await expect(whoOf('Take the lamp in')).toHaveAttribute('placeholder', 'Lane 1');
	await expect(whoOf('Mend the lamp')).toHaveAttribute('placeholder', 'Lane 2');
	const before = (await sees(page, 'Mend the lamp')).box[1];
	// The head of the second lane, picked in lanes that are selected.
	const head = await screenPoint(page, left + 50, top + 300);
	await page.mouse.click(head.x, head.y);
	await page.mouse.click(head.x, head.y);
	await find(page, 'Move the row up');
	await expect.poll(async () => (await sees(page, 'Mend the lamp')).box[1]).toBeLessThan(before);
	await expect(whoOf('Mend the lamp')).toHaveAttribute('placeholder', 'Lane 2');
	await undo(page);
	await expect.poll(async () => (await sees(page, 'Mend the lamp')).box[1]).toBe(before);
});

test('flows come from files and go into files', async ({ ilka: { page } }) => {
	await fresh(page);
	const panel = await flowPanel(page);
	const bring = async (name: string, text: string): Promise<void> => {
		const [chooser] = await Promise.all([
			page.waitForEvent('filechooser'),
			panel.getByRole('button', { name: 'Bring a flow in' }).click(),
		]);
		await chooser.setFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
	};
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
