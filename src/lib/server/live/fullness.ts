/** How large documents are, so that none grows until nobody can open it any more. */
import type { Document } from '@hocuspocus/server';
import * as Y from 'yjs';
import { readSettings } from '../settings';

export class Fullness {
	/** Size when it was last measured and what has come since, bytes: never less than the size is. */
	private readonly sizes = new WeakMap<Document, number>();
	private readonly most = readSettings(process.env).WANDTAFEL_LARGEST_DOCUMENT_MB * 1024 * 1024;

	/** Notes what a document was read from, bytes. */
	noteLoaded(document: Document, bytes: number): void {
		this.sizes.set(document, bytes);
	}

	/**
	 * Whether a document has room for an update, which is counted if it has. Taking things away always has room.
	 * @param adds whether the update adds anything
	 */
	takes(document: Document, update: Uint8Array, adds: boolean): boolean {
		if (!adds) return true;
		let size = (this.sizes.get(document) ?? 0) + update.length;
		// What was written over counts until it is measured anew; that costs, and is done when it matters.
		if (size > this.most) size = Y.encodeStateAsUpdate(document).length + update.length;
		if (size > this.most) return false;
		this.sizes.set(document, size);
		return true;
	}
}
