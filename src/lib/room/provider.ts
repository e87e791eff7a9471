/** The sync provider, mended in one point: it tells the server only what this screen says about itself. */
import { HocuspocusProvider } from '@hocuspocus/provider';

export class Provider extends HocuspocusProvider {
	override awarenessUpdateHandler(changes: unknown, origin: unknown): void {
		// As it comes, the provider sends back what it has just received about others.
		if (origin === this) return;
		super.awarenessUpdateHandler(changes, origin);
	}
}
