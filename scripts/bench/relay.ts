/**
 * The least that passes on what people do: a relay of Yjs documents and awareness in memory, without rights, checks or storage.
 * It is what the server's cost is compared with. Started with a port; speaks the frames that our clients send.
 */
import { createServer } from 'node:http';
import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';
import { frame, KIND } from '$lib/server/live/frames';
import { WebSocketServer, type WebSocket } from 'ws';
import { applyAwarenessUpdate, Awareness, encodeAwarenessUpdate } from 'y-protocols/awareness';
import { readSyncMessage, writeUpdate } from 'y-protocols/sync';
import * as Y from 'yjs';

const AUTHENTICATED = 2;

interface Room {
	doc: Y.Doc;
	awareness: Awareness;
	sockets: Set<WebSocket>;
}
const rooms = new Map<string, Room>();

function roomOf(name: string): Room {
	const known = rooms.get(name);
	if (known) return known;
	const doc = new Y.Doc();
	const room: Room = { doc, awareness: new Awareness(doc), sockets: new Set() };
	const toAll = (message: Uint8Array): void => room.sockets.forEach((socket) => socket.send(message));
	doc.on('update', (update: Uint8Array) =>
		toAll(frame(name, KIND.sync, (encoder) => writeUpdate(encoder, update))),
	);
	room.awareness.on(
		'update',
		({ added, updated, removed }: Record<'added' | 'updated' | 'removed', number[]>) => {
			const states = encodeAwarenessUpdate(room.awareness, [...added, ...updated, ...removed]);
			toAll(frame(name, KIND.awareness, (encoder) => encoding.writeVarUint8Array(encoder, states)));
		},
	);
	rooms.set(name, room);
	return room;
}

function hear(socket: WebSocket, message: Uint8Array): void {
	const decoder = decoding.createDecoder(message);
	const name = decoding.readVarString(decoder);
	const kind = decoding.readVarUint(decoder);
	const room = roomOf(name);
	room.sockets.add(socket);
	if (kind === KIND.auth) {
		socket.send(
			frame(name, KIND.auth, (encoder) => {
				encoding.writeVarUint(encoder, AUTHENTICATED);
				encoding.writeVarString(encoder, 'read-write');
			}),
		);
	} else if (kind === KIND.sync) {
		const answer = frame(name, KIND.sync, (encoder) => readSyncMessage(decoder, encoder, room.doc, socket));
		// Longer than its head: there is something to say.
		if (answer.length > frame(name, KIND.sync, () => undefined).length) socket.send(answer);
	} else if (kind === KIND.awareness) {
		applyAwarenessUpdate(room.awareness, decoding.readVarUint8Array(decoder), socket);
	}
}

const server = createServer();
new WebSocketServer({ server }).on('connection', (socket) => {
	socket.on('message', (data: Buffer) => hear(socket, data));
	socket.on('close', () => rooms.forEach(({ sockets }) => sockets.delete(socket)));
});
server.listen(Number(process.argv[2]), '127.0.0.1', () => process.stdout.write('listening\n'));
