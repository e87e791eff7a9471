/** Everybody sorts at once: six windows, one of them a phone, one offline for a while. */
import type { Page } from '@playwright/test';
import { expect, fromRecipe, sees, showPlace, test, writeNote, type Someone } from './fixtures';
import { themeOf } from './theme-page';

// Windows go without a network in here.
test.use({ keepsShell: true });

const NOTES = ['Long queue', 'Two hours of waiting', 'Fuses gone', 'No belts left'];

/** What somebody is dealt, and what they say about it by key. */
async function sortAll(page: Page, isWaiting: (text: string) => boolean): Promise<number> {
	let answers = 0;
	const dealt = page.getByTestId('dealt');
	// Whoever has nothing for the moment may get what others differ on.
	const through = page.getByText(`${NOTES.length} of ${NOTES.length} notes through`);
	for (;;) {
		await expect(dealt.or(through).first()).toBeVisible();
		if (await through.isVisible()) return answers;
		const text = await dealt.innerText();
		const theme = isWaiting(text) ? 'Waiting' : 'Parts';
		await page.getByTestId('deal').getByRole('list', { name: 'Themes' }).getByText(theme).click();
		answers++;
		await expect(dealt.filter({ hasText: text })).toHaveCount(0);
	}
}

test('six people sort at once, in silence, and the outcome is an ordinary sorting', async ({
	ilka,
	join,
	server,
}) => {
	const { page } = ilka;
	const { link } = await fromRecipe(page, server, 'idea-round');
	await showPlace(page, 9_000, 9_000);
	for (const [i, text] of NOTES.entries()) await writeNote(page, 9_120 + i * 200, 9_200, text);
	const people: Someone[] = [];
	for (const [name, phone] of [
		['Rosa', false],
		['Maren', false],
		['Vito', false],
		['Gesine', false],
		['Imre', true],
	] as const)
		people.push(await join(name, { link, phone }));
	const [rosa, maren, vito, gesine, imre] = people as [Someone, Someone, Someone, Someone, Someone];

	await test.step('the step is set so that everybody sorts, and started', async () => {
		await page.getByRole('button', { name: 'All about Sort' }).click();
		await page
			.getByTestId('desk')
			.locator('select')
			.filter({ hasText: 'Wherever people are' })
			.selectOption({ label: 'Wherever people are' });
		await page.getByLabel(/Everybody sorts at once/).check();
		await page.getByRole('button', { name: 'Start here' }).click();
		for (const { page: window } of people) await expect(window.getByTestId('deal')).toBeVisible();
	});

	await test.step('a theme that somebody names is at all others at once', async () => {
		for (const name of ['Waiting', 'Parts']) {
			await rosa.page.getByRole('button', { name: /New theme/ }).click();
			await rosa.page.getByRole('textbox', { name: 'Name of the theme' }).fill(name);
			await rosa.page.keyboard.press('Enter');
			for (const { page: window } of [maren, imre])
				await expect(window.getByTestId('deal').getByRole('list', { name: 'Themes' })).toContainText(name);
		}
		// What was put there only to name them is taken back.
		for (let i = 0; i < 2; i++) await rosa.page.getByRole('button', { name: /Take back/ }).click();
	});

	await test.step('one sorts offline; it counts once they are back', async () => {
		await vito.context.setOffline(true);
		const text = await vito.page.getByTestId('dealt').innerText();
		const theme = /queue|hours/i.test(text) ? 'Waiting' : 'Parts';
		await vito.page.getByTestId('deal').getByRole('list', { name: 'Themes' }).getByText(theme).click();
		await expect(vito.page.getByText('Offline: what you said about one note waits here.')).toBeVisible();
		await vito.context.setOffline(false);
		await expect(vito.page.getByText('waits here.')).toBeHidden({ timeout: 15_000 });
	});

	const answers = await Promise.all(
		[rosa, maren, vito, gesine, imre].map(({ page: window }) =>
			sortAll(window, (text) => /queue|hours/i.test(text)),
		),
	);
	// Each note went to two people, the one that Vito sorted before among them.
	expect(answers.reduce((sum, count) => sum + count, 0)).toBe(NOTES.length * 2 - 1);

	await test.step('a leader’s phone says how far it is, and leads to where people differ', async () => {
		await page.setViewportSize({ width: 390, height: 844 });
		const round = page.getByTestId('lead-screen').getByTestId('round-now');
		await expect(round).toContainText('4 of 4 notes through');
		await expect(round).toContainText('Agreement');
		await round.getByRole('button').click();
		await expect(page.getByTestId('together-led')).toBeVisible();
		await page.setViewportSize({ width: 1280, height: 800 });
	});

	await test.step('those who lead see that all agree, and take the outcome over', async () => {
		const led = page.getByTestId('together-led');
		await expect(led).toContainText('4 of 4 notes through');
		await expect(led).toContainText('1');
		await led.getByRole('button', { name: 'Look at the outcome' }).click();
		await expect(page.getByTestId('themes-summary')).toContainText('2 themes from 4 notes, 0 left out');
		await page.getByRole('button', { name: 'Lay out on the board' }).click();
		await sees(maren.page, 'Waiting');
		for (const text of NOTES)
			await expect
				.poll(() => themeOf(maren.page, text))
				.toBe(/queue|hours/i.test(text) ? 'Waiting' : 'Parts');
	});
});
