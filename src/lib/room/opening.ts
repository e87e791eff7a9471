/** The first content of a live document: what this browser kept of it, or else what the server has. */
import { readDocument } from '$core/contract/boards';
import { call } from '$lib/api/client';
import { MANY_PIECES, type DocumentKey, type LocalCopy, type Piece } from './local-copy';

/** How long the server is waited for, ms; after that the sync alone has to bring the content. */
const FETCH_TIMEOUT_MS = 10_000;

export interface Content {
	key: DocumentKey;
	pieces: Piece[];
	/** Changes made here earlier that are not known to be saved on the server. */
	waiting: number;
}

export async function firstContent(
	boardId: string,
	layer: string,
	madeAt: number,
	opening: Promise<LocalCopy | undefined>,
	/** Whose silent notes, where it is those. */
	keeper: string,
): Promise<Content> {
	const key = { name: `board/${boardId}/${layer}${layer === 'silent' ? `/${keeper}` : ''}`, madeAt };
	// Asked for at once, and called off when it turns out not to be needed: on a first visit that saves the most.
	const leave = new AbortController();
	const asked = fromServer(boardId, layer, leave.signal);
	const copy = await opening;
	// A store that cannot be read is no reason not to open the board: then it comes from the
	// server.
	const kept = (await copy?.read(key).catch(() => [])) ?? [];
	if (kept.length > 0) {
		leave.abort();
		return { key, pieces: kept, waiting: (await copy?.waiting(key)) ?? 0 };
	}
	const state = await asked;
	if (state) copy?.keep(key, state);
	return { key, pieces: state ? [state] : [], waiting: 0 };
}

async function fromServer(boardId: string, layer: string, left: AbortSignal): Promise<Piece | undefined> {
	try {
		const signal = AbortSignal.any([left, AbortSignal.timeout(FETCH_TIMEOUT_MS)]);
		const params = { id: boardId, layer };
		const response = await call(readDocument, { params }, { signal, priority: 'high' });
		return { data: new Uint8Array(await response.arrayBuffer()), packed: true };
	} catch {
		// No network, no answer, or not needed any more: the sync goes on trying, and says what is wrong.
		return undefined;
	}
}

/** When what is kept lies in many pieces, they are merged beside the page, once it has settled, ms. */
const TIDY_DELAY_MS = 5000;

export function tidyLater(person: string, contents: readonly Content[]): void {
	const documents = contents.filter(({ pieces }) => pieces.length >= MANY_PIECES).map(({ key }) => key);
	if (documents.length === 0) return;
	setTimeout(() => {
		const worker = new Worker(new URL('../../workers/tidy.ts', import.meta.url), { type: 'module' });
		worker.postMessage({ person, documents });
	}, TIDY_DELAY_MS);
}
