/**
 * Replays what happened on a board: builds the board of any earlier moment from the nearest kept state and the updates
 * after it, and goes on from there at any speed. The live board is not touched.
 */
import type { HistoryUpdate, Segment } from '$core/journal/segment';
import { readSegment } from '$core/journal/segment';
import { Timeline } from '$core/journal/timeline';
import * as Y from 'yjs';
import type { Viewpoint } from '../viewpoint.svelte';
import { PastView } from './past-view.svelte';

/** Where the history comes from. */
export interface Source {
	boardId: string;
	segments: readonly { upTo: number; at: number }[];
	timeline: Timeline;
	load(upTo: number): Promise<Uint8Array>;
}

export const SPEEDS = [1, 4, 16, 64, 256] as const;
/** Segments that are kept when they have been read. */
const KEPT = 4;
/** Longest step of the clock between two frames, ms: after a window was away it goes on, and does not jump. */
const LONGEST_STEP = 100;

export class Replay {
	view = $state.raw<PastView>();
	/** Place on the timeline, ms. */
	place = $state(0);
	isPlaying = $state(false);
	speed = $state<number>(4);
	/** Whether a part of the history is on its way. */
	busy = $state(false);
	problem = $state.raw<unknown>();
	readonly timeline: Timeline;
	private doc: Y.Doc | undefined;
	/** The segment that is shown, its updates, and how many of them stand in the document. */
	private at: { index: number; updates: readonly HistoryUpdate[]; done: number } | undefined;
	private readonly segments = new Map<number, Promise<Segment>>();
	/** Counts jumps, so that one that was overtaken does not come through. */
	private jumps = 0;
	private frame: number | undefined;
	private before: Viewpoint | undefined;

	constructor(
		private readonly source: Source,
		looked: Viewpoint,
	) {
		this.timeline = source.timeline;
		this.before = looked;
	}

	/** Server time of what is shown, ms. */
	get time(): number {
		return this.timeline.timeAt(this.place);
	}

	/** Shows the board as it was at a place of the timeline. */
	async seek(place: number): Promise<void> {
		this.place = Math.min(this.timeline.length, Math.max(0, place));
		await this.show(this.time);
	}

	seekTime(time: number): Promise<void> {
		return this.seek(this.timeline.placeOf(time));
	}

	play(): void {
		if (this.place >= this.timeline.length) this.place = 0;
		this.isPlaying = true;
		let last = performance.now();
		const step = (now: number): void => {
			if (!this.isPlaying) return;
			if (!this.busy) {
				this.place = Math.min(
					this.timeline.length,
					this.place + Math.min(LONGEST_STEP, now - last) * this.speed,
				);
				void this.show(this.time);
				if (this.place >= this.timeline.length) this.pause();
			}
			last = now;
			this.view?.routePending();
			this.frame = requestAnimationFrame(step);
		};
		this.frame = requestAnimationFrame(step);
	}

	pause(): void {
		this.isPlaying = false;
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		this.view?.model.routePending();
	}

	destroy(): void {
		this.pause();
		this.jumps++;
		this.view?.destroy();
		this.doc?.destroy();
	}

	private async show(time: number): Promise<void> {
		const { segments } = this.source;
		const index = Math.max(
			0,
			segments.findLastIndex(({ at }) => at <= time),
		);
		const { at } = this;
		if (at && this.doc && index === at.index && !this.isBehind(time)) return this.advance(time);
		const jump = ++this.jumps;
		this.busy = true;
		try {
			const segment = await this.read(index);
			if (jump !== this.jumps) return;
			// Right after the segment that is shown its state is what stands there already.
			if (at && this.doc && index === at.index + 1) {
				this.advance(Infinity);
				this.at = { index, updates: segment.updates, done: 0 };
			} else this.begin(index, segment);
			this.advance(time);
			this.problem = undefined;
		} catch (error) {
			this.problem = error;
			this.pause();
		} finally {
			if (jump === this.jumps) this.busy = false;
		}
	}

	/** Whether a time lies before the last update that was taken in. */
	private isBehind(time: number): boolean {
		const { updates, done } = this.at!;
		return done > 0 && updates[done - 1]!.at > time;
	}

	private begin(index: number, { state, updates }: Segment): void {
		const doc = new Y.Doc();
		Y.applyUpdateV2(doc, state);
		const before = this.view ?? this.before;
		const old = this.view;
		this.doc?.destroy();
		this.doc = doc;
		this.at = { index, updates, done: 0 };
		// What happens before anybody looks costs nothing to tell.
		const next = new PastView(doc, this.source.boardId, before);
		this.view = next;
		old?.destroy();
	}

	/** Takes in the updates up to a time. */
	private advance(time: number): void {
		const { at, doc } = this;
		if (!at || !doc) return;
		const from = at.done;
		while (at.done < at.updates.length && at.updates[at.done]!.at <= time) at.done++;
		if (at.done === from) return;
		doc.transact(() => {
			for (const { data } of at.updates.slice(from, at.done)) Y.applyUpdate(doc, data);
		});
		if (!this.isPlaying) this.view?.model.routePending();
	}

	private read(index: number): Promise<Segment> {
		const known = this.segments.get(index);
		if (known) return known;
		const reading = this.source.load(this.source.segments[index]!.upTo).then(readSegment);
		reading.catch(() => this.segments.delete(index));
		this.segments.set(index, reading);
		const oldest = [...this.segments.keys()].find((each) => each !== index);
		if (this.segments.size > KEPT && oldest !== undefined) this.segments.delete(oldest);
		return reading;
	}
}
