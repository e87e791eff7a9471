/** A walk through every main view in any language, and what is looked for at each. */
import type { Browser, BrowserContext, Page } from '@playwright/test';
import type { Messages } from '../../src/lib/messages';
import type { TestServer } from '../support/server';
import { dropFiles, expect, madeBoard } from './fixtures';

/** Looks at what a page shows now. */
export type Look = (page: Page, view: string) => Promise<void>;

/** Gathers what a look finds, view by view, so that one run tells all of it. */
export function gathering(find: (page: Page) => Promise<string[]>): {
	look: Look;
	found: Record<string, string[]>;
} {
	const found: Record<string, string[]> = {};
	const look: Look = async (page, view) => {
		const here = await find(page);
		if (here.length > 0) found[view] = here;
	};
	return { look, found };
}

/** The messages of a language by its tag, as the application has them. */
export async function messagesOf(tag: string): Promise<Messages> {
	const module = (await import(`../../src/lib/messages/compiled/${tag}.js`)) as { default: Messages };
	return module.default;
}

export interface Reader {
	/** Tag of the language. */
	language: string;
	browser: Browser;
	server: TestServer;
	phone?: boolean;
	/** Px of CSS; of a laptop or a phone where it is left out. */
	viewport?: { width: number; height: number };
}

/** A window of somebody who reads that language. */
export async function windowIn({
	language,
	browser,
	server,
	phone = false,
	viewport = phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
}: Reader): Promise<BrowserContext> {
	const context = await browser.newContext({
		locale: language,
		reducedMotion: 'reduce',
		viewport,
		...(phone ? { hasTouch: true, isMobile: true } : {}),
	});
	await context.addCookies([{ name: 'language', value: language, url: server.url }]);
	return context;
}

/** The pages of a stranger, up to a board of their own. What people write here has no letters. */
export async function walkIn(page: Page, m: Messages, { url }: TestServer, look: Look): Promise<void> {
	await page.goto(`${url}/`);
	await expect(page.getByRole('heading', { name: m.welcome_title() })).toBeVisible();
	await look(page, 'welcome');
	await page.goto(`${url}/join`);
	await page.getByRole('textbox', { name: m.code() }).fill('ABC2345');
	await page.getByRole('button', { name: m.go_on() }).click();
	await expect(page.getByRole('alert')).toBeVisible();
	await look(page, 'a code that is wrong');
	await page.goto(`${url}/sign-in`);
	await look(page, 'sign in');
	await page.goto(`${url}/sign-up`);
	await page.getByLabel(m.your_name()).fill('Ω');
	await page.getByLabel(m.email()).fill('77@88.example');
	await page.getByLabel(m.password()).fill('1234567890-77');
	await look(page, 'sign up');
	await page.getByRole('button', { name: m.sign_up() }).click();
	await expect(page.getByRole('heading', { name: m.what_to_do() })).toBeVisible();
	await look(page, 'no boards');
	for (const part of [m.bin(), m.boards_starred(), m.boards_shared()]) {
		await page.getByRole('button', { name: part }).first().click();
		await look(page, `boards: ${part}`);
	}
	await page.goto(`${url}/settings`);
	await look(page, 'settings');
	await page.goto(`${url}/new`);
	await page.locator('.card').first().click();
	await expect(page.getByTestId('recipe-form')).toBeVisible();
	await look(page, 'a new session');
	await page.goto(`${url}/`);
	await page.getByRole('button', { name: m.start_blank() }).click();
	await expect(page.getByTestId('blank-board')).toBeVisible();
	await look(page, 'a blank board');
}

/** Runs a command by its name in the language of the page. */
async function command(page: Page, m: Messages, label: string): Promise<void> {
	await page.getByRole('application', { name: m.canvas_label() }).focus();
	await page.keyboard.press('Control+k');
	await expect(page.getByRole('combobox', { name: m.palette_find() })).toBeFocused();
	await page.keyboard.insertText(label);
	await page.keyboard.press('Enter');
}

