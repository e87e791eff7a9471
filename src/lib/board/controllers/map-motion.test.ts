import { describe, expect, it } from 'vitest';
import { hang } from '$core/board/ops/branches';
import { addBranch } from '$core/board/ops/new-branches';
import { boardInHand, notesInARow } from '../testing';
import { glideBranches } from './map-motion';

/** A map with frames that come when they are asked for. */
function gliding() {
	const hand = boardInHand();
	const { model, editContext } = hand.core;
	const [root, one, two] = notesInARow(hand) as [string, string, string];
	hang(editContext, model, [one, two], { parent: root, index: 0, side: 'right' });
	const frames: ((now: number) => void)[] = [];
	const stop = glideBranches(hand.board, (frame) => frames.push(frame));
	const run = (after: number): void => frames.shift()?.(performance.now() + after);
	const shownAt = (id: string): number => hand.board.held.shown(id)!.box[1];
	return { hand, model, editContext, root, one, two, run, shownAt, stop };
}

describe('branches that a map moves', () => {
	it('glide from where they stood to where they belong, and are let go there', () => {
		const { model, editContext, root, two, run, shownAt, hand, stop } = gliding();
		const before = model.find(two)!.box[1];
		addBranch(editContext, model, { parent: root, index: 0, side: 'right' }, 'New');
		const after = model.find(two)!.box[1];
		expect(after).not.toBe(before);
		expect(shownAt(two)).toBe(before);
		run(60);
		const between = shownAt(two);
		expect((between - before) * (after - between)).toBeGreaterThan(0);
		run(400);
		expect(hand.board.held.preview).toBeUndefined();
		expect(shownAt(two)).toBe(after);
		stop();
	});

	it('do not take out of the hand what it takes up meanwhile', () => {
		const { hand, model, editContext, root, one, run, stop } = gliding();
		addBranch(editContext, model, { parent: root, index: 0, side: 'right' }, 'New');
		hand.board.held.lift([one]);
		const carried = new Map([[one, model.find(one)!.box]]);
		hand.board.held.preview = carried;
		run(60);
		expect(hand.board.held.preview).toBe(carried);
		stop();
		expect(hand.board.held.preview).toBe(carried);
	});

	it('stand where they belong at once while one writes, and for what the hand carries', () => {
		const { model, editContext, root, two, hand, shownAt, stop } = gliding();
		hand.board.held.preview = new Map();
		addBranch(editContext, model, { parent: root, index: 0, side: 'right' }, 'New');
		expect(shownAt(two)).toBe(model.find(two)!.box[1]);
		stop();
	});
});
