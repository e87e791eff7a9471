/**
 * Between several servers on one database: what happens on one is passed to the others through Redis. PostgreSQL holds what
 * counts; what is passed here only makes it quick. Whatever is lost on the way (Redis was away, a server ended between
 * commit and passing on) is read from the log when the line is back.
 *
 * Message: sender (string), kind (varUint), document or board (string), then what belongs to the kind.
 */
import { Redis } from 'ioredis';
import * as decoding from 'lib0/decoding';
import type { ServerMessage } from '$core/contract/server-messages';
import * as encoding from 'lib0/encoding';
import { nanoid } from 'nanoid';
import { log } from '../log';
import { once } from '../once';
import { readSettings } from '../settings';

const KIND = { update: 0, awareness: 1, who: 2, message: 3 } as const;

/** Something that concerns a board, or a person, on every server. */
export type ClusterMessage =
	| { do: 'rights' }
	| { do: 'cut off' }
	| { do: 'tell'; message: ServerMessage; onlyLeads?: boolean; only?: string }
	| { do: 'signed out'; person: string };

export interface RelayCallbacks {
	update(document: string, update: Uint8Array): void;
	awareness(document: string, states: Uint8Array): void;
	/** Another server has just opened a document and asks who is there. */
	who(document: string): void;
	message(board: string, message: ClusterMessage): void;
	/** The line was cut and is back: something may have been missed. */
	back(): void;
}

/** How long Redis is waited for when a document is opened, ms. */
const OPEN_TIMEOUT_MS = 1500;

/** What all servers hear that share a Redis and a prefix. */
const MESSAGES = 'messages';

export class Relay {
	private readonly me = nanoid(10);
	private readonly out: Redis;
	private readonly in: Redis;
	private wasCut = false;

	constructor(
		url: string,
		private readonly prefix: string,
		private readonly callbacks: RelayCallbacks,
	) {
		const options = {
			maxRetriesPerRequest: null,
			retryStrategy: (tries: number) => Math.min(2000, tries * 100),
		};
		// What cannot be passed on while the line is cut is read from the log afterwards.
		this.out = new Redis(url, { ...options, enableOfflineQueue: false });
		// A line that listens may not ask whether Redis is ready: where a board is opened right
		// after the start, that question would end the server.
		this.in = new Redis(url, { ...options, enableReadyCheck: false });
		for (const line of [this.out, this.in]) line.on('error', (error) => this.noteCut(error));
		this.in.on('ready', () => {
			if (!this.wasCut) return;
			this.wasCut = false;
			log.info('the line to the other servers is back');
			callbacks.back();
		});
		this.in.on('messageBuffer', (_: Buffer, message: Buffer) => this.hear(message));
		void this.in.subscribe(this.channel(MESSAGES));
	}

	/** Whether what happens here reaches the others now. */
	get isOpen(): boolean {
		return this.out.status === 'ready' && this.in.status === 'ready';
	}

	/**
	 * Resolves when everything that other servers do on a document from now on is heard here. With the line cut it does not wait
	 * for its return: what is missed until then is read from the log.
	 */
	async open(document: string): Promise<void> {
		const done = this.in.subscribe(this.channel(document)).catch(() => undefined);
		if (this.in.status !== 'ready') return;
		let timer: NodeJS.Timeout | undefined;
		const late = new Promise((resolve) => (timer = setTimeout(resolve, OPEN_TIMEOUT_MS)));
		await Promise.race([done, late]);
		clearTimeout(timer);
	}

	close(document: string): void {
		void this.in.unsubscribe(this.channel(document)).catch(() => undefined);
	}

	update(document: string, update: Uint8Array): void {
		this.tell(document, KIND.update, document, (encoder) => encoding.writeVarUint8Array(encoder, update));
	}

	awareness(document: string, states: Uint8Array): void {
		this.tell(document, KIND.awareness, document, (encoder) => encoding.writeVarUint8Array(encoder, states));
	}

	askWho(document: string): void {
		this.tell(document, KIND.who, document, () => undefined);
	}

	message(board: string, message: ClusterMessage): void {
		this.tell(MESSAGES, KIND.message, board, (encoder) =>
			encoding.writeVarString(encoder, JSON.stringify(message)),
		);
	}

	end(): void {
		this.out.disconnect();
		this.in.disconnect();
	}

	private channel(name: string): string {
		return `${this.prefix}:${name}`;
	}

	private tell(
		channel: string,
		kind: number,
		about: string,
		write: (encoder: encoding.Encoder) => void,
	): void {
		const encoder = encoding.createEncoder();
		encoding.writeVarString(encoder, this.me);
		encoding.writeVarUint(encoder, kind);
		encoding.writeVarString(encoder, about);
		write(encoder);
		const message = Buffer.from(encoding.toUint8Array(encoder));
		this.out.publish(this.channel(channel), message).catch((error: unknown) => this.noteCut(error));
	}

	private hear(message: Uint8Array): void {
		try {
			const decoder = decoding.createDecoder(message);
			if (decoding.readVarString(decoder) === this.me) return;
			const kind = decoding.readVarUint(decoder);
			const about = decoding.readVarString(decoder);
			if (kind === KIND.update) this.callbacks.update(about, decoding.readVarUint8Array(decoder));
			else if (kind === KIND.awareness) this.callbacks.awareness(about, decoding.readVarUint8Array(decoder));
			else if (kind === KIND.who) this.callbacks.who(about);
			else if (kind === KIND.message)
				this.callbacks.message(about, JSON.parse(decoding.readVarString(decoder)) as ClusterMessage);
		} catch (error) {
			log.error({ err: error }, 'what another server passed on could not be taken in');
		}
	}

	private noteCut(error: unknown): void {
		if (this.wasCut) return;
		this.wasCut = true;
		log.error(
			{ err: error },
			'the line to the other servers is cut; each goes on by itself until it is back',
		);
	}
}

/** The line to the other servers, where there are any. */
export function relayFor(callbacks: RelayCallbacks): Relay | undefined {
	const { REDIS_URL, WANDTAFEL_REDIS_PREFIX } = readSettings(process.env);
	return REDIS_URL ? new Relay(REDIS_URL, WANDTAFEL_REDIS_PREFIX, callbacks) : undefined;
}

/** A client for counting things together with the other servers; undefined where there are none. */
export function sharedCounts(): { client: Redis; prefix: string } | undefined {
	const { REDIS_URL, WANDTAFEL_REDIS_PREFIX: prefix } = readSettings(process.env);
	if (!REDIS_URL) return undefined;
	const client = once('shared counts', () => {
		const redis = new Redis(REDIS_URL, { enableOfflineQueue: false, maxRetriesPerRequest: 1 });
		// Said once, by the relay.
		redis.on('error', () => undefined);
		return redis;
	});
	return { client, prefix };
}
