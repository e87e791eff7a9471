/**
 * What this browser keeps of live documents, so that a board is there at once on the next visit, and that changes
 * made without a network survive the closing of the window. Each person has a store of their own.
 */
import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb';
import * as Y from 'yjs';

/** Which document: its name, and when its board was made, so that a board made anew under the same id never mixes with it. */
export interface DocumentKey {
	name: string;
	madeAt: number;
}

/** A piece of a document. Large ones are packed (Yjs' second encoding): half the size, and read in half the time. */
export interface Piece {
	data: Uint8Array;
	packed?: boolean;
}

interface Row extends Piece {
	document: string;
}

export function applyPiece(doc: Y.Doc, { data, packed }: Piece, origin: unknown): void {
	if (packed) Y.applyUpdateV2(doc, data, origin);
	else Y.applyUpdate(doc, data, origin);
}

interface Schema extends DBSchema {
	updates: { key: number; value: Row; indexes: { document: string } };
	/** Changes made here that are not known to be saved on the server, by document. */
	waiting: { key: string; value: number };
	/**
	 * Objects whose texts were changed here since what was done here was saved last, by document.
	 */
	texts: { key: string; value: string[] };
}

/** Version of the stores: raised when one is added. */
const VERSION = 2;

/** Start of the names of the stores; the person's id follows. */
const STORE = 'wandtafel/';

/** Pieces of a document from which on they are merged into one. */
export const MANY_PIECES = 200;

/** How long what others wrote may wait to be kept, ms: the server has it. */
const KEEP_DELAY_MS = 400;
/** After what time it is tried again to keep what could not be kept, ms. */
const RETRY_MS = 10_000;
/**
 * How long the browser's store is waited for when a board is opened, ms; after that the board opens
 * without.
 */
const OPEN_TIMEOUT_MS = 4000;

const keyOf = ({ name, madeAt }: DocumentKey): string => `${name}@${madeAt}`;

export class LocalCopy {
	/** Updates on their way into the store, in order. */
	private queue: Row[] = [];
	private writing: Promise<void> | undefined;
	private timer: ReturnType<typeof setTimeout> | undefined;
	private retry: ReturnType<typeof setTimeout> | undefined;
	/** Documents that are followed, for keeping them as a whole. */
	private readonly followed = new Map<string, Y.Doc>();
	/**
	 * Documents of which something could not be kept: what stands in the store is older, and is
	 * replaced as a whole.
	 */
	private readonly behind = new Set<string>();
	/** Told whether all that was done here is kept on this device. */
	onkept: (isKept: boolean) => void = () => {};

	private constructor(private readonly db: IDBPDatabase<Schema>) {}

	/** The store of a person; undefined where the browser keeps nothing, as in some private windows. */
	static async open(person: string): Promise<LocalCopy | undefined> {
		if (typeof indexedDB === 'undefined') return undefined;
		try {
			const opening = openDB<Schema>(STORE + person, VERSION, {
				upgrade(fresh, before) {
					if (before < 1) {
						fresh.createObjectStore('updates', { autoIncrement: true }).createIndex('document', 'document');
						fresh.createObjectStore('waiting');
					}
					fresh.createObjectStore('texts');
				},
				// Another window has signed out and forgets: it must not wait for this one.
				blocking: (_, __, event) => (event.target as IDBDatabase).close(),
			});
			const late = new Promise<undefined>((done) => setTimeout(done, OPEN_TIMEOUT_MS, undefined));
			const db = await Promise.race([opening, late]);
			return db && new LocalCopy(db);
		} catch {
			return undefined;
		}
	}

	/**
	 * Everything that is kept of a document, in the order in which it came. Rejects when the store
	 * cannot be read.
	 */
	read(document: DocumentKey): Promise<Piece[]> {
		return this.db.getAllFromIndex('updates', 'document', keyOf(document));
	}

	/** How many changes made here wait to be saved on the server. */
	async waiting(document: DocumentKey): Promise<number> {
		return (await this.db.get('waiting', keyOf(document)).catch(() => undefined)) ?? 0;
	}

	async setWaiting(document: DocumentKey, count: number): Promise<void> {
		const key = keyOf(document);
		await (count === 0 ? this.db.delete('waiting', key) : this.db.put('waiting', count, key)).catch(
			() => undefined,
		);
	}

	/** Objects whose texts were changed here and are not known to be saved. */
	async texts(document: DocumentKey): Promise<string[]> {
		return (await this.db.get('texts', keyOf(document)).catch(() => undefined)) ?? [];
	}

	async setTexts(document: DocumentKey, ids: readonly string[]): Promise<void> {
		const key = keyOf(document);
		await (ids.length === 0 ? this.db.delete('texts', key) : this.db.put('texts', [...ids], key)).catch(
			() => undefined,
		);
	}

	/**
	 * Keeps a piece. Many that come at once are written together.
	 * @param canWait whether it can be had from the server again, and so need not be written in this very moment
	 */
	keep(document: DocumentKey, piece: Piece, canWait = false): void {
		this.queue.push({ ...piece, document: keyOf(document) });
		if (canWait) this.timer ??= setTimeout(() => this.start(), KEEP_DELAY_MS);
		else this.start();
	}

