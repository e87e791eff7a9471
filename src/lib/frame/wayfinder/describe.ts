/** An object for whoever listens: its kind, its words, who wrote it, where it is, what it is linked with. */
import { isConnector } from '$core/board/kinds/guards';
import { linkedWith } from '$core/board/model/linked';
import type { BoardModel } from '$core/board/model/model';
import type { BoardObject } from '$core/board/objects';
import { wordsOf } from '$core/board/words';
import { plainText } from '$core/text/rich';
import { m } from '$lib/messages';
import { kindName } from '$lib/kinds-ui';
import { lineOf } from './tree';

/** Links that are named; of more only the number is. */
const MAX = 4;
/** Of what stands in a holder this many letters are said. */
const MAX_WORDS = 600;

export function describe(model: BoardModel, object: BoardObject): string {
	const nameOf = (other: BoardObject): string => lineOf(other) || kindName(other.kind);
	const field = model.fieldOf(object);
	const holder = object.held && model.find(object.held.in);
	const linked = linkedWith(model, object.id).map(nameOf);
	const nods = object.nods?.length ?? 0;
	const theme = object.theme && model.find(object.theme);
	return [
		kindName(object.kind),
		object.parts ? wordsOf(object).split('\n').slice(1).join('; ').slice(0, MAX_WORDS) : '',
		object.by[1] ? m.said_by({ name: object.by[1] }) : '',
		field ? m.said_in({ name: nameOf(field) }) : '',
		theme ? m.said_in({ name: nameOf(theme) }) : '',
		holder && holder !== theme ? m.said_in({ name: nameOf(holder) }) : '',
		linked.length > MAX ? m.said_links({ count: linked.length }) : '',
		linked.length > 0 && linked.length <= MAX ? m.said_linked({ names: linked.join('; ') }) : '',
		nods > 0 ? m.said_nods({ count: nods }) : '',
		isConnector(object) && plainText(object.text) === '' ? m.without_words() : '',
		object.lock ? m.locked() : '',
	]
		.filter(Boolean)
		.join(', ');
}
