/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />
/// <reference types="@sveltejs/kit" />
/**
 * Lets boards that were seen before open without a network: keeps the application itself, and the page of each board
 * that was opened. What stands on a board is kept elsewhere (lib/room/local-copy), and sent when the network is back.
 */
import { build, files, version } from '$service-worker';
import { networkFirst } from '$lib/room/network-first';
import { isBoardPage, keyOf, PAGES, type OfflineWords, type ToShell } from '$lib/room/shell-pages';

declare const self: ServiceWorkerGlobalScope;

const APP = `wandtafel-${version}`;
/** Browsers that have this at all read woff2. */
const ASSETS = [...build, ...files].filter((path) => !path.endsWith('.woff'));
const assets = new Set(ASSETS);
const DATA = /\/__data\.json$/;
const isData = (path: string): boolean => DATA.test(path);
/** How long the network is waited for before a page that is kept is shown, ms. */
const KEPT_AFTER_MS = 6000;

self.addEventListener('install', (event) => {
	event.waitUntil(caches.open(APP).then((cache) => cache.addAll(ASSETS)));
});

self.addEventListener('activate', (event) => {
	const tidy = async (): Promise<void> => {
		for (const name of await caches.keys())
			if (name.startsWith('wandtafel-') && name !== APP && name !== PAGES) await caches.delete(name);
		// Kept pages name the files of the version with which they came.
		const pages = await caches.open(PAGES);
		for (const { url } of await pages.keys()) {
			const { pathname } = new URL(url);
			if (isBoardPage(pathname)) await keep(pathname).catch(() => undefined);
		}
		await self.clients.claim();
	};
	event.waitUntil(tidy());
});

/** Keeps the page of a board, and what comes in its place when the list of boards leads there. */
async function keep(path: string): Promise<void> {
	const pages = await caches.open(PAGES);
	for (const each of [path, `${path}/__data.json`]) {
		const response = await fetch(each, { headers: { accept: 'text/html' } });
		if (response.ok && !response.redirected) await pages.put(each, response);
		else if (response.status < 500) await pages.delete(each);
	}
}

self.addEventListener('message', (event) => {
	const { do: what, path, words } = event.data as ToShell;
	if (what !== 'keep' || !isBoardPage(path)) return;
	event.waitUntil(Promise.all([keepWords(words), keep(path)]).catch(() => undefined));
});

/** A page as the network has it; without one, as it is kept. */
async function page(request: Request): Promise<Response> {
	const pages = await caches.open(PAGES);
	const key = keyOf(new URL(request.url));
	const shown = await networkFirst(
		{
			fetch: () => fetch(request),
			kept: () => pages.match(key),
			keep: (response) => pages.put(key, response),
			forget: async () => void (await pages.delete(key)),
		},
		KEPT_AFTER_MS,
	);
	return shown ?? offline(isData(key));
}

/** Under what the words are kept that stand in the place of a page. */
const WORDS = '/offline-words';

async function keepWords(words: OfflineWords): Promise<void> {
	await (await caches.open(APP)).put(WORDS, Response.json(words));
}

const escape = (text: string): string => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** What stands in the place of a page, or of its data: then the page that asked shows the words. */
async function offline(asData: boolean): Promise<Response> {
	const kept = await (await caches.open(APP)).match(WORDS);
	if (!kept) return Response.error();
	const { language, title, more } = (await kept.json()) as OfflineWords;
	if (asData) return Response.json({ message: `${title}. ${more}` }, { status: 503 });
	return new Response(
		`<!doctype html><html lang="${escape(language)}"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${escape(title)}</title>
<style>body{display:grid;place-content:center;min-height:100dvh;margin:0;padding:24px;background:#18211e;color:#f2efe6;font:16px/1.5 sans-serif}</style>
<main><h1>${escape(title)}</h1><p>${escape(more)}</p></main></html>`,
		{ status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } },
	);
}

self.addEventListener('fetch', (event) => {
	const { request } = event;
	const url = new URL(request.url);
	if (request.method !== 'GET' || url.origin !== self.location.origin) return;
	if (assets.has(url.pathname))
		event.respondWith(caches.match(url.pathname).then((kept) => kept ?? fetch(request)));
	else if (isBoardPage(url.pathname.replace(DATA, ''))) event.respondWith(page(request));
});
