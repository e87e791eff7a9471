/** Pens, erasers and the straight-edge. */
import { byKind, drag, expect, fresh, screenPoint, test, undo } from './fixtures';

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
