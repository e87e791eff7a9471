/**
 * The live documents of this process. Saved means committed: an update is applied, passed on and
 * acknowledged only after it stands in the log.
 */
import { asText } from '$core/contract/server-messages';
import { Hocuspocus, type Connection, type Document } from '@hocuspocus/server';
import { BoardModel } from '$core/board/model/model';
import type { Layer } from '$core/access/layers';
import { may } from '$core/access/rights';
import { leads } from '$core/access/roles';
import * as Y from 'yjs';
import { SummaryKeeper } from '../board-summaries';
import { noteLeaving } from '../board-list';
import { database } from '../db';
import { log } from '../log';
import { once } from '../once';
import { readSettings } from '../settings';
import { gather, takeInEarly } from './gathering';
import { watchGeneration } from './generation';
import { align, mayRead, mayWrite, nowOf } from './align';
import { Attendance } from './attendance';
import { metrics } from '../metrics';
import { Fullness } from './fullness';
import { CLOSE, isEmptyUpdate, updateIn } from './gate';
import { Digests } from './digests';
import { endConnection, isEnded, refuse } from './ending';
import { isReadable } from '$core/live/update-shape';
import { Verdicts } from './verdicts';
import { Keeping } from './keeping';
import { documentName, parseName, type DocumentName } from './names';
import type { Context } from './origins';
import { ClusterSync } from './cluster-sync';
import { checkUpdate, inTurn, isNarrowed, type PutBack } from './step-check';
import { editTogether, type As } from './edit-together';
import { editDocument } from './server-edits';
import { loadInto } from './store';
import { followChanges } from './follow-changes';
import { keepAside, noteWriter } from './silent-notes';
import { States } from './states';
import { UpdateLog } from './update-log';
import { watchSignedOut } from './signed-out';
import { keepSuccessor } from './unloading';
import { watchDocument, type Watched } from './watching';

type OpenListener = (doc: Y.Doc, name: DocumentName) => void;

export class LiveDocuments {
	readonly log = new UpdateLog(database().db);
	private readonly open = new Map<string, Watched>();
	private readonly keeping = new Keeping(
		readSettings(process.env).WANDTAFEL_KEEP_OPEN * 1000,
		(document) => void this.hub.unloadDocument(document),
	);
	private readonly states = new States();
	private readonly digests = new Digests(this.log);
	private readonly fullness = new Fullness();
	private readonly verdicts = new Verdicts();
	readonly summaries = new SummaryKeeper(this);
	private readonly openListeners = new Set<OpenListener>();
	readonly hub: Hocuspocus;
	/** The other servers on this database, where there are any. */
	private readonly cluster = ClusterSync.connect((board, message) => this.attendance.hear(board, message));
	/** Who has which board open. */
	readonly attendance = new Attendance(
		() => this.hub.documents,
		(board, message) => this.cluster?.message(board, message),
	);

