/**
 * The writing line, on a laptop and on a phone: colour, pasted lists, changing and taking back what
 * one wrote.
 */
import { expect, findIn, sees, test } from './fixtures';

test('the line keeps its colour and its words; what was written is changed and taken back by its writer', async ({
	ilka,
	join,
}) => {
	const [rosa, piet] = [await join('Rosa'), await join('Piet', { phone: true })];
	for (const [someone, colour, pigment] of [
		[rosa, 'Moss', 'moss'],
		[piet, 'Lake', 'lake'],
	] as const) {
		const { page } = someone;
		const line = page.getByLabel('Write a note');
		await line.fill(`Half a thought, ${colour}`);
		await page.getByTestId('writing-line').getByRole('button', { name: colour }).click();
		await expect(line).toHaveValue(`Half a thought, ${colour}`);
		expect(await findIn(ilka.page, `Half a thought, ${colour}`)).toBeUndefined();
		await line.press('Enter');
		expect((await sees(ilka.page, `Half a thought, ${colour}`)).style['pigment']).toBe(pigment);
		await line.fill(`And the next, ${colour}`);
		await line.press('Enter');
		expect((await sees(ilka.page, `And the next, ${colour}`)).style['pigment']).toBe(pigment);
	}

	const own = piet.page.getByTestId('own-notes');
	await own.getByRole('button', { name: 'And the next, Lake', exact: true }).click();
	await piet.page.getByLabel('Change this note').fill('And the next one, Lake');
	await piet.page.getByLabel('Change this note').press('Enter');
	await sees(ilka.page, 'And the next one, Lake');
	await own
		.getByRole('listitem')
		.filter({ hasText: 'Half a thought' })
		.getByRole('button', { name: /^Take back/ })
		.click();
	await expect.poll(() => findIn(ilka.page, 'Half a thought, Lake')).toBeUndefined();

	await rosa.page.getByLabel('Write a note').evaluate((entry) => {
		const data = new DataTransfer();
		data.setData('text/plain', '- Fuses\n- Lamps\n\n- A bell');
		entry.dispatchEvent(
			new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
		);
	});
	for (const text of ['Fuses', 'Lamps', 'A bell']) await sees(ilka.page, text);
	await rosa.page.getByRole('button', { name: 'Take them back' }).click();
	await expect.poll(() => findIn(ilka.page, 'A bell')).toBeUndefined();
});