/** The board: with nothing on it, with something selected, every instrument, every dialog. */
async function walkBoard(page: Page, m: Messages, look: Look): Promise<void> {
	await page.keyboard.press('Escape');
	for (const [key, kind] of [
		['3', 'note'],
		['4', 'text'],
		['5', 'shape'],
		['7', 'field'],
	] as const) {
		await page.getByRole('application', { name: m.canvas_label() }).focus();
		await page.keyboard.press(key);
		await look(page, `the tool for a ${kind}`);
		await page.keyboard.press('Enter');
		// A shape is drawn to be linked, and opens only when it is written in.
		if (kind !== 'shape') {
			await expect(page.getByTestId('text-editor')).toBeVisible();
			await page.keyboard.insertText('12');
			await look(page, `writing in a ${kind}`);
			await page.keyboard.press('Escape');
		}
		await expect(page.getByTestId('selection')).toBeVisible();
		await look(page, `a ${kind} that is selected`);
		await page.keyboard.press('Escape');
	}
	await page.getByRole('application', { name: m.canvas_label() }).focus();
	await page.keyboard.press('Control+a');
	await look(page, 'everything selected');
	await page.keyboard.press('ContextMenu');
	const menu = page.getByRole('menu', { name: m.menu_label(), exact: true });
	await expect(menu).toBeVisible();
	await look(page, 'the menu of what is selected');
	for (const part of [m.menu_arrange(), m.menu_stack()]) {
		await menu.getByRole('menuitem', { name: part }).click();
		await look(page, `sub-menu: ${part}`);
	}
	for (let i = 0; i < 3; i++) await page.keyboard.press('Escape');
	await page.mouse.click(640, 330);
	const tabs = page.getByTestId('desk-tabs').getByRole('button');
	for (let i = 0; i < (await tabs.count()); i++) {
		const tab = tabs.nth(i);
		if ((await tab.getAttribute('aria-pressed')) !== 'true') await tab.click();
		await look(page, `desk: ${(await tab.getAttribute('aria-label')) ?? (await tab.innerText())}`);
	}
	await page.getByTestId('desk-tabs').getByRole('button', { name: m.votes() }).click();
	await page.getByTestId('desk').getByRole('button', { name: m.new_vote() }).click();
	await expect(page.getByTestId('new-vote')).toBeVisible();
	await look(page, 'a new vote');
	for (const label of [
		m.command_shelf(),
		m.command_templates(),
		m.command_drawer(),
		m.balance(),
		m.invite(),
		m.take_out(),
		m.keys(),
	]) {
		await command(page, m, label);
		await expect(page.getByRole('dialog').first(), label).toBeVisible();
		await look(page, label);
		await page.keyboard.press('Escape');
		await expect(page.getByRole('dialog')).toHaveCount(0);
	}
	// A name in the made-up language: it is open to the end, as the ending of a file's name has to stay.
	await dropFiles(page, [{ name: '⟦12.csv', content: '1,23\n4,567' }], { x: 600, y: 400 });
	await expect(page.getByTestId('put-files')).toBeEnabled();
	await look(page, 'a table on its way onto the board');
	await page.keyboard.press('Escape');
	await expect(page.getByRole('dialog')).toHaveCount(0);
	await page.getByRole('application', { name: m.canvas_label() }).focus();
	await page.keyboard.press('Control+k');
	await look(page, 'the list of commands');
	await page.keyboard.press('Escape');
}

/** What a message says before the value that ends it. */
const before = (message: string): string => message.replace(/[\s⟧]+$/, '');

