/**
 * What is taken away under somebody's hands: the screen lives on, tells the truth, and nothing that
 * was written is lost.
 */
import type { Page } from '@playwright/test';
import {
	expect,
	find,
	forgive,
	findIn,
	fresh,
	middle,
	objectsIn,
	screenPoint,
	sees,
	test,
	undo,
	writeNote,
	type Seen,
} from './fixtures';

// Windows go without a network in here.
test.use({ keepsShell: true });

type Handle = {
	wandtafelBoard: {
		editing?: string;
		remove(): void;
		select(ids: string[]): void;
		goTo(id: string): void;
	};
};

/** Takes an object away, as a click and Delete would. */
const remove = (page: Page, id: string): Promise<void> =>
	page.evaluate((object) => {
		const { wandtafelBoard: board } = window as unknown as Handle;
		board.select([object]);
		board.remove();
	}, id);

const goTo = (page: Page, id: string): Promise<void> =>
	page.evaluate((object) => (window as unknown as Handle).wandtafelBoard.goTo(object), id);

async function openText(page: Page, object: Seen): Promise<void> {
	await goTo(page, object.id);
	const { x, y } = await middle(page, object);
	await page.mouse.dblclick(x, y);
	await expect(page.getByTestId('text-editor')).toBeVisible();
}

/** The window goes on: what is written here reaches the other one, and the other way round. */
async function goesOn(one: Page, other: Page, words: string): Promise<void> {
	const at = await fresh(one);
	await writeNote(one, at.x + 300, at.y + 300, `${words} from here`);
	await sees(other, `${words} from here`);
	const there = await fresh(other);
	await writeNote(other, there.x + 300, there.y + 300, `${words} from there`);
	await sees(one, `${words} from there`);
	await expect(one.getByText('All saved')).toBeVisible();
}

test('a text that is taken back or taken away under its writer closes, and the board goes on', async ({
	ilka,
	join,
}) => {
	const rosa = await join('Rosa');
	const at = await fresh(rosa.page);
	const editor = rosa.page.getByTestId('text-editor');
	for (const tool of ['3', '4']) {
		await rosa.page.keyboard.press(tool);
		const spot = await screenPoint(rosa.page, at.x + 400, at.y + 300);
		await rosa.page.mouse.click(spot.x, spot.y);
		await expect(editor).toBeVisible();
		await rosa.page.keyboard.type('Gluepot');
		await undo(rosa.page);
		await expect(editor).not.toContainText('Gluepot');
		// Where the machine is slow, a word takes longer than one step of undo holds.
		await expect(async () => {
			await undo(rosa.page);
			await expect(editor).toHaveCount(0, { timeout: 1000 });
		}).toPass();
		expect(await findIn(rosa.page, 'Gluepot')).toBeUndefined();
	}
	await goesOn(rosa.page, ilka.page, 'After undo');

	const here = await fresh(rosa.page);
	const note = await writeNote(rosa.page, here.x + 400, here.y + 300, 'Wobbly bench');
	await sees(ilka.page, 'Wobbly bench');
	await openText(rosa.page, note);
	await rosa.page.keyboard.type(' at the door');
	await remove(ilka.page, note.id);
	await expect(editor).toHaveCount(0);
	await expect(rosa.page.getByText('What you were writing in was taken away')).toBeVisible();
	// What is typed on is no command, and is kept with the rest.
	await rosa.page.keyboard.type(' till 5, with a 3');
	await expect(rosa.page.getByText('at the door till 5, with a 3')).toBeVisible();
	await expect(rosa.page.getByRole('button', { name: /^Pick/ })).toHaveAttribute('aria-pressed', 'true');
	await rosa.page.getByRole('button', { name: 'Put it down again' }).click();
	const back = await sees(ilka.page, 'Wobbly bench at the door till 5, with a 3');
	await goesOn(rosa.page, ilka.page, 'After deleting');

	// Rights that go under a writer end the writing as well.
	await openText(rosa.page, back);
	await rosa.page.keyboard.press('End');
	await rosa.page.keyboard.type(' in May');
	await sees(ilka.page, `${back.text} in May`);
	await ilka.page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	await ilka.page.getByRole('button', { name: 'Everyone watches' }).click();
	await expect(editor).toHaveCount(0);
	await rosa.page.keyboard.type(' and June w');
	await expect(rosa.page.getByText('“ and June w”')).toBeVisible();
	await expect(rosa.page.getByTestId('save-state')).toContainText('everyone watches');
	await ilka.page.getByRole('button', { name: 'Everyone writes' }).click();
	await expect(rosa.page.getByTestId('ledge').getByRole('button', { name: /Note/ })).toBeVisible();
	await rosa.page.getByRole('button', { name: 'Put it down again' }).click();
	await sees(ilka.page, ' and June w');
});

