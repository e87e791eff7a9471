/** Keeps what opens a board without a network, and forgets it; the other half is src/service-worker.ts. */
import { dev } from '$app/environment';
import { language, m } from '$lib/messages';
import { forgetCopies } from './local-copy';
import { PAGES, type ToShell } from './shell-pages';

/** Keeps the application and the page of a board that is open. */
export async function keepShell(path: string): Promise<void> {
	if (dev || !('serviceWorker' in navigator)) return;
	try {
		await navigator.serviceWorker.register('/service-worker.js');
		const { active } = await navigator.serviceWorker.ready;
		const words = { language: language(), title: m.offline_title(), more: m.offline_more() };
		const order: ToShell = { do: 'keep', path, words };
		active?.postMessage(order);
	} catch {
		// A browser that keeps nothing, as in some private windows: the board works, with a network.
	}
}

/** Forgets what is kept here of boards when somebody has signed out: whoever comes next is somebody else. */
export async function forgetAll(): Promise<void> {
	if ('caches' in globalThis) await caches.delete(PAGES).catch(() => false);
	await forgetCopies();
}
