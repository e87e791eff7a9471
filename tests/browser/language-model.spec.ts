/** Themes by the language model of the house: asked only after a question, in each of its moods. */
import type { Page } from '@playwright/test';
import { startStandIn, type Mood, type StandIn } from '../../scripts/stand-in-model/server';
import { barrierFree, expect, findIn, objectsIn, test as base } from './fixtures';
import { notesInRow } from './theme-page';

const NOTES = [
	'The queue at the door is too long',
	'People wait in the queue without a number',
	'Fuses are missing again',
	'We never have enough fuses in the box',
];

let model: StandIn;
const test = base.extend({
	// eslint-disable-next-line no-empty-pattern
	env: async ({}, use) => {
		model = await startStandIn({ slowMs: 120_000 });
		await use({
			...{ WANDTAFEL_MODEL_URL: model.url, WANDTAFEL_MODEL: 'house-model' },
			WANDTAFEL_MODEL_TIMEOUT: '2',
		});
		await model.close();
	},
});

const desk = (page: Page) => page.getByTestId('desk');
const showPart = (page: Page, name: string) =>
	page.getByTestId('desk-tabs').getByRole('button', { name }).click();
const consent = (page: Page) => page.getByRole('dialog', { name: 'Send notes to a language model?' });
const sort = (page: Page) => desk(page).getByRole('button', { name: 'Sort the 4 selected notes' }).click();

/** Allows it as the owner, and chooses it to sort by. */
async function choose(page: Page): Promise<void> {
	await showPart(page, 'People');
	await desk(page)
		.getByRole('switch', { name: /^Language model “house-model”/ })
		.check();
	await showPart(page, 'Themes');
	await desk(page).getByLabel('Sort by').selectOption({ label: 'What they say, as “house-model” sees it' });
}

test('a language model is asked only after a question, and what it says is argued with like any proposal', async ({
	ilka: { page },
	join,
}) => {
	const rosa = await join('Rosa');
	await notesInRow(page, NOTES);
	await showPart(page, 'Themes');
	await expect(desk(page).getByText('A language model could propose themes too.')).toBeVisible();
	await choose(page);

	await test.step('nothing is sent where somebody says no', async () => {
		await sort(page);
		await expect(consent(page).getByTestId('what-is-sent')).toHaveText(
			`The words of 4 notes would be sent to “house-model” at ${new URL(model.url).host}.`,
		);
		await barrierFree(page, 'the question before notes are sent');
		await consent(page).getByRole('button', { name: 'Send nothing' }).click();
		await expect(consent(page)).toBeHidden();
		expect(model.asked).toEqual([]);
	});

	await test.step('its proposal says where it comes from, and moves nothing', async () => {
		await sort(page);
		await consent(page).getByRole('button', { name: 'Send them' }).click();
		await expect(desk(page).getByTestId('model-source')).toContainText('Proposed by “house-model”');
		await expect(page.getByTestId('themes-summary')).toContainText('from 4 notes');
		expect(
			(await objectsIn(page)).filter(({ text }) => NOTES.includes(text)).some(({ theme }) => theme),
		).toBe(false);
	});

	await test.step('it says in one sentence what a theme says, and the sentence is put down by hand', async () => {
		await desk(page)
			.getByRole('button', { name: /^What can be done with/ })
			.first()
			.click();
		await desk(page).getByRole('button', { name: 'In one sentence, by “house-model”' }).click();
		await consent(page).getByRole('button', { name: 'Send them' }).click();
		const said = desk(page).getByTestId('theme-summary');
		const sentence = (await said.locator('p').first().textContent())!;
		expect(await findIn(rosa.page, sentence)).toBeUndefined();
		await said.getByRole('button', { name: 'Put it on the board' }).click();
		await expect.poll(async () => (await findIn(rosa.page, sentence))?.kind).toBe('text');
	});

	await page.getByRole('button', { name: 'Lay out on the board' }).click();
	await expect
		.poll(async () => (await objectsIn(rosa.page)).filter(({ kind }) => kind === 'theme').length)
		.toBeGreaterThan(1);
	await page.getByRole('button', { name: 'Journal' }).first().click();
	await expect(page.getByText(/asked a language model about 4 notes: “house-model, /)).toBeVisible();
});

test('a language model in a bad mood leaves the machine’s own proposal, and one plain sentence', async ({
	ilka: { page },
}) => {
	await notesInRow(page, NOTES);
	await choose(page);
	const problems: [Mood, string][] = [
		['failing', 'does not answer'],
		['empty', 'cannot be used'],
		['cut', 'cannot be used'],
		['wrong', 'cannot be used'],
		['slow', 'does not answer'],
	];
	for (const [mood, problem] of problems)
		await test.step(mood, async () => {
			model.mood = mood;
			await sort(page);
			await consent(page).getByRole('button', { name: 'Send them' }).click();
			await expect(desk(page).getByRole('alert')).toContainText(problem);
			await expect(desk(page).getByRole('alert')).toContainText('the proposal of Wandtafel itself');
			await expect(desk(page).getByTestId('model-source')).toBeHidden();
			await expect(page.getByTestId('themes-summary')).toContainText('from 4 notes');
			await desk(page).getByRole('button', { name: 'Discard' }).click();
		});

	await test.step('it is stopped while it thinks, and what it says then is passed over', async () => {
		await sort(page);
		await consent(page).getByRole('button', { name: 'Send them' }).click();
		await expect(desk(page).getByText('“house-model” is asked')).toBeVisible();
		await desk(page).getByRole('button', { name: 'Stop' }).click();
		await expect(desk(page).getByRole('button', { name: 'Sort the 4 selected notes' })).toBeVisible();
	});
});