test('on a phone, with its sheet, and with the whole board at an earlier moment it is the same', async ({
	ilka,
	join,
}) => {
	const phone = await join('Piet', { phone: true });
	const at = await fresh(ilka.page);
	const note = await writeNote(ilka.page, at.x + 400, at.y + 300, 'Lost screws');
	await phone.page.getByRole('button', { name: 'Board', exact: true }).click();
	await expect(phone.page.getByTestId('live')).toBeVisible();
	await sees(phone.page, 'Lost screws');
	await goTo(phone.page, note.id);
	await phone.page.evaluate(
		(id) =>
			(
				window as unknown as { wandtafelBoard: { startEditing(id: string): void } }
			).wandtafelBoard.startEditing(id),
		note.id,
	);
	await expect(phone.page.getByTestId('text-editor')).toBeVisible();
	await phone.page.keyboard.type(' in a jar');
	await sees(ilka.page, 'Lost screws in a jar');
	await remove(ilka.page, note.id);
	await expect(phone.page.getByTestId('text-editor')).toHaveCount(0);
	await phone.page.getByRole('button', { name: 'Put it down again' }).click();
	await sees(ilka.page, 'Lost screws in a jar');

	const rosa = await join('Rosa');
	await find(ilka.page, 'New sheet after it');
	await expect(ilka.page.locator('.row.sheet')).toHaveCount(4);
	const own = await fresh(ilka.page);
	await ilka.page.keyboard.press('Escape');
	await ilka.page.getByTestId('live').click({ position: { x: 20, y: 400 } });
	const written = await writeNote(ilka.page, own.x + 400, own.y + 300, 'On a short-lived sheet');
	await sees(rosa.page, 'On a short-lived sheet');
	await openText(rosa.page, written);
	await rosa.page.keyboard.type(', kept');
	await sees(ilka.page, 'On a short-lived sheet, kept');
	await ilka.page.evaluate((sheet) => {
		const { model, room } = (
			window as unknown as {
				wandtafelBoard: {
					model: { objects: Map<string, { sheet: string }> };
					room: { stage: { transact(w: () => void): void; getMap(n: string): Map<string, unknown> } };
				};
			}
		).wandtafelBoard;
		const gone = [...model.objects].filter(([, object]) => object.sheet === sheet).map(([id]) => id);
		room.stage.transact(() => {
			for (const id of gone) room.stage.getMap('objects').delete(id);
			room.stage.getMap('sheets').delete(sheet);
		});
	}, written.sheet);
	await expect(rosa.page.getByTestId('text-editor')).toHaveCount(0);
	await rosa.page.getByRole('button', { name: 'Put it down again' }).click();
	const again = await sees(ilka.page, 'On a short-lived sheet, kept');
	expect(again.sheet).not.toBe(written.sheet);
	await goesOn(rosa.page, ilka.page, 'After the sheet');
	expect((await objectsIn(rosa.page)).length).toBe((await objectsIn(ilka.page)).length);
});

const saveState = (page: Page) => page.getByTestId('save-state');

