/**
 * Messages on the websocket: name of a document (varString), kind (varUint), then what belongs to the kind. See
 * lib0/encoding for the numbers and texts.
 */
import * as encoding from 'lib0/encoding';

/** Kinds of message, as the sync library numbers them. */
export const KIND = {
	sync: 0,
	awareness: 1,
	auth: 2,
	queryAwareness: 3,
	syncReply: 4,
	close: 7,
	syncStatus: 8,
} as const;

export function frame(name: string, kind: number, write: (encoder: encoding.Encoder) => void): Uint8Array {
	const encoder = encoding.createEncoder();
	encoding.writeVarString(encoder, name);
	encoding.writeVarUint(encoder, kind);
	write(encoder);
	return encoding.toUint8Array(encoder);
}
