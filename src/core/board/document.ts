/**
 * The shape of the live document `stage`: where sheets and objects stand in it. Rich text is a
 * Y.XmlFragment of its own (`rich-document.ts`).
 *
 * `objects` is a Y.Map from id to a Y.Map of few, coarse values, so that large boards load fast and a drag
 * is one small update.
 */
import * as Y from 'yjs';
import { cellKey } from './holders/parts';

export type ObjectMap = Y.Map<unknown>;

export const objectsOf = (doc: Y.Doc): Y.Map<ObjectMap> => doc.getMap<ObjectMap>('objects');
export const sheetsOf = (doc: Y.Doc): Y.Map<Y.Map<unknown>> => doc.getMap<Y.Map<unknown>>('sheets');

export const placesOf = (doc: Y.Doc): Y.Map<Y.Map<unknown>> => doc.getMap<Y.Map<unknown>>('places');

/** The live text of an object or of one of its parts, for the editor; undefined when there is none. */
export function fragmentOf(doc: Y.Doc, id: string, part?: string): Y.XmlFragment | undefined {
	const text = objectsOf(doc)
		.get(id)
		?.get(part === undefined ? 'text' : cellKey(part));
	return text instanceof Y.XmlFragment ? text : undefined;
}

export { fillText, readText, writeText } from './rich-document';