test('what could not be sent is said to wait, through reload and a closed door, until it may be sent', async ({
	ilka,
	join,
	server,
}) => {
	const rosa = await join('Rosa');
	await ilka.page.getByTestId('desk-tabs').getByRole('button', { name: 'People' }).click();
	await expect(saveState(rosa.page)).toContainText('All saved');
	const at = await fresh(rosa.page);
	await rosa.context.setOffline(true);
	await expect(saveState(rosa.page)).toContainText('Offline');
	await rosa.page.keyboard.press('3');
	const spot = await screenPoint(rosa.page, at.x + 400, at.y + 300);
	await rosa.page.mouse.click(spot.x, spot.y);
	await rosa.page.keyboard.type('Written in the tunnel');
	await rosa.page.keyboard.press('Escape');
	// The note, and what stands in it: not one for each key.
	await expect(saveState(rosa.page)).toContainText(/Offline: [23] changes kept here/);
	expect(await findIn(ilka.page, 'Written in the tunnel')).toBeUndefined();
	const watches = ilka.page.getByRole('button', { name: 'Everyone watches' });
	await watches.click();
	await expect(watches).toHaveAttribute('aria-pressed', 'true');
	await rosa.context.setOffline(false);
	await expect(saveState(rosa.page)).toContainText(/changes of yours wait until you may write again/);
	expect(await findIn(ilka.page, 'Written in the tunnel')).toBeUndefined();

	await rosa.page.reload();
	await expect(saveState(rosa.page)).toContainText(/changes of yours wait until you may write again/);
	await sees(rosa.page, 'Written in the tunnel');
	// A page that cannot ask yet does not sign out either.
	const early = await rosa.context.browser()!.newContext({
		storageState: await rosa.context.storageState(),
		javaScriptEnabled: false,
	});
	const quiet = await early.newPage();
	await quiet.goto(server.url);
	await expect(quiet.getByRole('button', { name: 'Sign out' })).toBeDisabled();
	await early.close();

	await rosa.page.goto(server.url);
	await rosa.page.getByRole('button', { name: 'Sign out' }).click();
	await expect(rosa.page.getByText('if you sign out, nobody can send')).toBeVisible();
	await rosa.page.getByRole('button', { name: 'Stay' }).click();
	await rosa.page.goBack();
	await expect(saveState(rosa.page)).toContainText('wait until you may write again');

	const closed = ilka.page.getByLabel('Close the room');
	await closed.check();
	await expect(rosa.page.getByTestId('left-here')).toContainText('not on the board yet');
	await closed.uncheck();
	await expect(saveState(rosa.page)).toContainText('wait until you may write again');
	await ilka.page.getByRole('button', { name: 'Everyone writes' }).click();
	await expect(saveState(rosa.page)).toContainText('All saved');
	await sees(ilka.page, 'Written in the tunnel');
});

test('a fault while painting is told once, and what others do is painted on', async ({ ilka, join }) => {
	const rosa = await join('Rosa');
	const at = await fresh(rosa.page);
	await expect.poll(() => rosa.page.workers().some((worker) => worker.url().includes('tiles'))).toBe(true);
	forgive(/The worker that paints tiles stopped/);
	const there = await screenPoint(rosa.page, at.x + 300, at.y + 300);
	const look = (): Promise<string> =>
		rosa.page
			.screenshot({ clip: { x: there.x, y: there.y, width: 40, height: 40 } })
			.then((picture) => picture.toString('base64'));
	for (const worker of rosa.page.workers())
		await worker.evaluate(() => {
			OffscreenCanvasRenderingContext2D.prototype.fillRect = () => {
				throw new Error('broken on purpose');
			};
		});
	// It is said for some seconds, from the first tile on that is painted now.
	const told = expect(rosa.page.getByText('Something on this board could not be drawn')).toHaveCount(1);
	const before = await look();
	await fresh(ilka.page);
	await ilka.page.evaluate(
		([x, y]) =>
			(
				window as unknown as {
					wandtafelBoard: { setView(view: { x: number; y: number; scale: number }): void };
				}
			).wandtafelBoard.setView({ x: x!, y: y!, scale: 1 }),
		[at.x, at.y],
	);
	await writeNote(ilka.page, at.x + 320, at.y + 320, 'Painted all the same');
	await sees(rosa.page, 'Painted all the same');
	await told;
	await expect.poll(look).not.toBe(before);
	await goesOn(rosa.page, ilka.page, 'After the fault');
});

test('words typed offline into a note that others delete, and notes on a sheet that goes, are found again', async ({
	ilka,
	join,
}) => {
	const rosa = await join('Rosa');
	const at = await fresh(ilka.page);
	const note = await writeNote(ilka.page, at.x + 400, at.y + 300, 'Lamp bulbs');
	await sees(rosa.page, 'Lamp bulbs');
	await openText(rosa.page, note);
	await rosa.context.setOffline(true);
	await expect(saveState(rosa.page)).toContainText('Offline');
	await rosa.page.keyboard.type(' by the hundred');
	await rosa.page.keyboard.press('Escape');
	await remove(ilka.page, note.id);
	await expect.poll(() => findIn(ilka.page, 'Lamp bulbs')).toBeUndefined();
	await rosa.context.setOffline(false);
	const found = await sees(ilka.page, 'Lamp bulbs by the hundred');
	expect(found.sheet).toBe('found-again');
	await expect(rosa.page.getByText('was on something that was deleted meanwhile')).toBeVisible();
	await rosa.page.getByRole('button', { name: 'Go there' }).click();
	await expect(rosa.page.locator('.row.sheet').filter({ hasText: 'Found again' })).toBeVisible();
	await expect(saveState(rosa.page)).toContainText('All saved');
});
