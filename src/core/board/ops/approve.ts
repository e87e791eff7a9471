/** Nods, and ties between two objects that refer to each other. Each is a key of its own, so that none is lost. */
import { hasBox } from '../kinds/traits';
import { objectsOf } from '../document';
import { type EditContext, transact } from '../store';
import type { BoardQuery } from '../model/query';
import { NOD, SEE } from '../model/nods';

/** Nods at objects, or takes one's nod back from those that all have it already. */
export function nod(editContext: EditContext, model: BoardQuery, ids: Iterable<string>): void {
	const objects = [...ids].flatMap((id) => model.find(id) ?? []).filter(hasBox);
	const { id: person, name } = editContext.person;
	const has = (id: string): boolean => Boolean(model.find(id)?.nods?.some((each) => each.person === person));
	const takesBack = objects.every(({ id }) => has(id));
	transact(editContext, () => {
		for (const { id } of objects) {
			const map = objectsOf(editContext.doc).get(id);
			if (takesBack) map?.delete(NOD + person);
			else if (!has(id)) map?.set(NOD + person, name);
		}
	});
}

/** Ties two objects so that each leads to the other, on whatever sheets; or unties them. */
export function tieSeeAlso(editContext: EditContext, model: BoardQuery, a: string, b: string): void {
	if (a === b || !model.find(a) || !model.find(b)) return;
	const isTied = Boolean(model.find(a)?.see?.includes(b));
	transact(editContext, () => {
		for (const [from, to] of [
			[a, b],
			[b, a],
		] as const) {
			const map = objectsOf(editContext.doc).get(from);
			if (isTied) map?.delete(SEE + to);
			else map?.set(SEE + to, 1);
		}
	});
}
