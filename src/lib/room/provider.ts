/** The sync provider, mended in three points. */
import { HocuspocusProvider } from '@hocuspocus/provider';
import { Incoming, readFrame } from './incoming';

export class Provider extends HocuspocusProvider {
	/** Called before anything that comes from others is taken in. */
	private readonly before = new Set<() => void>();
	private readonly incoming = new Incoming(this.document, this, () => {
		for (const work of this.before) work();
	});

	/** Calls back before anything that comes from others is taken in; returns the way to stop. */
	beforeOthers(work: () => void): () => void {
		this.before.add(work);
		return () => void this.before.delete(work);
	}

	override onMessage(event: Parameters<HocuspocusProvider['onMessage']>[0]): void {
		const read = readFrame(event.data as ArrayBuffer);
		if (read.is === 'change') return this.incoming.take(read.update);
		if (read.is === 'after') {
			this.incoming.now();
			for (const work of this.before) work();
		}
		super.onMessage(event);
	}

	override destroy(): void {
		this.incoming.destroy();
		super.destroy();
	}

	/** Tells the server only what this screen says about itself. */
	override awarenessUpdateHandler(changes: unknown, origin: unknown): void {
		// As it comes, the provider sends back what it has just received about others.
		if (origin === this) return;
		super.awarenessUpdateHandler(changes, origin);
	}
}
