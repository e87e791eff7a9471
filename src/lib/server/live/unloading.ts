import type { Document } from '@hocuspocus/server';

/**
 * Throws, without a word in the log, where a document is not the one that is open under its name
 * any more. The hub forgets by name: what was loaded under it again must not go for one that is
 * gone.
 */
export function keepSuccessor(
	open: ReadonlyMap<string, Document>,
	{ document, documentName }: { document: Document; documentName: string },
): void {
	if (open.get(documentName) !== document) throw new Error('');
}
