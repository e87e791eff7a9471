import {
	barrierFree as check,
	showPlace,
	expect,
	findIn,
	fresh,
	objectsIn,
	screenPoint,
	sees,
	test,
	writeNote,
} from './fixtures';

// Windows go without a network in here.
test.use({ keepsShell: true });

test('what is written offline is kept and arrives, and what others wrote meanwhile too', async ({
	ilka,
	join,
}) => {
	const tomasz = await join('Tomasz');
	const line = tomasz.page.getByLabel('Write a note');
	await tomasz.context.setOffline(true);
	await expect(tomasz.page.getByTestId('save-state')).toContainText('Offline');
	for (const text of ['Written in the tunnel', 'And a second one']) {
		await line.fill(text);
		await tomasz.page.keyboard.press('Enter');
	}
	await expect(tomasz.page.getByTestId('save-state')).toContainText(/Offline: \d+ changes kept here/);
	expect(await findIn(ilka.page, 'Written in the tunnel')).toBeUndefined();
	// Meanwhile others go on.
	await ilka.page.getByLabel('Write a note').fill('Written at the surface');
	await ilka.page.keyboard.press('Enter');
	await tomasz.context.setOffline(false);
	await sees(ilka.page, 'Written in the tunnel');
	await sees(ilka.page, 'And a second one');
	await sees(tomasz.page, 'Written at the surface');
	await expect(tomasz.page.getByTestId('save-state')).toContainText('All saved');
	const all = (await objectsIn(ilka.page)).filter((object) => /tunnel|second one|surface/.test(object.text));
	expect(new Set(all.map((object) => object.box.join())).size).toBe(3);
});

test('notes that could not be sent survive closing the window', async ({ join, ilka, server }) => {
	const femke = await join('Femke');
	// The server goes; the page stays.
	await server.kill();
	await femke.page.getByLabel('Write a note').fill('Kept while the server was away');
	await femke.page.keyboard.press('Enter');
	await expect(femke.page.getByTestId('save-state')).toContainText('Offline');
	const url = femke.page.url();
	// It is kept, and so is that it waits.
	const waits = (): Promise<boolean> =>
		femke.page.evaluate(async () => {
			const { name } = (await indexedDB.databases()).find((each) => each.name?.startsWith('wandtafel/'))!;
			return new Promise<boolean>((done) => {
				const opening = indexedDB.open(name!);
				opening.onsuccess = () => {
					const counts = opening.result.transaction('waiting').objectStore('waiting').getAll();
					counts.onsuccess = () => {
						opening.result.close();
						done((counts.result as number[]).some((count) => count > 0));
					};
				};
			});
		});
	await expect.poll(waits).toBe(true);
	await femke.page.close();
	await server.start();
	const again = await femke.context.newPage();
	await again.goto(url);
	await sees(ilka.page, 'Kept while the server was away');
	await expect(again.getByTestId('save-state')).toContainText('All saved');
});

test('a board that was seen before opens without a network, is worked on, and what is written arrives', async ({
	ilka,
	join,
	server,
}) => {
	const rosa = await join('Rosa');
	const url = rosa.page.url();
	const { pathname } = new URL(url);
	// The application and the page are kept, a little after the board was opened.
	await expect
		.poll(() => rosa.page.evaluate(async (path) => Boolean(await caches.match(path)), pathname))
		.toBe(true);
	await rosa.page.close();
	await server.kill();

	const again = await rosa.context.newPage();
	await again.goto(url);
	await expect(again.getByTestId('board-view')).toBeVisible();
	await sees(again, 'Spare fuses gone by noon');
	await expect(again.getByTestId('save-state')).toContainText('Offline');
	const at = await fresh(again);
	await writeNote(again, at.x + 300, at.y + 200, 'Written in the cellar');
	await expect(again.getByTestId('save-state')).toContainText(/Offline: \d+ changes? kept here/);
	// What needs the server says so.
	await again.getByTestId('desk-tabs').getByRole('button', { name: 'Journal' }).click();
	await expect(again.getByRole('alert').first()).toContainText('cannot be reached');
	const other = await rosa.context.newPage();
	await other.goto(`${server.url}/board/never-seen-here`);
	await expect(other.getByRole('heading', { name: 'No network' })).toBeVisible();
	await other.close();

	await server.start();
	await sees(ilka.page, 'Written in the cellar');
	await expect(again.getByTestId('save-state')).toContainText('All saved');

	// Who signs out leaves nothing of the boards behind.
	await again.goto(`${server.url}/`);
	await again.getByRole('button', { name: 'Sign out' }).click();
	await expect(again).toHaveURL(/sign-in/);
	await expect
		.poll(() =>
			again.evaluate(async () => [
				await caches.has('wandtafel-pages'),
				(await indexedDB.databases()).some(({ name }) => name?.startsWith('wandtafel/')),
			]),
		)
		.toEqual([false, false]);
	await server.kill();
	await again.goto(url);
	await expect(again.getByRole('heading', { name: 'No network' })).toBeVisible();
	await server.start();
});

