/**
 * While names are hidden nothing comes onto the board under the name of somebody who goes by a voice: what was written
 * offline before the names were hidden, say, goes over to the voice as it arrives.
 */
import { objectsOf } from '$core/board/document';
import { veilStage, veilTalk, type Identity } from '$core/live/veil';
import * as Y from 'yjs';
import { log } from '../log';

/** Somebody who goes by a voice, and their own id; undefined for everybody else. */
export type Behind = { id: string; voice: Identity } | undefined;

const names = (value: unknown, id: string): boolean => Array.isArray(value) && value[0] === id;

/** Watches a document; returns the way to stop. */
export function watchVeils(
	doc: Y.Doc,
	layer: 'stage' | 'talk',
	edit: (work: (doc: Y.Doc) => void) => Promise<unknown>,
	behind: (origin: unknown) => Behind,
): () => void {
	const map = layer === 'stage' ? objectsOf(doc) : doc.getMap('talk');
	const onChange = (events: Y.YEvent<Y.AbstractType<unknown>>[], { origin }: Y.Transaction): void => {
		const who = behind(origin);
		if (!who) return;
		const isNamed = events.some((event) =>
			[...event.keys.keys()].some((key) => {
				const value: unknown = event.target instanceof Y.Map ? event.target.get(key) : undefined;
				if (value instanceof Y.Map) return names(value.get('by'), who.id);
				return key === 'by'
					? names(value, who.id)
					: names((value as { by?: unknown } | undefined)?.by, who.id);
			}),
		);
		if (!isNamed) return;
		const veils = new Map([[who.id, who.voice]]);
		edit(() => void (layer === 'stage' ? veilStage(doc, veils) : veilTalk(doc, veils))).catch(
			(error: unknown) => log.error({ err: error }, 'a name could not be taken from the board'),
		);
	};
	map.observeDeep(onChange as never);
	return () => map.unobserveDeep(onChange as never);
}
