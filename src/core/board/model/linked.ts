/** What is linked with what, by connectors and as "see also". */
import { isConnector } from '../kinds/guards';
import type { BoardQuery } from './query';
import type { BoardObject } from '../objects';

/** Objects at the other ends of an object's connectors, at both ends of a connector, and those it refers to. */
export function linkedWith(model: BoardQuery, id: string): BoardObject[] {
	const object = model.find(id);
	const ids = new Set<string>();
	const links = isConnector(object) ? [id] : model.tiesOf(id);
	for (const tie of links) {
		const link = model.find(tie);
		if (!isConnector(link)) continue;
		for (const end of link.ends) if ('object' in end) ids.add(end.object);
	}
	for (const other of object?.see ?? []) ids.add(other);
	ids.delete(id);
	return [...ids].flatMap((each) => model.find(each) ?? []);
}
