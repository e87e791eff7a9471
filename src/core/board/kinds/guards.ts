/**
 * What an object is, for code that is about one kind and nothing else. What several kinds have in
 * common is asked of `traits.ts`.
 */
import type { KindName } from '../objects';

interface Named {
	readonly kind: unknown;
}

const guard =
	<K extends KindName>(kind: K) =>
	<O extends Named>(object: O | undefined): object is O & { readonly kind: K } =>
		object?.kind === kind;

export const isNote = guard('note');
export const isText = guard('text');
export const isShape = guard('shape');
export const isConnector = guard('connector');
export const isField = guard('field');
export const isTheme = guard('theme');
export const isGroup = guard('group');
export const isStroke = guard('stroke');
export const isPicture = guard('picture');
export const isMark = guard('mark');
export const isTable = guard('table');
export const isList = guard('list');
export const isActionItems = guard('actions');
