/** Documents kept in memory for a while after everybody left, so that coming back is quick. */
import type { Document } from '@hocuspocus/server';

/** How often it is looked whether anybody has a document open, in the time that it is kept. */
const LOOKS = 12;

export class Keeping {
	private readonly kept = new Map<string, NodeJS.Timeout>();

	constructor(
		/** How long, ms; 0 keeps none. */
		private readonly time: number,
		private readonly unload: (document: Document) => void,
	) {}

	/** Holds a document until nobody has had it open for a while. */
	hold(document: Document): void {
		if (this.time === 0) return;
		document.addDirectConnection();
		let unused = 0;
		const look = (): void => {
			const isUsed = document.getConnections().length > 0 || document.directConnectionsCount > 1;
			unused = isUsed ? 0 : unused + 1;
			// At the first of these looks they may have left a moment ago.
			if (unused <= LOOKS) return this.later(document.name, look);
			this.kept.delete(document.name);
			document.removeDirectConnection();
			this.unload(document);
		};
		this.later(document.name, look);
	}

	/** Lets go of a document that is not what it was any more. */
	drop(name: string): void {
		clearTimeout(this.kept.get(name));
		this.kept.delete(name);
	}

	private later(name: string, look: () => void): void {
		this.kept.set(name, setTimeout(look, this.time / LOOKS).unref());
	}
}
