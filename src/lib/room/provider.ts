/** The sync provider, mended in two points. */
import { HocuspocusProvider } from '@hocuspocus/provider';

export class Provider extends HocuspocusProvider {
	/** Called before anything that comes from others is taken in. */
	private readonly before = new Set<() => void>();

	/** Calls back before anything that comes from others is taken in; returns the way to stop. */
	beforeOthers(work: () => void): () => void {
		this.before.add(work);
		return () => void this.before.delete(work);
	}

	override onMessage(event: Parameters<HocuspocusProvider['onMessage']>[0]): void {
		for (const work of this.before) work();
		super.onMessage(event);
	}

	/** Tells the server only what this screen says about itself. */
	override awarenessUpdateHandler(changes: unknown, origin: unknown): void {
		// As it comes, the provider sends back what it has just received about others.
		if (origin === this) return;
		super.awarenessUpdateHandler(changes, origin);
	}
}
