/**
 * Whether an update has a shape that everybody can read: not nested without end, not a million
 * things in one, no values like that. Asked by the server before anything is written down, for what
 * is in the log once is read by everybody who opens the board.
 */
import * as Y from 'yjs';
import { Items } from './items';

/** Types in one another: a list in a list, ten deep, in a cell of an object, has fewer. */
export const DEEPEST_TYPE = 40;
/** Arrays and objects in one another in a plain value. */
export const DEEPEST_VALUE = 16;
/**
 * Things that one update puts into one text, or keys on one object. What stands on the sheets
 * themselves is not counted.
 */
export const MAX_IN_ONE = 20_000;

/** Whether a plain value is nested no deeper than that; without calls in calls. */
function isShallow(value: unknown): boolean {
	let level: unknown[] = [value];
	for (let depth = 0; level.length > 0; depth++) {
		if (depth > DEEPEST_VALUE) return false;
		level = level.flatMap((each) =>
			each !== null && typeof each === 'object' && !(each instanceof Uint8Array) ? Object.values(each) : [],
		);
	}
	return true;
}

/** @returns false for an update that is to be refused */
export function isReadable(doc: Y.Doc, { structs }: ReturnType<typeof Y.decodeUpdate>): boolean {
	const items = new Items(doc, structs);
	const inOne = new Map<string, number>();
	for (const struct of structs) {
		if (!(struct instanceof Y.Item)) continue;
		const { content } = struct;
		if (content instanceof Y.ContentAny && !content.arr.every(isShallow)) return false;
		if (content instanceof Y.ContentJSON && !(content as unknown as { arr: unknown[] }).arr.every(isShallow))
			return false;
		if (content instanceof Y.ContentEmbed && !isShallow(content.embed)) return false;
		if (content instanceof Y.ContentFormat && !isShallow(content.value)) return false;
		if (content instanceof Y.ContentDoc) return false;
		if (!(content instanceof Y.ContentType) && !(content instanceof Y.ContentAny)) continue;
		if (items.depthOf(struct) > DEEPEST_TYPE) return false;
		const path = items.pathFrom(struct);
		if (!path || path.length < 3) continue;
		// Without the key of an object's value: its keys are counted together.
		const place = struct.parentSub === null ? path.join('/') : path.slice(0, -1).join('/');
		const count = (inOne.get(place) ?? 0) + 1;
		if (count > MAX_IN_ONE) return false;
		inOne.set(place, count);
	}
	return true;
}
