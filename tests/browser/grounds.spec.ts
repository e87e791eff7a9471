/** What lies under the board and what is pasted onto it: grounds, places, formatted text. */
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expect, fresh, test } from './fixtures';
import { colourAt } from './scene';

/** The colour of the scene where nothing but the ground is, near its upper left corner. */
async function spotOf(page: Page): Promise<number[]> {
	const { x, y } = (await page.getByTestId('scene').boundingBox())!;
	return colourAt(page, x + 40, y + 40);
}

/** Pastes as another program would have copied it. */
const paste = (page: Page, data: Record<string, string>): Promise<void> =>
	page.evaluate((items) => {
		const clipboard = new DataTransfer();
		for (const [type, value] of Object.entries(items)) clipboard.setData(type, value);
		document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: clipboard, bubbles: true }));
	}, data);

interface Choice {
	name: string;
	mimeType: string;
	buffer: Buffer;
}
async function chooseGround(page: Page, file: Choice): Promise<void> {
	const own = page.getByRole('button', { name: 'Own picture' });
	if (!(await own.isVisible())) await page.getByRole('button', { name: 'Surface', exact: true }).click();
	const [chooser] = await Promise.all([page.waitForEvent('filechooser'), own.click()]);
	await chooser.setFiles(file);
}

test('formatted text is pasted as it was, places are kept and come back to, a picture lies on the ground', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	const { x, y } = await fresh(page);
	await paste(page, {
		'text/plain': 'Bring tools',
		'text/html': '<p><b>Bring</b> <a href="https://cafe.example/list">tools</a></p><ul><li>pliers</li></ul>',
	});
	const runs = async (): Promise<unknown> =>
		maren.page.evaluate(() => {
			type Text = { text: { list?: string; runs: Record<string, unknown>[] }[] };
			const { objects } = (window as unknown as { wandtafelBoard: { model: { objects: Map<string, Text> } } })
				.wandtafelBoard.model;
			return [...objects.values()].find(({ text }) => text[0]?.runs[0]?.['text'] === 'Bring')?.text;
		});
	await expect.poll(runs).toEqual([
		{
			runs: [
				{ text: 'Bring', bold: true },
				{ text: ' ' },
				{ text: 'tools', link: 'https://cafe.example/list' },
			],
		},
		{ list: 'bullet', runs: [{ text: 'pliers' }] },
	]);

	await page.getByRole('button', { name: 'Keep this view as a place' }).click();
	await page.getByLabel('Rename the place').fill('Tools');
	await page.keyboard.press('Enter');
	await page.getByTestId('live').click({ position: { x: 20, y: 20 } });
	await page.keyboard.press('f');
	await maren.page.getByRole('button', { name: /^Tools/ }).click();
	const view = (of: Page): Promise<{ x: number; y: number }> =>
		of.evaluate(
			() =>
				(window as unknown as { wandtafelBoard: { middle: { x: number; y: number } } }).wandtafelBoard.middle,
		);
	await page.keyboard.press('Shift+Digit1');
	await expect.poll(async () => Math.abs((await view(page)).x - (await view(maren.page)).x)).toBeLessThan(2);
	expect((await view(page)).x).toBeGreaterThan(x);
	expect((await view(page)).y).toBeGreaterThan(y);

	const picture = await page.evaluate(async () => {
		const canvas = new OffscreenCanvas(200, 100);
		const ctx = canvas.getContext('2d')!;
		ctx.fillStyle = '#a03020';
		ctx.fillRect(0, 0, 200, 100);
		const bytes = new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer());
		return [...bytes];
	});
	await chooseGround(page, { name: 'wood.png', mimeType: 'image/png', buffer: Buffer.from(picture) });
	// Between the objects the ground is neither the plain surface nor the bare picture.
	const pixel = (): Promise<number[]> => spotOf(maren.page);
	await expect.poll(async () => (await pixel())[0]! > 0x25 + 8).toBe(true);
	expect((await pixel())[0]).toBeLessThan(0xa0);
});

test('a ground that moves plays under the board for all, and is out of sight while the board is shown', async ({
	ilka: { page },
	join,
}) => {
	const maren = await join('Maren');
	await fresh(page);
	const frame = (background: string): Promise<Buffer> =>
		sharp({ create: { width: 160, height: 90, channels: 3, background } })
			.png()
			.toBuffer();
	const buffer = await sharp([await frame('#204080'), await frame('#402080')], { join: { animated: true } })
		.gif({ delay: [200, 200], loop: 0 })
		.toBuffer();
	await chooseGround(page, { name: 'rain.gif', mimeType: 'image/gif', buffer });

	const ground = maren.page.getByTestId('moving-ground');
	await expect(ground).toHaveCSS('background-image', /\/files\/[0-9a-f]{64}/);
	const alpha = async (of: Page): Promise<number> => (await spotOf(of))[3]!;
	// A veil lies over it, and not more than that.
	await expect.poll(() => alpha(maren.page)).toBeLessThan(250);
	expect(await alpha(maren.page)).toBeGreaterThan(40);
	const position = (): Promise<string> =>
		ground.evaluate((element) => getComputedStyle(element).backgroundPosition);
	const before = await position();
	await maren.page.mouse.move(400, 300);
	await maren.page.mouse.wheel(50, 30);
	await expect.poll(position).not.toBe(before);

	await maren.page.keyboard.press('1');
	await expect(ground).toBeVisible();
	await maren.page.keyboard.press('Shift+Enter');
	await expect(ground).toHaveCount(0);
	await expect.poll(() => alpha(maren.page)).toBe(255);
	await maren.page.keyboard.press('Shift+Enter');
	await expect(ground).toBeVisible();

	// Who wants no motion sees its first moment, painted.
	await maren.page.emulateMedia({ reducedMotion: 'reduce' });
	await expect(ground).toHaveCount(0);
	await expect.poll(() => alpha(maren.page)).toBe(255);
});
