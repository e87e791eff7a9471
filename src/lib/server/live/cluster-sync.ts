/** The live documents of this server and those of the others on the same database, kept in step. */
import type { Document } from '@hocuspocus/server';
import { applyAwarenessUpdate, encodeAwarenessUpdate } from 'y-protocols/awareness';
import * as Y from 'yjs';
import { database } from '../db';
import { log } from '../log';
import { OTHER_SERVER, SERVER } from './origins';
import { relayFor, type Relay, type ClusterMessage } from './relay';
import { loadInto } from './store';

export class ClusterSync {
	/** Documents that are open here, from the moment on in which they are loaded. */
	private readonly open = new Map<string, Document>();

	private constructor(
		private readonly relay: Relay,
		private readonly onmessage: (board: string, message: ClusterMessage) => void,
	) {}

	/** Undefined where this server is the only one. */
	static connect(onmessage: (board: string, message: ClusterMessage) => void): ClusterSync | undefined {
		const relay = relayFor({
			update: (name, update) => cluster?.takeIn(name, update),
			awareness: (name, states) => cluster?.hearAwareness(name, states),
			who: (name) => cluster?.tellWho(name),
			message: (board, message) => cluster?.onmessage(board, message),
			back: () => void cluster?.catchUpAll(),
		});
		const cluster = relay && new ClusterSync(relay, onmessage);
		return cluster;
	}

	get isOpen(): boolean {
		return this.relay.isOpen;
	}

	/** To be called before a document is read from the database: nothing that is committed from then on is missed. */
	async loading(name: string, document: Document): Promise<void> {
		this.open.set(name, document);
		await this.relay.open(name);
	}

	/** Follows a document that has been read. */
	loaded(name: string, document: Document): void {
		document.on('update', (update: Uint8Array, origin: unknown) => {
			// What the server itself does is passed on when it is committed.
			if (origin !== OTHER_SERVER && origin !== SERVER) this.relay.update(name, update);
		});
		this.relay.askWho(name);
	}

	unloaded(name: string): void {
		this.open.delete(name);
		this.relay.close(name);
	}

	/** Passes on what people on this server tell about themselves. */
	tell(name: string, clients: number[]): void {
		const document = this.open.get(name);
		if (document) this.relay.awareness(name, encodeAwarenessUpdate(document.awareness, clients));
	}

	/** Passes on what this server did and committed. */
	update(name: string, update: Uint8Array): void {
		this.relay.update(name, update);
	}

	message(board: string, message: ClusterMessage): void {
		this.relay.message(board, message);
	}

	end(): void {
		this.relay.end();
	}

	private takeIn(name: string, update: Uint8Array): void {
		const document = this.open.get(name);
		if (document) Y.applyUpdate(document, update, OTHER_SERVER);
	}

	private hearAwareness(name: string, states: Uint8Array): void {
		const document = this.open.get(name);
		if (document) applyAwarenessUpdate(document.awareness, states, OTHER_SERVER);
	}

	/** Tells who is connected here. */
	private tellWho(name: string): void {
		const document = this.open.get(name);
		if (!document) return;
		const clients = document.getConnections().flatMap(({ webSocket }) => [...document.getClients(webSocket)]);
		if (clients.length > 0)
			this.relay.awareness(name, encodeAwarenessUpdate(document.awareness, clients as number[]));
	}

	/** After the line was cut: reads what others have committed meanwhile, and asks who is there. */
	private async catchUpAll(): Promise<void> {
		for (const [name, document] of [...this.open]) {
			try {
				await loadInto(database().db, name, document, OTHER_SERVER);
				this.relay.askWho(name);
				this.tellWho(name);
			} catch (error) {
				log.error({ err: error, document: name }, 'what other servers did meanwhile could not be read');
			}
		}
	}
}
