/** What tests of flows do on a page, and look at there. */
import type { Locator, Page } from '@playwright/test';
import { drag, expect, middle, screenPoint, sees } from './fixtures';

export interface Held {
	id: string;
	kind: string;
	style: { shape?: string };
	text: { runs: { text: string }[] }[];
	work?: { minutes?: { likely: number } };
	ends?: { object?: string; side?: string; pinned?: true }[];
}

/** Links on the board as `from -yes> to`, sorted, of steps in a list. */
export const linksAmong = (page: Page, names: readonly string[]): Promise<string[]> =>
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

export const shapeOf = async (page: Page, text: string): Promise<string | undefined> => {
	const { id } = await sees(page, text);
	return page.evaluate(
		(id) =>
			(
				window as unknown as { wandtafelBoard: { model: { objects: Map<string, Held> } } }
			).wandtafelBoard.model.objects.get(id)?.style.shape,
		id,
	);
};

/** What is said about a step: how long it takes, what it costs, who does it. */
export const stepWork = async (page: Page, text: string): Promise<Held['work']> => {
	const { id } = await sees(page, text);
	return page.evaluate(
		(id) =>
			(
				window as unknown as { wandtafelBoard: { model: { objects: Map<string, Held> } } }
			).wandtafelBoard.model.objects.get(id)?.work,
		id,
	);
};

/** Puts a step down with its middle at a point of the board, and writes its words. */
export async function putStep(page: Page, x: number, y: number, text: string): Promise<void> {
	await page.keyboard.press('5');
	const at = await screenPoint(page, x, y);
	await page.mouse.click(at.x, at.y);
	await page.keyboard.press('Shift+S');
	await page.keyboard.press('Enter');
	await page.keyboard.insertText(text);
	await page.keyboard.press('Escape');
}

export const sideOf = (
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
export async function pull(
	page: Page,
	from: string,
	side: 'right' | 'bottom',
	to: { x: number; y: number },
): Promise<void> {
	const at = await middle(page, await sees(page, from));
	await page.mouse.click(at.x, at.y);
	await drag(page, await knob(page, from, side), to);
}

export const flowPanel = async (page: Page): Promise<Locator> => {
	const tab = page.getByTestId('desk-tabs').getByRole('button', { name: 'Flow' });
	if ((await tab.getAttribute('aria-pressed')) !== 'true') await tab.click();
	await expect(page.getByRole('heading', { name: 'Flow', exact: true })).toBeVisible();
	return page.getByTestId('desk');
};
