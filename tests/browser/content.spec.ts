/** Formatted words and pictures. */
import type { Page } from '@playwright/test';
import { byKind, drag, showPlace, expect, find, fresh, screenPoint, sees, test } from './fixtures';
import { colourAt } from './scene';

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
	await expect(page.getByRole('application', { name: /^The board/ })).toBeFocused();
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
	const dropFile = async (name: string, type: string, text?: string, on = 'live') => {
		const p = await screenPoint(page, at.x + 300, at.y + 220);
		return page.evaluate(
			async ([x, y, fileName, fileType, words, target]) => {
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
				const drop = { bubbles: true, cancelable: true, clientX: x, clientY: y, dataTransfer: data };
				// Whether the browser would go on, and leave the page for the file.
				return document
					.querySelector(`[data-testid="${target}"]`)!
					.dispatchEvent(new DragEvent('drop', drop));
			},
			[p.x, p.y, name, type, text, on] as const,
		);
	};
	type Shown = { id: string; crop?: number[]; box: number[]; name: string };
	const picture = async (on = page): Promise<Shown | undefined> =>
		(await byKind(on, 'picture'))[0] as unknown as Shown | undefined;
	const seenAt = async (on: Page, x: number, y: number): Promise<string> => {
		const p = await screenPoint(on, x, y);
		const [r, g, b] = (await colourAt(on, p.x, p.y)) as [number, number, number, number];
		return r > 200 && b < 60 ? 'red' : b > 200 && r < 60 ? 'blue' : `${r} ${g} ${b}`;
	};

	await dropFile('halves.png', 'image/png');
	await expect.poll(async () => (await picture(maren.page))?.name).toBe('halves.png');
	await showPlace(maren.page, at.x, at.y);
	const [x, y, w, h] = (await picture())!.box as [number, number, number, number];
	await expect.poll(() => seenAt(maren.page, x + w * 0.25, y + h / 2)).toBe('red');
	await expect.poll(() => seenAt(maren.page, x + w * 0.75, y + h / 2)).toBe('blue');

	await page.keyboard.press('c');
	const left = await screenPoint(page, x, y + h / 2);
	await drag(page, left, { x: left.x + w * 0.6, y: left.y });
	await expect.poll(async () => (await picture(maren.page))?.crop?.[0]).toBeCloseTo(0.6, 1);
	expect((await picture())!.box[0]).toBeCloseTo(x + w * 0.6, 0);
	await expect.poll(() => seenAt(maren.page, x + w * 0.8, y + h / 2)).toBe('blue');
	await find(page, 'whole picture');
	await expect.poll(async () => (await picture(maren.page))?.box).toEqual([x, y, w, h, 0]);

	await dropFile('notes.png', 'image/png', 'These are only words.');
	await expect(page.getByText('notes.png was not taken')).toBeVisible();
	await expect(page.getByText(/This is no picture that can be shown/)).toBeVisible();
	expect(await dropFile('minutes.odt', 'application/vnd.oasis.opendocument.text', 'Words in a file.')).toBe(
		false,
	);
	await expect(page.getByText('minutes.odt was not taken')).toBeVisible();
	expect(await dropFile('halves.png', 'image/png', undefined, 'desk'), 'beside the board').toBe(false);
	expect(await byKind(page, 'picture')).toHaveLength(1);
});