	constructor() {
		watchGeneration(() => this.forgetAll());
		watchSignedOut((person) => this.attendance.cutOffPerson(person));
		this.hub = new Hocuspocus({
			name: 'wandtafel',
			quiet: true,
			timeout: 30_000,
			debounce: 2000,
			maxDebounce: 10_000,
			onAuthenticate: async ({ documentName: name, context, connectionConfig, token }) => {
				const { person, gate } = context as Context;
				const parsed = parseName(name);
				const now = parsed && (await nowOf(parsed.boardId, person));
				if (!parsed || !now) throw Object.assign(new Error(''), { reason: 'no-access' });
				const { role, policy, speaker, madeAt } = now;
				// Pages of ours say which board they have: what they keep of another one must not mix with this.
				if (/^\d+$/.test(token) && Number(token) !== madeAt)
					throw Object.assign(new Error(''), { reason: 'renewed' });
				if (!may(role, 'enter', policy)) throw Object.assign(new Error(''), { reason: 'closed' });
				const isTheirs = parsed.person === undefined || parsed.person === person.id;
				if (!isTheirs || !mayRead(parsed.layer, role, policy))
					throw Object.assign(new Error(''), { reason: 'not yours' });
				if (parsed.person !== undefined) await noteWriter(parsed.boardId, person.id);
				connectionConfig.readOnly = !mayWrite(parsed.layer, role, policy);
				gate.setSpeaker(parsed.boardId, speaker);
				// What a page tells about its person comes with its first frames.
				gate.setTalk(parsed.boardId, may(role, 'talk', policy));
				gate.admit();
				return { role, policy, speaker, boardId: parsed.boardId };
			},
			onLoadDocument: async ({ document, documentName: name }) => {
				await this.log.settled(name);
				await this.cluster?.loading(name, document);
				this.fullness.noteLoaded(document, await loadInto(database().db, name, document));
			},
			afterLoadDocument: async ({ document, documentName: name }) => {
				this.watch(name, document);
				gather(document, (clients) => this.cluster?.tell(name, clients));
				this.cluster?.loaded(name, document);
				this.states.watch(document);
				this.keeping.hold(document);
			},
			beforeHandleMessage: async ({ connection, documentName: name, update, context }) => {
				const save = (): Promise<void> => this.save(connection, name, update, context as Context);
				await (isNarrowed(name, context as Context) ? inTurn(context as Context, save) : save());
			},
			connected: async ({ connection, documentName: name }) => {
				// The document may have been unloaded while this connection was being set up.
				if (this.hub.documents.get(name) !== connection.document) {
					endConnection(connection.webSocket, CLOSE.failed, 'open again');
					return;
				}
				// Rights may have changed between the question for them and this moment.
				const { boardId, layer } = parseName(name)!;
				const { person } = connection.context as Context;
				align(connection, layer, await nowOf(boardId, person));
				takeInEarly(connection.document, connection.webSocket);
				if (layer === 'stage') this.attendance.welcome(boardId, connection);
			},
			onDisconnect: async ({ documentName: name, context }) => {
				const parsed = parseName(name);
				if (parsed?.layer !== 'stage') return;
				await noteLeaving(parsed.boardId, (context as Context).person.id).catch((error: unknown) =>
					log.warn({ err: error }, 'it could not be noted when somebody was last here'),
				);
			},
			beforeUnloadDocument: async ({ document, documentName: name }) => {
				await this.log.settled(name);
				keepSuccessor(this.hub.documents, { document, documentName: name });
			},
			afterUnloadDocument: async ({ documentName: name }) => {
				this.unwatch(name);
				this.cluster?.unloaded(name);
			},
			onStoreDocument: ({ documentName: name }) => followChanges(name, this.summaries),
		});
	}

	/** Commits what a message brings; the message is handled only when this resolves. */
	private async save(
		connection: Connection,
		name: string,
		frame: Uint8Array,
		context: Context,
	): Promise<void> {
		const verdict = this.verdicts.of(connection);
		const { webSocket } = connection;
		let update: Uint8Array | undefined;
		let adds = false;
		try {
			update = updateIn(frame);
			if (update && !isEmptyUpdate(update)) {
				// Throws when it is malformed.
				const decoded = Y.decodeUpdate(update);
				adds = decoded.structs.length > 0;
				if (!isReadable(connection.document, decoded)) throw new Error('nested without end');
			}
		} catch {
			refuse(webSocket, CLOSE.malformed, 'malformed update');
		}
		if (!update) return;
		if (isEmptyUpdate(update)) return verdict.accept(update);
		// Whoever was thrown out while this waited writes no more; whoever only looks never does.
		if (isEnded(webSocket)) throw Object.assign(new Error(''), { code: CLOSE.withdrawn, reason: 'ended' });
		const { role, policy } = context;
		const { layer } = parseName(name)!;
		if (connection.readOnly || !role || !policy || !mayWrite(layer, role, policy)) return;
		if (!context.gate.mayEdit()) {
			metrics().refused.inc({ why: 'hurried' });
			refuse(webSocket, CLOSE.hurried, 'too many edits');
		}
		if (!this.fullness.takes(connection.document, update, adds)) {
			metrics().refused.inc({ why: 'full' });
			connection.sendStateless(asText({ is: 'full' }));
			return;
		}
		const check = isNarrowed(name, context) ? checkUpdate(connection.document, update, context) : 'fine';
		if (check === 'gap') {
			// Whoever comes anew brings everything that is not here.
			refuse(webSocket, CLOSE.failed, 'send it all');
		}
		try {
			await this.log.append({
				boardId: context.boardId!,
				document: name,
				personId: (context.speaker ?? context.person).id,
				data: update,
			});
		} catch {
			// The client recovers from a closed websocket, and from nothing less.
			refuse(webSocket, CLOSE.failed, 'not saved');
		}
		verdict.accept(update);
		if (check !== 'fine') this.putBackSoon(name, context, check());
	}

