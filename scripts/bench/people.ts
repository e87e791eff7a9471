/**
 * People on boards for measuring: real websockets that write notes and move pointers. They take as little as they can of the machine
 * that they share with what is measured: a document that follows, and nothing of what others tell about themselves.
 */
import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';
import { objectsOf } from '$core/board/document';
import { addObject } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { BoardModel } from '$core/board/model/model';
import { LAYERS } from '$core/access/layers';
import { paceOf } from '$core/live/presence';
import { frame, KIND } from '$lib/server/live/frames';
import { WebSocket } from 'ws';
import { Awareness, encodeAwarenessUpdate } from 'y-protocols/awareness';
import { readSyncMessage, writeSyncStep1, writeUpdate } from 'y-protocols/sync';
import * as Y from 'yjs';

const TOKEN = 0;
const AUTHENTICATED = 2;
const SERVER = 'server';

/** Times that were measured, ms. */
export interface Times {
	toPeer: number[];
	toSaved: number[];
	/** When each note was written, by its id. */
	written: Map<string, number>;
}

export interface Person {
	doc: Y.Doc;
	write: () => void;
	point: () => void;
	leave: () => void;
}

export interface Seat {
	/** Address of the websocket. */
	url: string;
	headers: Record<string, string>;
	board: string;
	/** Id and name under which the person goes. */
	id: string;
	name: string;
	/** How many are on the board. */
	company: number;
	times: Times;
	/** Whose notes are timed here: at one other person each, so that every edit counts once. */
	watches: string;
}

/** Opens documents over a websocket; done when the server lets the person have all of them. */
export async function enter(socket: WebSocket, documents: readonly string[]): Promise<void> {
	const waiting = new Set(documents);
	const isIn = new Promise<void>((resolve, reject) => {
		socket.on('message', (data: Buffer) => {
			const decoder = decoding.createDecoder(data);
			const about = decoding.readVarString(decoder);
			if (decoding.readVarUint(decoder) !== KIND.auth || decoding.readVarUint(decoder) !== AUTHENTICATED)
				return;
			waiting.delete(about);
			if (waiting.size === 0) resolve();
		});
		socket.once('error', reject);
		socket.once('close', (code) => reject(new Error(`closed: ${code}`)));
	});
	await new Promise<void>((resolve, reject) => {
		socket.once('open', () => resolve());
		socket.once('error', reject);
	});
	for (const each of documents) {
		const asking = frame(each, KIND.auth, (encoder) => {
			encoding.writeVarUint(encoder, TOKEN);
			encoding.writeVarString(encoder, 'cookie');
		});
		socket.send(asking);
	}
	await isIn;
}

export async function sitDown(seat: Seat): Promise<Person> {
	const { url, headers, board, id, name, times } = seat;
	const stage = `board/${board}/stage`;
	const socket = new WebSocket(url, { headers });
	const docs = new Map(LAYERS.map((layer) => [`board/${board}/${layer}`, new Y.Doc()]));
	const doc = docs.get(stage)!;
	const awareness = new Awareness(doc);
	/** When edits were sent that wait for their answer, in their order. */
	const waiting: number[] = [];
	const send = (...message: Parameters<typeof frame>): void => socket.send(frame(...message));
	doc.on('update', (update: Uint8Array, origin: unknown) => {
		if (origin === SERVER) return;
		waiting.push(performance.now());
		send(stage, KIND.sync, (encoder) => writeUpdate(encoder, update));
	});
	objectsOf(doc).observe((event) => {
		const now = performance.now();
		for (const [key, { action }] of event.changes.keys) {
			const at = action === 'add' && key.startsWith(`${seat.watches}-`) ? times.written.get(key) : undefined;
			if (at !== undefined) times.toPeer.push(now - at);
		}
	});
	socket.on('message', (data: Buffer) => {
		const decoder = decoding.createDecoder(data);
		const about = decoding.readVarString(decoder);
		const kind = decoding.readVarUint(decoder);
		if (kind === KIND.sync) {
			const answer = encoding.createEncoder();
			encoding.writeVarString(answer, about);
			encoding.writeVarUint(answer, KIND.sync);
			const head = encoding.length(answer);
			readSyncMessage(decoder, answer, docs.get(about)!, SERVER);
			if (encoding.length(answer) > head) socket.send(encoding.toUint8Array(answer));
		} else if (kind === KIND.syncStatus && about === stage) {
			const at = waiting.shift();
			if (at !== undefined) times.toSaved.push(performance.now() - at);
		}
	});
	await enter(socket, [...docs.keys()]);
	for (const [each, its] of docs) send(each, KIND.sync, (encoder) => writeSyncStep1(encoder, its));
	// Only for the place in the stack; following the document would cost the one who measures.
	const model = new BoardModel(new Y.Doc());
	let count = 0;
	let pointer = 0;
	let told = 0;
	const editContext: EditContext = {
		doc,
		person: { id, name },
		origin: 'bench',
		now: () => Date.now(),
		newId: () => `${name}-${count++}`,
	};
	return {
		doc,
		write() {
			const note = editContext.newId();
			times.written.set(note, performance.now());
			addObject(editContext, model, {
				id: note,
				kind: 'note',
				sheet: 's',
				box: [count * 10, 0, 160, 96, 0],
				style: { form: 'card', pigment: 'ochre' },
				text: 'A note of an ordinary length, as people write them',
			});
		},
		point() {
			const now = performance.now();
			if (now - told < paceOf(seat.company)) return;
			told = now;
			awareness.setLocalState({ person: id, name, sheet: 's', cursor: [pointer++ % 900, 300] });
			const states = encodeAwarenessUpdate(awareness, [doc.clientID]);
			send(stage, KIND.awareness, (encoder) => encoding.writeVarUint8Array(encoder, states));
		},
		leave() {
			awareness.destroy();
			socket.removeAllListeners('close');
			socket.terminate();
			model.destroy();
		},
	};
}
