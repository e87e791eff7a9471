/** Copying objects out and putting them down again, with what they hold and the links among them. */
import { sideOfEnd } from '../kinds/connector';
import { hasBox, traitsOf } from '../kinds/traits';
import { isConnector, isMark } from '../kinds/guards';
import { unionOf, type Box } from '../../geometry/box';
import { addObjects, type NewObject, shifted, withContents } from './edits';
import type { EditContext } from '../store';
import type { HolderParts } from '../holders/parts';
import type { BoardQuery } from '../model/query';
import { byStack, type BoardObject, type ConnectorEnd } from '../objects';

/** Objects as they are carried by copy and paste; the same from board to board. */
export interface Clip {
	objects: BoardObject[];
}

/** Copies objects with what they hold, and the connectors between them. */
export function copyOut(model: BoardQuery, ids: Iterable<string>): Clip {
	const all = withContents(model, ids);
	const tied = new Set<string>();
	for (const id of all) for (const tie of model.tiesOf(id)) tied.add(tie);
	for (const id of tied) {
		const object = model.find(id);
		if (isConnector(object) && object.ends.every((end) => 'point' in end || all.has(end.object))) all.add(id);
	}
	return { objects: [...all].flatMap((id) => model.find(id) ?? []).sort(byStack) };
}

/** Box round what a clip holds, connectors left aside. */
export const clipBounds = (clip: Clip): Box | undefined =>
	unionOf(clip.objects.filter(hasBox).map(({ box: [x, y, w, h] }) => ({ x, y, w, h })));

/**
 * Puts a clip down, shifted by (dx, dy). Links among the copies are kept; an end that was tied to
 * something outside the clip stays tied to it if that is on this board, and is loose otherwise.
 */
export function putDown(
	editContext: EditContext,
	model: BoardQuery,
	clip: Clip,
	sheet: string,
	dx: number,
	dy: number,
): string[] {
	const ids = new Map(clip.objects.map((object) => [object.id, editContext.newId()]));
	const specs: NewObject[] = [];
	for (const object of clip.objects) {
		const [x, y, w, h, angle] = object.set ?? object.box;
		const theme = object.theme && ids.get(object.theme);
		const group = object.group && ids.get(object.group);
		const holder = object.held && ids.get(object.held.in);
		const parent = object.branch && ids.get(model.maps.parentOf(object.id) ?? object.branch.parent);
		const spec: NewObject = {
			id: ids.get(object.id)!,
			kind: object.kind,
			sheet,
			box: [x + dx, y + dy, w, h, angle],
			style: object.style,
			text: object.text,
			...(theme ? { theme } : {}),
			...(group ? { group } : {}),
			...(holder && object.held ? { held: { ...object.held, in: holder } } : {}),
			...(object.parts ? { parts: unsigned(object.parts) } : {}),
			...(parent && object.branch ? { branch: { ...object.branch, parent, earlierParents: [] } } : {}),
			...(object.mapStyle ? { mapStyle: object.mapStyle } : {}),
			...(object.work ? { work: object.work } : {}),
		};
		if (isConnector(object)) {
			const ends = object.ends.map((end, index): ConnectorEnd | undefined => {
				if ('point' in end) return shifted(end, dx, dy);
				const isHere = model.find(end.object)?.sheet === sheet;
				const copy = ids.get(end.object) ?? (isHere ? end.object : undefined);
				const side = sideOfEnd(object, index as 0 | 1);
				return copy ? { ...end, ...(side ? { side } : {}), object: copy } : undefined;
			});
			if (!ends[0] || !ends[1]) continue;
			spec.ends = [ends[0], ends[1]];
			if (object.bends) spec.bends = object.bends.map(([bx, by]) => [bx + dx, by + dy]);
		}
		for (const key of traitsOf(object).copied)
			Object.assign(spec, { [key]: object[key as keyof BoardObject] });
		if (isMark(object)) {
			const host = object.on && ids.get(object.on.to);
			if (host) spec.on = { ...object.on!, to: host };
		}
		specs.push(spec);
	}
	addObjects(editContext, model, specs);
	return specs.map((spec) => spec.id!);
}

/** Parts of a copy: what people said in their own name is not copied. */
function unsigned(parts: HolderParts): HolderParts {
	const facts = Object.entries(parts.facts).map(([row, known]) => [row, { ...known, signed: undefined }]);
	return { ...parts, nods: {}, facts: Object.fromEntries(facts) as HolderParts['facts'] };
}