/** A session from a recipe, as who leads it and as somebody on a phone sees it. */
export async function walkSession(
	page: Page,
	phone: Page,
	m: Messages,
	server: TestServer,
	look: Look,
): Promise<void> {
	await page.goto(`${server.url}/new?recipe=idea-round`);
	await page.getByLabel(m.recipe_question()).fill('12?');
	await page.getByRole('button', { name: m.recipe_make() }).click();
	const { link } = await madeBoard(page, server);
	const about = page.getByTestId('desk').getByRole('button', { name: before(m.step_open({ title: '' })) });
	await about.nth(1).click();
	await look(page, 'all about a step');
	await about.nth(1).click();
	await phone.goto(link);
	await phone.getByLabel(m.your_name()).fill('Ж');
	await look(phone, 'phone: say who you are');
	await phone.getByRole('button', { name: m.go_in() }).click();
	await expect(phone.getByTestId('board-view')).toBeVisible();
	await look(phone, 'phone: before the session');
	const next = (): Promise<void> =>
		page
			.getByTestId('desk')
			.getByRole('button', { name: before(m.step_next({ title: '' })) })
			.first()
			.click();
	await page
		.getByTestId('desk')
		.getByRole('button', { name: before(m.start_step({ title: '' })) })
		.first()
		.click();
	await look(phone, 'phone: a step to watch');
	await look(page, 'a step runs');
	await next();
	const entry = phone.getByPlaceholder(m.write_silently());
	for (const text of ['1', '2']) {
		await entry.fill(text);
		await entry.press('Enter');
	}
	await expect(page.getByTestId('silence').getByRole('listitem')).toHaveCount(1);
	await look(phone, 'phone: writing silently');
	await look(page, 'notes are written silently');
	await page.getByRole('button', { name: m.reveal_all() }).click();
	await expect(page.getByTestId('silence')).toBeHidden();
	await next();
	// Whoever is to read is led to the list.
	await expect(phone.getByTestId('read-screen')).toBeVisible();
	await look(phone, 'phone: the list to read');
	await phone.getByRole('button', { name: m.more(), exact: true }).click();
	await look(phone, 'phone: more');
	await phone.keyboard.press('Escape');
	await phone.getByRole('button', { name: m.board(), exact: true }).click();
	await look(phone, 'phone: the board');
	const tabs = phone.getByTestId('desk-tabs').getByRole('button');
	for (let i = 0; i < (await tabs.count()); i++) {
		await tabs.nth(i).click();
		await look(phone, `phone: tab ${i + 1}`);
	}
}

/** What is found in all main views of a laptop and a phone, by view. */
export async function foundInAllViews(
	reader: Omit<Reader, 'phone' | 'viewport'>,
	find: (page: Page) => Promise<string[]>,
	cookies: { name: string; value: string }[] = [],
): Promise<Record<string, string[]>> {
	const { language, server } = reader;
	const m = await messagesOf(language);
	const laptop = await windowIn(reader);
	const pocket = await windowIn({ ...reader, phone: true });
	for (const context of [laptop, pocket])
		await context.addCookies(cookies.map((cookie) => ({ ...cookie, url: server.url })));
	const page = await laptop.newPage();
	const { look, found } = gathering(find);
	await walkIn(page, m, server, look);
	await walkBoard(page, m, look);
	await walkSession(page, await pocket.newPage(), m, server, look);
	for (const context of [laptop, pocket]) await context.close();
	return found;
}

