/**
 * Branches that a map puts elsewhere glide there, briefly, so that the eye keeps hold of them. Only
 * what is moved by the layout does: what the hand carries is where the hand is.
 */
import type { BoxValues } from '$core/board/objects';
import { preferences } from '../../ui/preferences.svelte';
import type { Board } from '../board.svelte';

/** How long branches glide, ms, and how many do at most. */
const GLIDE_MS = 160;
const MOST = 300;
/** Moves of less than this are not worth it, board units. */
const SMALL = 3;

const eased = (t: number): number => 1 - (1 - t) ** 3;

type GlidingBoard = Pick<Board, 'model' | 'held' | 'editing' | 'wake'>;

/** Lets branches glide. Returns how to stop. */
export function glideBranches(
	board: GlidingBoard,
	nextFrame = requestAnimationFrame.bind(globalThis),
): () => void {
	/** Where branches stood when they were looked at last. */
	const known = new Map<string, BoxValues>();
	let gliding: Map<string, { from: BoxValues; to: BoxValues }> | undefined;
	let start = 0;
	/** What was taken from the painter: something else by now where the hand took something up. */
	let lifted: ReadonlySet<string> | undefined;
	let isStopped = false;

	const isBranch = (id: string): boolean => board.model.find(id)?.branchLine !== undefined;
	for (const [id, { box }] of board.model.objects) if (isBranch(id)) known.set(id, box);

	function frame(now: number): void {
		if (!gliding || isStopped) return;
		if (board.held.lifted !== lifted) return end();
		const t = Math.min(1, Math.max(0, now - start) / GLIDE_MS);
		if (t >= 1) return end();
		const share = eased(t);
		board.held.preview = new Map(
			[...gliding].map(([id, { from, to }]): [string, BoxValues] => [
				id,
				[from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share, to[2], to[3], to[4]],
			]),
		);
		board.wake();
		nextFrame(frame);
	}
	function end(): void {
		gliding = undefined;
		// What the hand carries stays in it.
		if (board.held.lifted === lifted) board.held.drop();
	}

	const stop = board.model.onChange(({ changed, removed }) => {
		const moved = new Map<string, { from: BoxValues; to: BoxValues }>();
		for (const id of changed) {
			const object = board.model.find(id);
			if (!object || !isBranch(id)) {
				known.delete(id);
				continue;
			}
			const from = known.get(id);
			known.set(id, object.box);
			const isFar = from && Math.abs(from[0] - object.box[0]) + Math.abs(from[1] - object.box[1]) > SMALL;
			if (isFar && !object.hidden && !board.held.lifted.has(id)) moved.set(id, { from, to: object.box });
		}
		for (const id of removed) known.delete(id);
		if (gliding) end();
		const isWished = moved.size > 0 && moved.size <= MOST && !preferences.isCalm;
		if (!isWished || board.held.isBusy || board.editing) return;
		gliding = moved;
		start = performance.now();
		board.held.lift(moved.keys());
		lifted = board.held.lifted;
		board.held.preview = new Map([...moved].map(([id, { from }]) => [id, from]));
		nextFrame(frame);
	});
	return () => {
		isStopped = true;
		if (gliding) end();
		stop();
	};
}
