/**
 * What objects can do by their kind: asked for here, never decided by the name of a kind elsewhere.
 */
import type { KindName } from '../objects';
import type { Traits } from './kind';
import { KINDS } from './registry';

interface OfKind {
	readonly kind: KindName;
}

export const KIND_NAMES = Object.keys(KINDS) as readonly KindName[];

export const traitsOf = ({ kind }: OfKind): Traits => KINDS[kind].traits;

/** Whether it has a box of its own; neither a connector nor a group has. */
export const hasBox = (object: OfKind): boolean => traitsOf(object).place === 'box';

/** Objects that others lie in: they are under them, and give way to the hand. */
export function isRegion(object: OfKind): boolean {
	const { layer } = traitsOf(object);
	return layer === 'field' || layer === 'ground';
}

/** Objects that others are listed under: regions, holders of things, groups. */
export const isContainer = (object: OfKind): boolean =>
	traitsOf(object).contents === 'members' || isRegion(object);

/** Whether it is a named area of the ground: anything may be put on it. */
export function isArea(object: OfKind): boolean {
	const { contents } = traitsOf(object);
	return contents === 'inside' || contents === 'notes';
}

/** Whether it takes up room where it stands, so that something new is put beside it. */
export const takesRoom = (object: OfKind): boolean => hasBox(object) && !isArea(object);
