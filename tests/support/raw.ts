/**
 * A client that sends what no screen would send: raw frames on a websocket, and what the server
 * says to them.
 */
import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';
import type { WebSocket } from 'ws';
import { socketFor, until } from './client';
import type { TestServer } from './server';

const KIND = { sync: 0, auth: 2, syncStatus: 8 } as const;

export interface RawClient {
	socket: WebSocket;
	/** What the server said of updates, in the order in which it said so: whether each is saved. */
	said: boolean[];
	/** Codes with which the connection was closed. */
	closes: number[];
	update: (update: Uint8Array) => Uint8Array;
	/** Asks what there is, as the first step of the sync does. */
	ask: () => Uint8Array;
	/** Sends frames in one packet. */
	send: (...frames: Uint8Array[]) => void;
	end: () => void;
}

/** Opens a board's document without the sync library. */
export async function rawClient(
	server: TestServer,
	person: { cookie: string },
	board: string,
	layer = 'stage',
): Promise<RawClient> {
	const name = `board/${board}/${layer}`;
	const socket = socketFor(server, person);
	const said: boolean[] = [];
	const closes: number[] = [];
	let isIn = false;
	socket.binaryType = 'nodebuffer';
	socket.on('error', () => undefined);
	socket.on('close', (code: number) => closes.push(code));
	socket.on('message', (data: Buffer) => {
		const decoder = decoding.createDecoder(data);
		decoding.readVarString(decoder);
		const kind = decoding.readVarUint(decoder);
		if (kind === KIND.auth) isIn = true;
		else if (kind === KIND.syncStatus) said.push(decoding.readVarInt(decoder) === 1);
	});
	const frame = (kind: number, write: (encoder: encoding.Encoder) => void): Uint8Array => {
		const encoder = encoding.createEncoder();
		encoding.writeVarString(encoder, name);
		encoding.writeVarUint(encoder, kind);
		write(encoder);
		return encoding.toUint8Array(encoder);
	};
	await new Promise<void>((done, failed) => {
		socket.once('open', () => done());
		socket.once('unexpected-response', (_, response) => failed(new Error(`status ${response.statusCode}`)));
	});
	socket.send(
		frame(KIND.auth, (encoder) => {
			// A token follows.
			encoding.writeVarUint(encoder, 0);
			encoding.writeVarString(encoder, 'cookie');
		}),
	);
	await until(() => isIn || closes.length > 0, 'the raw client is in');
	return {
		socket,
		said,
		closes,
		update: (update) =>
			frame(KIND.sync, (encoder) => {
				encoding.writeVarUint(encoder, 2);
				encoding.writeVarUint8Array(encoder, update);
			}),
		ask: () =>
			frame(KIND.sync, (encoder) => {
				encoding.writeVarUint(encoder, 0);
				encoding.writeVarUint8Array(encoder, new Uint8Array([0]));
			}),
		send(...frames) {
			const { _socket: line } = socket as unknown as { _socket: { cork(): void; uncork(): void } };
			line.cork();
			for (const each of frames) socket.send(each);
			line.uncork();
		},
		end: () => socket.terminate(),
	};
}
