/**
 * Locked things under the hand: small ones say that they are locked, large ones are a ground to
 * work on.
 */
import type { Lock } from '$core/board/kinds/common';
import type { BoardObject } from '$core/board/objects';
import { m } from '$lib/messages';
import { toaster } from '$lib/ui/toaster';
import type { Board } from './board.svelte';

/** Share of the view from which on something locked is the ground that one works on. */
const GROUND = 0.25;

/**
 * Whether something is locked and lies under the work like a wall: a picture to draw on, a large
 * field.
 */
export function isBackdrop(board: Board, { id, lock }: BoardObject): boolean {
	const bounds = lock ? board.model.boundsOf(id) : undefined;
	if (!bounds) return false;
	const { scale } = board.view;
	return bounds.w * scale * bounds.h * scale > GROUND * board.size.w * board.size.h;
}

/** Says why nothing happens. */
export function tellLocked(object: BoardObject): void {
	// A lock of the running step stands beside those that are written.
	const lock = object.lock as Lock | undefined;
	toaster.create({
		id: 'locked',
		type: 'info',
		title: lock === 'step' ? m.locked_by_step() : m.locked_here(),
		description:
			lock === 'step' ? m.locked_by_step_more() : lock === 'led' ? m.locked_led_more() : m.locked_own_more(),
	});
}
