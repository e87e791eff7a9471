/** A person's live connection to a board, as their browser would hold it. */
import { HocuspocusProvider, HocuspocusProviderWebsocket } from '@hocuspocus/provider';
import { WebSocket } from 'ws';
import * as Y from 'yjs';
import { addObject, addObjects } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { BoardModel } from '$core/board/model/model';
import { plainText } from '$core/text/rich';
import { socketWith } from '$lib/rehearsal/socket';
import type { TestPerson } from './people';
import type { TestServer } from './server';

export interface TestClient {
	doc: Y.Doc;
	model: BoardModel;
	provider: HocuspocusProvider;
	editContext: EditContext;
	/** Ids of notes that this client was told are saved. */
	told: Set<string>;
	/** Adds a note; it counts as told once nothing is unsaved any more. */
	write: (text: string) => string;
	texts: () => string[];
	/** How often the connection was closed, with the codes. */
	closes: number[];
	disconnect: () => void;
	connect: () => void;
	destroy: () => void;
}

/** Waits until a condition holds, looking again every few milliseconds. */
export async function until(
	condition: () => boolean | Promise<boolean>,
	what: string,
	within = 15_000,
): Promise<void> {
	const end = Date.now() + within;
	while (!(await condition())) {
		if (Date.now() > end) throw new Error(`Waited in vain for: ${what}`);
		await new Promise((resolve) => setTimeout(resolve, 10));
	}
}

export const socketFor = (server: TestServer, person: { cookie: string }): WebSocket =>
	new WebSocket(`${server.url.replace('http', 'ws')}/sync`, {
		headers: { cookie: person.cookie, origin: server.url },
	});

export async function connect(
	server: TestServer,
	person: TestPerson,
	board: string,
	layer = 'stage',
	/** What a page says about which board it has. */
	token = 'cookie',
	/** What they tell about themselves from the first. */
	presence?: Record<string, unknown>,
): Promise<TestClient> {
	const doc = new Y.Doc();
	const closes: number[] = [];
	const socket = new HocuspocusProviderWebsocket({
		url: `${server.url.replace('http', 'ws')}/sync`,
		WebSocketPolyfill: socketWith({ cookie: person.cookie, origin: server.url }),
		delay: 100,
		minDelay: 100,
		maxDelay: 300,
		onClose: ({ event }) => void closes.push(event.code),
	});
	let refused: string | undefined;
	const waiting = new Set<string>();
	const told = new Set<string>();
	const provider = new HocuspocusProvider({
		websocketProvider: socket,
		name: `board/${board}/${layer}`,
		document: doc,
		token,
		onAuthenticationFailed: ({ reason }) => (refused = reason),
		onUnsyncedChanges: ({ number }) => {
			if (number !== 0) return;
			for (const id of waiting) told.add(id);
			waiting.clear();
		},
	});
	if (presence) provider.awareness!.setLocalState(presence);
	provider.attach();
	const model = new BoardModel(doc);
	let count = 0;
	const editContext: EditContext = {
		doc,
		person: { id: person.name, name: person.name },
		origin: 'test',
		now: () => Date.now(),
		newId: () => `o${count++}-${Math.random().toString(36).slice(2, 10)}`,
	};
	const client: TestClient = {
		doc,
		model,
		provider,
		editContext,
		told,
		closes,
		write(text) {
			const id = editContext.newId();
			waiting.add(id);
			addObjects(editContext, model, [
				{
					id,
					kind: 'note',
					sheet: model.sheets[0]?.id ?? 's',
					box: [count * 10, 0, 160, 96, 0],
					style: { form: 'card', pigment: 'ochre' },
					text,
				},
			]);
			return id;
		},
		texts: () => [...model.objects.values()].map((object) => plainText(object.text)),
		disconnect: () => socket.disconnect(),
		connect: () => void socket.connect(),
		destroy() {
			model.destroy();
			provider.destroy();
			socket.destroy();
		},
	};
	await until(() => provider.isSynced || refused !== undefined, `${person.name} has opened ${layer}`);
	if (provider.isSynced) return client;
	client.destroy();
	throw new Error(`refused: ${refused}`);
}

/** Waits until everything that a client did is saved. */
export const saved = (client: TestClient): Promise<void> =>
	until(() => client.provider.unsyncedChanges === 0, 'everything is saved');

export { addObject };
