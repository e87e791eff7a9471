/** Bringing text files onto the board: read, put down as one step, shown and told. */
import { Fault, type FaultCode } from '$core/fault';
import { m } from '$lib/messages';
import { messageOf } from '../api/errors';
import { textOf } from '../ui/files';
import { toaster } from '../ui/toaster';
import type { Board } from './board.svelte';

interface Coming<Content> {
	file: File;
	/** What it is called where such a file is too large. */
	missing: Extract<FaultCode, 'no flow' | 'no outline'>;
	read: (text: string) => Promise<Content>;
	/** Puts it on the board; returns ids of what it put there. */
	put: (content: Content) => string[];
	/** What of that is selected then. */
	select: (ids: readonly string[]) => string[];
	done: (content: Content, ids: readonly string[]) => string;
}

/** Brings a file in, or says in words why not; then nothing is on the board. */
export async function bringIn<Content>(
	board: Board,
	{ file, missing, read, put, select, done }: Coming<Content>,
): Promise<void> {
	if (!board.mayAll) return;
	try {
		const text = await textOf(file);
		if (text === undefined) throw new Fault(missing, { problem: 'size' });
		const content = await read(text);
		// Rights may have gone while it was read.
		if (!board.mayAll) return;
		let ids: string[] = [];
		board.asOne(() => (ids = put(content)));
		board.select(select(ids));
		board.showAll(ids);
		toaster.success({ title: done(content, ids) });
	} catch (error) {
		toaster.error({ title: m.file_refused({ name: file.name }), description: messageOf(error) });
	}
}
