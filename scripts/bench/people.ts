/** People on boards for measuring: real connections that write notes and move pointers, and note when what arrives. */
import { HocuspocusProvider, HocuspocusProviderWebsocket } from '@hocuspocus/provider';
import { paceOf } from '$core/session/presence';
import { LAYERS } from '$core/session/layers';
import { addObject, type Hand } from '$core/board/edits';
import { BoardModel } from '$core/board/model';
import { objectsOf } from '$core/board/document';
import { WebSocket } from 'ws';
import * as Y from 'yjs';

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
	/** Whether arrivals are timed here: at one other person each, so that every edit counts once. */
	times: Times;
	/** Whose notes are timed here. */
	watches: string;
}

export async function sitDown(seat: Seat): Promise<Person> {
	const { url, headers, board, id, name, times } = seat;
	class Socket extends WebSocket {
		constructor(address: string) {
			super(address, { headers });
		}
	}
	const socket = new HocuspocusProviderWebsocket({ url, WebSocketPolyfill: Socket });
	const doc = new Y.Doc();
	const providers = LAYERS.map((layer) => {
		const provider = new HocuspocusProvider({
			websocketProvider: socket,
			name: `board/${board}/${layer}`,
			document: layer === 'stage' ? doc : new Y.Doc(),
			token: 'cookie',
		});
		provider.attach();
		return provider;
	});
	const stage = providers[0]!;
	let open: number[] = [];
	stage.on('unsyncedChanges', ({ number }: { number: number }) => {
		if (number !== 0) return;
		const now = performance.now();
		for (const at of open) times.toSaved.push(now - at);
		open = [];
	});
	objectsOf(doc).observe((event) => {
		const now = performance.now();
		for (const [key, { action }] of event.changes.keys) {
			const at = action === 'add' && key.startsWith(`${seat.watches}-`) ? times.written.get(key) : undefined;
			if (at !== undefined) times.toPeer.push(now - at);
		}
	});
	await new Promise<void>((resolve) => {
		if (stage.isSynced) resolve();
		else stage.on('synced', () => resolve());
	});
	// Only for the place in the stack; following the document would cost the one who measures.
	const model = new BoardModel(new Y.Doc());
	let count = 0;
	const hand: Hand = {
		doc,
		person: { id, name },
		origin: 'bench',
		now: () => Date.now(),
		newId: () => `${name}-${count++}`,
	};
	let pointer = 0;
	let told = 0;
	return {
		doc,
		write() {
			const note = hand.newId();
			const at = performance.now();
			times.written.set(note, at);
			open.push(at);
			addObject(hand, model, {
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
			stage.awareness!.setLocalState({ person: id, name, sheet: 's', cursor: [pointer++ % 900, 300] });
		},
		leave() {
			for (const provider of providers) provider.destroy();
			socket.destroy();
			model.destroy();
		},
	};
}
