/**
 * Who has which board open, on all servers: what they may do is brought in line with the database, they are told things beside the
 * documents, and their connections are ended.
 */
import type { Connection, Document } from '@hocuspocus/server';
import type { Layer } from '$core/access/layers';
import type { ServerMessage } from '$core/contract/server-messages';
import { leads } from '$core/access/roles';
import type { Call } from '$core/meeting/calls';
import { newId } from '$lib/new-id';
import { log } from '../log';
import { speakingOn } from '../members';
import { align } from './align';
import { endConnection } from './ending';
import { CLOSE } from './gate';
import { documentName, parseName } from './names';
import type { Context } from './origins';
import type { ClusterMessage } from './relay';

/**
 * How long a call holds for whoever was not connected when it was made, ms: a connection that breaks
 * off is there again in seconds.
 */
const CALL_HOLDS_MS = 30_000;

export class Attendance {
	/** The last call to each board. */
	private readonly lastCalls = new Map<string, { call: ServerMessage; at: number }>();

	constructor(
		/** The live documents of this server. */
		private readonly documents: () => ReadonlyMap<string, Document>,
		/** Passes a message on to the other servers. */
		private readonly pass: (boardId: string, message: ClusterMessage) => void,
	) {}

	/** Ends all connections to a board. */
	cutOff(boardId: string): void {
		void this.say(boardId, { do: 'cut off' });
	}

	/** Ends all connections of a person: who still has a session somewhere connects again. */
	cutOffPerson(person: string): void {
		void this.say('', { do: 'signed out', person });
	}

	/**
	 * Brings everybody who has a board open in line with the parts and the settings in the database, at once: rights of
	 * open connections change, and who may not be in any more is out.
	 */
	refreshRights(boardId: string): Promise<void> {
		return this.say(boardId, { do: 'rights' });
	}

	/** Tells everybody who has a board open something beside the documents. */
	tellAll(boardId: string, message: ServerMessage): void {
		void this.say(boardId, { do: 'tell', message });
	}

	/** Calls everybody who has a board open to a place, and those who come back in a moment. */
	call(boardId: string, call: Omit<Call, 'id'>): void {
		this.tellAll(boardId, { is: 'call', id: newId(), ...call });
	}

	/** Tells somebody who has just come what was said to all a moment ago. */
	welcome(boardId: string, connection: Connection): void {
		const last = this.lastCalls.get(boardId);
		if (last && Date.now() - last.at < CALL_HOLDS_MS) connection.sendStateless(JSON.stringify(last.call));
	}

	/** Tells those who lead something, wherever they have the board open. */
	tellLeads(boardId: string, message: ServerMessage): void {
		void this.say(boardId, { do: 'tell', message, onlyLeads: true });
	}

	/**
	 * Tells one person something, by the id under which they go on the board, in all their windows.
	 */
	tellOne(boardId: string, speaker: string, message: ServerMessage): void {
		void this.say(boardId, { do: 'tell', message, only: speaker });
	}

	/** What another server says. */
	hear(boardId: string, message: ClusterMessage): void {
		this.act(boardId, message).catch((error: unknown) =>
			log.error({ err: error, board: boardId }, 'rights that changed on another server could not be read'),
		);
	}

	private say(boardId: string, message: ClusterMessage): Promise<void> {
		this.pass(boardId, message);
		return this.act(boardId, message);
	}

	private async act(boardId: string, message: ClusterMessage): Promise<void> {
		switch (message.do) {
			case 'cut off':
				for (const { connection } of this.connectionsTo(boardId))
					endConnection(connection.webSocket, CLOSE.withdrawn, 'access withdrawn');
				return;
			case 'tell':
				if (message.message.is === 'call') this.keepCall(boardId, message.message);
				for (const connection of this.documents().get(documentName(boardId, 'stage'))?.getConnections() ?? [])
					if (isFor(message, connection.context as Context))
						connection.sendStateless(JSON.stringify(message.message));
				return;
			case 'signed out':
				for (const document of this.documents().values())
					for (const { webSocket, context } of document.getConnections())
						if ((context as Context).person.id === message.person)
							endConnection(webSocket, CLOSE.signedOut, 'signed out');
				return;
			case 'rights':
				return this.alignAll(boardId);
		}
	}

	private async alignAll(boardId: string): Promise<void> {
		const now = await speakingOn(boardId);
		if (!now) return;
		for (const { connection, layer } of this.connectionsTo(boardId)) {
			const one = now.people.get((connection.context as Context).person.id);
			align(connection, layer, one && { ...one, policy: now.policy });
		}
	}

	private keepCall(boardId: string, call: ServerMessage): void {
		const now = Date.now();
		for (const [board, { at }] of this.lastCalls) if (now - at >= CALL_HOLDS_MS) this.lastCalls.delete(board);
		this.lastCalls.set(boardId, { call, at: now });
	}

	private connectionsTo(boardId: string): { connection: Connection; layer: Layer }[] {
		return [...this.documents()].flatMap(([name, document]) => {
			const parsed = parseName(name);
			if (parsed?.boardId !== boardId) return [];
			return document.getConnections().map((connection) => ({ connection, layer: parsed.layer }));
		});
	}
}

const isFor = (
	{ onlyLeads, only }: Extract<ClusterMessage, { do: 'tell' }>,
	{ role, speaker }: Context,
): boolean => (!onlyLeads || leads(role ?? 'viewer')) && (only === undefined || speaker?.id === only);
