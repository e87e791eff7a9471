/**
 * A piece of a board's history as it is sent to whoever replays it: the state at its beginning, and the updates up to
 * the beginning of the next piece. Numbers and texts as in lib0/encoding:
 *
 *     state (varUint8Array, Yjs' second encoding), time of the beginning (varUint),
 *     number of updates (varUint), then each: ms since the one before (varUint), update (varUint8Array)
 */
import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';

export interface HistoryUpdate {
	/** Server time, ms. */
	at: number;
	data: Uint8Array;
}

export interface Segment {
	/** Whole state before the first update, in Yjs' second encoding. */
	state: Uint8Array;
	/** Server time up to which the state stands, ms. */
	at: number;
	updates: HistoryUpdate[];
}

export function writeSegment({ state, at, updates }: Segment): Uint8Array {
	const encoder = encoding.createEncoder();
	encoding.writeVarUint8Array(encoder, state);
	encoding.writeVarUint(encoder, at);
	encoding.writeVarUint(encoder, updates.length);
	let last = at;
	for (const update of updates) {
		// Clocks of two servers may differ a little: time never runs backwards in a replay.
		const now = Math.max(last, update.at);
		encoding.writeVarUint(encoder, now - last);
		encoding.writeVarUint8Array(encoder, update.data);
		last = now;
	}
	return encoding.toUint8Array(encoder);
}

/** Reads what `writeSegment` wrote. Throws when it is cut short. */
export function readSegment(bytes: Uint8Array): Segment {
	const decoder = decoding.createDecoder(bytes);
	const state = decoding.readVarUint8Array(decoder);
	const at = decoding.readVarUint(decoder);
	const count = decoding.readVarUint(decoder);
	const updates: HistoryUpdate[] = [];
	let last = at;
	for (let i = 0; i < count; i++) {
		last += decoding.readVarUint(decoder);
		updates.push({ at: last, data: decoding.readVarUint8Array(decoder) });
	}
	return { state, at, updates };
}
