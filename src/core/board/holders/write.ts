/** Writing what stands in a holder into its map in the live document. */
import type { ObjectMap } from '../document';
import { writeText } from '../rich-document';
import { cellKey, factKey, HEAD, trackKey, type FactName, type HolderParts } from './parts';

export function writeParts(map: ObjectMap, parts: HolderParts): void {
	for (const { id, z, size } of parts.rows) map.set(trackKey('row', id), [z, size]);
	for (const { id, z, size } of parts.cols) map.set(trackKey('col', id), [z, size]);
	if (parts.head?.h !== undefined) map.set(trackKey('row', HEAD), ['', parts.head.h]);
	if (parts.head?.w !== undefined) map.set(trackKey('col', HEAD), ['', parts.head.w]);
	for (const [part, text] of Object.entries(parts.cells)) map.set(cellKey(part), writeText(text));
	for (const [row, facts] of Object.entries(parts.facts))
		for (const [name, value] of Object.entries(facts))
			if (value !== undefined) map.set(factKey(row, name as FactName), value);
}