	/** Calls back whenever a document was loaded. */
	onOpen(listener: OpenListener): void {
		this.openListeners.add(listener);
	}

	private watch(name: string, document: Document): void {
		this.unwatch(name);
		const named = parseName(name)!;
		const { boardId, layer, person } = named;
		const watched = watchDocument(
			document,
			named,
			(work) => this.edit(boardId, layer, work, null, person),
			(speaker, message) => this.attendance.tellOne(boardId, speaker, message),
			this,
		);
		if (watched) this.open.set(name, watched);
		for (const listener of this.openListeners) listener(document, named);
	}

	private unwatch(name: string): void {
		this.open.get(name)?.stop();
		this.open.delete(name);
	}

	/**
	 * Edits a document on the server's own account. What the work changes is passed on at once and
	 * committed before this resolves. If it cannot be committed, everybody is cut off and the document is
	 * loaded anew, so that memory never stays ahead of the log.
	 */
	async edit<T>(
		boardId: string,
		layer: Layer,
		work: (doc: Y.Doc) => T,
		personId: string | null = null,
		/** Whose silent notes. */
		writer?: string,
	): Promise<T> {
		const name = documentName(boardId, layer, writer);
		return this.pinned(name, async (doc) => {
			try {
				return await editDocument({ boardId, name, doc, work, personId }, this.log, this.cluster);
			} catch (error) {
				doc
					.getConnections()
					.forEach((connection) => endConnection(connection.webSocket, CLOSE.failed, 'not saved'));
				throw error;
			}
		});
	}

	/**
	 * Edits several documents of a board on the server's own account: all of it is committed, or nothing.
	 * @param work gets the documents by their names and the way to do something on somebody's behalf; changes made otherwise are lost
	 */
	async editTogether<T>(
		boardId: string,
		names: readonly string[],
		work: (docs: ReadonlyMap<string, Document>, as: As) => T,
	): Promise<T> {
		const docs = new Map<string, Document>();
		const withNext = async (left: readonly string[]): Promise<T> => {
			const [name, ...others] = left;
			if (name !== undefined)
				return this.pinned(name, (doc) => {
					docs.set(name, doc);
					return withNext(others);
				});
			try {
				const all = [...docs.values()];
				return await editTogether(boardId, all, (as) => work(docs, as), this.log, this.cluster);
			} catch (error) {
				for (const doc of docs.values())
					doc
						.getConnections()
						.forEach(({ webSocket }) => endConnection(webSocket, CLOSE.failed, 'not saved'));
				throw error;
			}
		};
		return withNext([...new Set(names)]);
	}

	/** Puts back what a step does not let people do, as soon as it has been applied. */
	private putBackSoon(name: string, { boardId, person }: Context, putBack: PutBack): void {
		setImmediate(() => {
			const own = documentName(boardId!, 'silent', person.id);
			this.editTogether(boardId!, [name, own], (docs, as) =>
				as(null, () => putBack.run(docs.get(name)!, (id, note) => keepAside(docs.get(own)!, id, note))),
			)
				.catch((error: unknown) =>
					log.error({ err: error }, 'what a step does not allow could not be put back'),
				)
				.finally(() => putBack.end());
		});
	}

