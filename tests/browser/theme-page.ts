/** What tests of themes share. */
import type { Page } from '@playwright/test';
import { fresh, objectsIn, writeNote, type Seen } from './fixtures';

/** What the theme of a note is called, by what both say. */
export async function themeOf(page: Page, text: string): Promise<string | undefined> {
	const all = await objectsIn(page);
	const note = all.find((object) => object.kind === 'note' && object.text === text);
	return all.find(({ id }) => id === note?.theme)?.text;
}

export const select = (page: Page, ids: string[]): Promise<void> =>
	page.evaluate((chosen) => {
		type Held = { wandtafelBoard: { select(ids: string[]): void } };
		(window as unknown as Held).wandtafelBoard.select(chosen);
	}, ids);

/** Notes in a row, in a free place; they are selected. */
export async function notesInRow(page: Page, texts: readonly string[]): Promise<Seen[]> {
	const at = await fresh(page);
	const notes: Seen[] = [];
	for (const [i, text] of texts.entries())
		notes.push(await writeNote(page, at.x + 120 + (i % 3) * 200, at.y + 100 + Math.floor(i / 3) * 130, text));
	await select(
		page,
		notes.map(({ id }) => id),
	);
	return notes;
}
