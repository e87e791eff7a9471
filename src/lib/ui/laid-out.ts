/** Waits until what was just opened or closed has its place, and everything beside it knows its new size. */
import { tick } from 'svelte';

export async function laidOut(): Promise<void> {
	await tick();
	// Sizes are told at the end of a frame: the next one has them.
	await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
}