	/** Works with a document that stays loaded meanwhile; it is unloaded afterwards if nobody else has it open. */
	private async pinned<T>(name: string, work: (doc: Document) => T | Promise<T>): Promise<T> {
		let doc: Document;
		do {
			doc = await this.hub.createDocument(name, {}, 'server', { isAuthenticated: true, readOnly: false }, {});
			doc.addDirectConnection();
			// It may have been unloaded between the two lines above; then the next round loads it anew.
		} while (this.hub.documents.get(name) !== doc);
		try {
			return await work(doc);
		} finally {
			doc.removeDirectConnection();
			void this.hub.unloadDocument(doc);
		}
	}

	/** Reads a board's stage as it is now, with everything that is saved. */
	async read<T>(boardId: string, work: (model: BoardModel) => T | Promise<T>): Promise<T> {
		const name = documentName(boardId, 'stage');
		return this.pinned(name, (doc) => work(this.open.get(name)?.model ?? new BoardModel(doc, 0)));
	}

	/** The whole of a document as one packed update, for opening it without a sync; see states.ts. */
	async state(
		boardId: string,
		layer: Layer,
		{ fresh = false, writer }: { fresh?: boolean; writer?: string } = {},
	): Promise<Uint8Array> {
		return this.pinned(documentName(boardId, layer, writer), (doc) => this.states.of(doc, fresh));
	}

	/** Reads a document as it is now. The caller checks who asks. */
	readLayer<T>(boardId: string, layer: Layer, work: (doc: Y.Doc) => T): Promise<T> {
		return this.pinned(documentName(boardId, layer), work);
	}

	/** Ids of those who have a board open, on whatever server, under which they go there; those who lead left aside. */
	present(boardId: string): string[] {
		const stage = this.hub.documents.get(documentName(boardId, 'stage'));
		const led = new Set(
			stage?.getConnections().flatMap(({ context }) => {
				const { role, speaker } = context as Context;
				return role && leads(role) && speaker ? speaker.id : [];
			}),
		);
		const told = [...(stage?.awareness.getStates().values() ?? [])].map(({ person }) => String(person));
		return [...new Set(told)].filter((id) => !led.has(id)).sort();
	}

	/** Whether what happens here reaches the other servers now; true where there are none. */
	get isTogether(): boolean {
		return this.cluster?.isOpen ?? true;
	}

	/** As `Digests.bring` says. */
	digest(boardId: string, layer: Layer): Promise<number> {
		return this.digests.bring(boardId, layer);
	}

	/** Lets go of everything in memory: the database is another one from now on. */
	private forgetAll(): void {
		log.warn('the database was restored from a backup: everything in memory is forgotten');
		for (const [name, document] of [...this.hub.documents]) {
			document
				.getConnections()
				.forEach(({ webSocket }) => endConnection(webSocket, CLOSE.restored, 'restored'));
			this.keeping.drop(name);
			this.unwatch(name);
			this.cluster?.unloaded(name);
			this.hub.documents.delete(name);
			document.destroy();
		}
		this.digests.clear();
	}

	/** Live documents in memory. */
	documents(): number {
		return this.hub.documents.size;
	}

	/** Open connections to documents. */
	connections(): number {
		return [...this.hub.documents.values()].reduce((sum, each) => sum + each.getConnections().length, 0);
	}

	/** Ends all connections and waits until everything is written. */
	async close(): Promise<void> {
		for (const document of this.hub.documents.values()) {
			document
				.getConnections()
				.forEach((connection) => endConnection(connection.webSocket, 1001, 'server stops'));
		}
		await this.log.drain();
		this.cluster?.end();
	}
}

export const live = (): LiveDocuments => once('live-documents', () => new LiveDocuments());