	/** Keeps what changes in a document from now on; returns the way to stop it. */
	follow(document: DocumentKey, doc: Y.Doc): () => void {
		const onUpdate = (data: Uint8Array, _origin: unknown, _doc: Y.Doc, { local }: Y.Transaction): void =>
			this.keep(document, { data }, !local);
		doc.on('update', onUpdate);
		this.followed.set(keyOf(document), doc);
		return () => doc.off('update', onUpdate);
	}

	/** Merges the pieces of a document into one when they have become many. What comes meanwhile stays as it is. */
	async tidy(document: DocumentKey): Promise<void> {
		const key = keyOf(document);
		const keys = await this.db.getAllKeysFromIndex('updates', 'document', key);
		if (keys.length < MANY_PIECES) return;
		const last = keys.at(-1)!;
		const pieces = (await this.read(document)).slice(0, keys.length);
		const data = Y.mergeUpdatesV2(
			pieces.map((piece) => (piece.packed ? piece.data : Y.convertUpdateFormatV1ToV2(piece.data))),
		);
		const change = this.db.transaction('updates', 'readwrite');
		for (const each of keys) if (each <= last) void change.store.delete(each);
		void change.store.add({ document: key, data, packed: true });
		await change.done;
	}

	/** Closes the store when everything is written. */
	async close(): Promise<void> {
		clearTimeout(this.retry);
		this.start();
		await this.writing;
		this.db.close();
	}

	private start(): void {
		clearTimeout(this.timer);
		this.timer = undefined;
		this.writing ??= this.write().finally(() => (this.writing = undefined));
	}

	private async write(): Promise<void> {
		while (this.queue.length > 0) {
			const queue = this.queue;
			this.queue = [];
			try {
				const change = this.db.transaction('updates', 'readwrite');
				const added = merged(queue.filter(({ document }) => !this.behind.has(document))).map((row) =>
					change.store.add(row),
				);
				await Promise.all([...added, change.done]);
			} catch {
				// No room left, or the store was closed. What comes later can be read only with
				// this: until the whole is kept, none of it is.
				for (const { document } of queue) this.behind.add(document);
			}
			if (this.behind.size > 0) await this.catchUp();
		}
	}

	/**
	 * Keeps documents of which something could not be kept as a whole, in place of all that stands
	 * there.
	 */
	private async catchUp(): Promise<void> {
		for (const document of [...this.behind]) {
			const doc = this.followed.get(document);
			if (!doc) continue;
			try {
				const data = Y.encodeStateAsUpdateV2(doc);
				const keys = await this.db.getAllKeysFromIndex('updates', 'document', document);
				const change = this.db.transaction('updates', 'readwrite');
				const done = [
					...keys.map((key) => change.store.delete(key)),
					change.store.add({ document, data, packed: true }),
				];
				await Promise.all([...done, change.done]);
				this.behind.delete(document);
			} catch {
				// Still no room.
			}
		}
		clearTimeout(this.retry);
		if (this.behind.size > 0)
			this.retry = setTimeout(() => {
				this.writing ??= this.catchUp().finally(() => {
					this.writing = undefined;
					if (this.queue.length > 0) this.start();
				});
			}, RETRY_MS);
		this.onkept(this.behind.size === 0);
	}
}

/** One row for all the small changes of a document: writing a row costs more than the change itself. */
function merged(queue: readonly Row[]): Row[] {
	const small = new Map<string, Uint8Array[]>();
	for (const { document, data, packed } of queue) {
		if (packed) continue;
		const same = small.get(document);
		if (same) same.push(data);
		else small.set(document, [data]);
	}
	return [
		...queue.filter(({ packed }) => packed),
		...[...small].map(([document, all]) => ({
			document,
			data: all.length > 1 ? Y.mergeUpdates(all) : all[0]!,
		})),
	];
}

/**
 * Forgets what this browser keeps of boards, for everybody. Where changes wait that the server does not have, nothing is
 * forgotten: they go out when that person is back.
 */
export async function forgetCopies(): Promise<void> {
	if (typeof indexedDB === 'undefined' || !indexedDB.databases) return;
	for (const { name } of await indexedDB.databases().catch(() => [])) {
		if (!name?.startsWith(STORE)) continue;
		try {
			const db = await openDB<Schema>(name);
			const waits = db.objectStoreNames.contains('waiting') && (await db.count('waiting')) > 0;
			db.close();
			if (!waits) await deleteDB(name, { blocked: () => undefined });
		} catch {
			// Another window has it open: it is still in use.
		}
	}
}

/**
 * How many changes this browser keeps that the server does not have: on one board, or on all of
 * them.
 * @param person whose store it is
 */
export async function countWaiting(person: string, boardId?: string): Promise<number> {
	if (typeof indexedDB === 'undefined' || !indexedDB.databases) return 0;
	try {
		const isThere = (await indexedDB.databases()).some(({ name }) => name === STORE + person);
		if (!isThere) return 0;
		const db = await openDB<Schema>(STORE + person);
		const transaction = db.transaction('waiting');
		const [keys, counts] = await Promise.all([transaction.store.getAllKeys(), transaction.store.getAll()]);
		db.close();
		const isAsked = (key: string): boolean => boardId === undefined || key.startsWith(`board/${boardId}/`);
		return keys.reduce((sum, key, i) => sum + (isAsked(key) ? counts[i]! : 0), 0);
	} catch {
		return 0;
	}
}
