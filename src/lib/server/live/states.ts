/** States of documents as they are handed out to those who open them. */
import type { Document } from '@hocuspocus/server';
import * as Y from 'yjs';

/** How long a document's state may be handed out after something changed, ms: the sync that follows brings the rest. */
const STALE = 5000;

export class States {
	private readonly known = new WeakMap<Document, { bytes: Uint8Array; at: number; isStale: boolean }>();

	/** Notes from now on when a document changes. */
	watch(document: Document): void {
		document.on('update', () => {
			const state = this.known.get(document);
			if (state) state.isStale = true;
		});
	}

	/**
	 * The whole of a document as one packed update (Yjs' second encoding). It may be a few seconds old: everyone who opens a busy
	 * board would cost as much as the first one otherwise. With `fresh` it is as it is now.
	 */
	of(document: Document, fresh: boolean): Uint8Array {
		const known = this.known.get(document);
		if (known && (!known.isStale || (!fresh && Date.now() - known.at < STALE))) return known.bytes;
		const bytes = Y.encodeStateAsUpdateV2(document);
		this.known.set(document, { bytes, at: Date.now(), isStale: false });
		return bytes;
	}
}
