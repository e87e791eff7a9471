/** Merges what this browser keeps of a person's documents, beside the page: on large boards that takes a while. */
import { LocalCopy, type DocumentKey } from '$lib/room/local-copy';

self.onmessage = async ({ data }: MessageEvent<{ person: string; documents: DocumentKey[] }>) => {
	const copy = await LocalCopy.open(data.person);
	for (const document of data.documents) await copy?.tidy(document);
	await copy?.close();
	self.close();
};
