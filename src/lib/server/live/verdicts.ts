/**
 * Which updates stand in the log. The sync library applies and acknowledges whatever a connection
 * sends that may write; here it does so only with what was accepted, update by update: acknowledged
 * means committed, whatever comes before or after it in the same packet.
 */
import type { Connection } from '@hocuspocus/server';

/** Sync messages that bring an update, as the library numbers them. */
const STEP_1 = 0;

/** A piece of memory: two views of the same bytes are the same update. */
interface Place {
	buffer: ArrayBufferLike;
	offset: number;
	length: number;
}

const placeOf = ({ buffer, byteOffset, byteLength }: Uint8Array): Place => ({
	buffer,
	offset: byteOffset,
	length: byteLength,
});

class Verdict {
	private readonly accepted: Place[] = [];

	private held: boolean | undefined;

	constructor(connection: Connection) {
		let readOnly = connection.readOnly;
		Object.defineProperty(connection, 'readOnly', {
			get: () => this.held ?? readOnly,
			set: (value: boolean) => (readOnly = value),
		});
		// Asked right before the library applies what a message brings, in the same breath.
		connection.beforeSync((_, { type, payload }) => {
			if (type !== STEP_1) this.hold(this.take(payload));
			return Promise.resolve();
		});
	}

	/** The update stands in the log: it is to be applied and acknowledged. */
	accept(update: Uint8Array): void {
		this.accepted.push(placeOf(update));
	}

	private take(update: Uint8Array): boolean {
		const { buffer, offset, length } = placeOf(update);
		const at = this.accepted.findIndex(
			(each) => each.buffer === buffer && each.offset === offset && each.length === length,
		);
		if (at >= 0) this.accepted.splice(at, 1);
		return at >= 0;
	}

	/** For this one message the connection may write, or only read, whatever it may otherwise. */
	private hold(isAccepted: boolean): void {
		this.held = !isAccepted;
		queueMicrotask(() => (this.held = undefined));
	}
}

export class Verdicts {
	private readonly known = new WeakMap<Connection, Verdict>();

	of(connection: Connection): Verdict {
		const verdict = this.known.get(connection) ?? new Verdict(connection);
		this.known.set(connection, verdict);
		return verdict;
	}
}
