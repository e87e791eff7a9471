/** States of documents as they are handed out to those who open them. */
import type { Document } from '@hocuspocus/server';
import * as Y from 'yjs';

/**
 * How long a document's state may be handed out after something changed, ms, and how many times as long as it took to make it: the
 * sync that follows brings the rest.
 */
const STALE = 5000;
const TIMES = 30;

export class States {
	private readonly known = new WeakMap<Document, { bytes: Uint8Array; until: number; isStale: boolean }>();

	/** Notes from now on when a document changes. */
	watch(document: Document): void {
		document.on('update', () => {
			const state = this.known.get(document);
			if (state) state.isStale = true;
		});
	}

	/**
	 * The whole of a document as one packed update (Yjs' second encoding). It may be a few seconds old, or more where it takes
	 * long to make: everyone who opens a busy board would cost as much as the first one otherwise. With `fresh` it is as it is now.
	 */
	of(document: Document, fresh: boolean): Uint8Array {
		const known = this.known.get(document);
		if (known && (!known.isStale || (!fresh && Date.now() < known.until))) return known.bytes;
		const start = performance.now();
		const bytes = Y.encodeStateAsUpdateV2(document);
		const rest = Math.max(STALE, TIMES * (performance.now() - start));
		this.known.set(document, { bytes, until: Date.now() + rest, isStale: false });
		return bytes;
	}
}