/** Words on a page that stand outside messages of the made-up language, which are in brackets. */
export const strayWords = (page: Page): Promise<string[]> =>
	page.evaluate(() => {
		const found = new Set<string>();
		const outside = (text: string): string => {
			let depth = 0;
			return [...text]
				.filter((letter) => {
					if (letter === '⟦') depth++;
					const isOut = depth === 0;
					if (letter === '⟧') depth--;
					return isOut;
				})
				.join('');
		};
		const take = (text: string | null, where: Element): void => {
			// Keys that carry the same word everywhere.
			const rest = outside(text ?? '')
				.replace(/\b(Esc|Alt|Tab)\b/g, '')
				// Dates are written by the browser, which takes the made-up language for English.
				.replace(/[A-Z][a-z]{2} \d{1,2}, \d{4}, [\d:]+\s[AP]M/g, '')
				.trim();
			if (/\p{L}{3,}/u.test(rest)) found.add(`${where.tagName.toLowerCase()}: ${rest.slice(0, 80)}`);
		};
		const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
		while (walker.nextNode()) {
			const parent = walker.currentNode.parentElement!;
			if (parent.closest('script, style, noscript, kbd, [lang]:not(html)')) continue;
			take(walker.currentNode.textContent, parent);
		}
		for (const element of document.querySelectorAll('[aria-label], [title], [placeholder], [alt]'))
			for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
				take(element.getAttribute(name), element);
		return [...found];
	});

/** Texts of which a part is cut off or lies outside of what it belongs to. */
export const cutTexts = (page: Page): Promise<string[]> =>
	page.evaluate(() => {
		const found = new Set<string>();
		const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
		while (walker.nextNode()) {
			const node = walker.currentNode;
			const parent = node.parentElement!;
			if (!node.textContent?.trim() || parent.closest('script, style, noscript, .sr-only, .how')) continue;
			// A name that people gave may be longer than any room: pointing at it tells it whole.
			const whole = parent.closest('[title]')?.getAttribute('title') ?? '';
			if (whole.includes(node.textContent.trim())) continue;
			if (!parent.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
			const range = document.createRange();
			range.selectNodeContents(node);
			const text = range.getBoundingClientRect();
			if (text.width === 0) continue;
			const tell = (why: string): void =>
				void found.add(
					`${why}: “${node.textContent!.trim().slice(0, 60)}” in ${parent.className || parent.tagName}`,
				);
			// Up to the first box that scrolls: beyond it nothing is lost.
			for (let box: Element | null = parent; box && box !== document.body; box = box.parentElement) {
				const style = getComputedStyle(box);
				if (style.position === 'fixed' && box !== parent) break;
				const { left, right, top, bottom, width } = box.getBoundingClientRect();
				const scrolls = /auto|scroll/.test(style.overflowX);
				const cuts = /hidden|clip/.test(style.overflowX);
				// In a row that is not shown, or for a screen reader alone.
				if (cuts && (width <= 2 || text.top >= bottom || text.bottom <= top)) break;
				const sticks = text.left < left - 1.5 || text.right > right + 1.5;
				if (sticks && cuts) tell('cut');
				if (sticks && /BUTTON|SUMMARY/.test(box.tagName)) tell('outside its button');
				if (scrolls && sticks) tell('scrolled away');
				if (scrolls || cuts) break;
			}
		}
		// Entries have no text of their own: they are looked at as boxes.
		const isScrolled = (box: Element | null): boolean =>
			box !== null && (/auto|scroll/.test(getComputedStyle(box).overflowX) || isScrolled(box.parentElement));
		for (const box of document.querySelectorAll('select, input, textarea, button')) {
			const place = box.getBoundingClientRect();
			const isSeen =
				place.width > 2 && box.checkVisibility({ opacityProperty: true, visibilityProperty: true });
			if (isSeen && place.left < innerWidth && place.right > innerWidth + 1.5 && !isScrolled(box))
				found.add(`beyond the window: ${box.getAttribute('aria-label') ?? box.textContent.trim()}`);
			const panel = box.closest('section, dialog, [role="dialog"], form, main');
			if (!panel || !box.checkVisibility()) continue;
			const [inner, outer] = [box.getBoundingClientRect(), panel.getBoundingClientRect()];
			if (inner.width > 2 && outer.width > 2 && inner.left < outer.right && inner.right > outer.right + 1.5)
				found.add(`an entry sticks out: ${box.getAttribute('name') ?? box.className}`);
		}
		if (document.documentElement.scrollWidth > innerWidth + 1) found.add('the page is wider than the window');
		return [...found];
	});