test('invite, look only, and withdraw at once', async ({ ilka: { page }, join }) => {
	await page.getByRole('button', { name: 'Invite' }).first().click();
	const dialog = page.getByRole('dialog');
	await dialog.getByText('Onlooker', { exact: true }).click();
	await dialog.getByRole('button', { name: 'Make a link' }).click();
	await expect(dialog.getByAltText('The link as a QR code')).toBeVisible();
	const link = await dialog.getByLabel('Link', { exact: true }).inputValue();
	expect(link).toMatch(/\/join\/[\w-]{20,}$/);

	const onlooker = await join('Sunniva', { link });
	await expect(onlooker.page.getByTestId('save-state')).toContainText('view only');
	await expect(onlooker.page.getByTestId('ledge').getByRole('button', { name: /Note/ })).toBeHidden();
	await expect(onlooker.page.getByTestId('writing-line')).toBeHidden();
	const before = (await objectsIn(onlooker.page)).length;
	await onlooker.page.getByTestId('live').click();
	await onlooker.page.keyboard.press('Control+a');
	await onlooker.page.keyboard.press('Delete');
	expect((await objectsIn(onlooker.page)).length).toBe(before);

	await expect(dialog.getByText('Links that work')).toBeVisible();
	await page.keyboard.press('Escape');
	await page.getByRole('button', { name: 'Invite' }).first().click();
	await page
		.getByRole('dialog')
		.getByRole('listitem')
		.filter({ hasText: '1 came in' })
		.filter({ hasText: 'Onlooker' })
		.getByRole('button', { name: 'Withdraw' })
		.click();
	await page.getByRole('button', { name: 'Stop it and send out who came by it' }).click();
	await expect(onlooker.page.getByText('You have no access any more')).toBeVisible();
	await onlooker.page.goto(link);
	await expect(onlooker.page.getByText('This link was withdrawn')).toBeVisible();
});

test('two people work on the same text and the same sheet at once', async ({ ilka, join }) => {
	const maren = await join('Maren');
	await showPlace(ilka.page, 90_000, 90_000);
	await ilka.page.keyboard.press('3');
	const at = await screenPoint(ilka.page, 90_300, 90_200);
	await ilka.page.mouse.click(at.x, at.y);
	await ilka.page.keyboard.type('one');
	const note = await sees(maren.page, 'one');
	await maren.page.evaluate((id) => {
		type Held = { wandtafelBoard: { goTo(id: string): void; startEditing(id: string): void } };
		const board = (window as unknown as Held).wandtafelBoard;
		board.goTo(id);
		board.startEditing(id);
	}, note.id);
	await maren.page.keyboard.press('End');
	await maren.page.keyboard.type(' two');
	await sees(ilka.page, 'one two');
	await ilka.page.keyboard.press('Escape');
	await maren.page.keyboard.press('Escape');
	await ilka.page.getByRole('button', { name: 'Add a sheet' }).click();
	await expect(maren.page.getByRole('treeitem', { name: /Sheet 5/ })).toBeVisible();
});

test('the board has no accessibility faults that a machine can find', async ({ ilka }) => {
	await check(ilka.page, 'the board');
	await ilka.page.getByRole('treeitem', { name: /^Plan/ }).click();
	await ilka.page.getByRole('treeitem', { name: /^What we agreed/ }).click();
	await ilka.page.getByTestId('live').focus();
	await ilka.page.keyboard.press('Tab');
	await check(ilka.page, 'a holder with a cell picked');
	await ilka.page.getByRole('button', { name: 'Keep this view as a place' }).click();
	await ilka.page.keyboard.press('Enter');
	for (const [key, role] of [
		['a', 'button'],
		['?', 'dialog'],
		['Control+k', 'dialog'],
	] as const) {
		await ilka.page.keyboard.press('Escape');
		await ilka.page.getByRole('application', { name: /^The board/ }).focus();
		await ilka.page.keyboard.press(key);
		await expect(
			ilka.page.getByRole(role, key === 'a' ? { name: 'star', exact: true } : {}).first(),
		).toBeVisible();
		await check(ilka.page, `what ${key} opens`);
	}
});

test('phone, boards and the light frame have no accessibility faults that a machine can find', async ({
	ilka,
	join,
	server,
}) => {
	const nele = await join('Nele', { phone: true });
	await expect(nele.page.getByLabel('Write a note')).toBeVisible();
	await check(nele.page, 'the phone');
	await ilka.page.goto(server.url);
	await expect(ilka.page.getByRole('heading', { name: 'Boards' })).toBeVisible();
	await check(ilka.page, 'the boards');
	await ilka.page.getByRole('button', { name: 'Light frame' }).click();
	await ilka.page.goto(`${server.url}/board/season-planning`);
	await expect(ilka.page.getByTestId('board-view')).toBeVisible();
	await check(ilka.page, 'the board in the light frame');
});
