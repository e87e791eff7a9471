/** How nods, and ties between objects that refer to each other, stand in the live document. */

/** Somebody's approval of an object. */
export interface Nod {
	person: string;
	name: string;
}

/** Start of the keys of nods in an object's map; the person's id follows. */
export const NOD = 'nod:';
/** Start of the keys of ties to other objects; the other's id follows. */
export const SEE = 'see:';

/** The order in which nods are told: a live map has none of its own, and every screen is to show the same. */
export const byPerson = (a: Nod, b: Nod): number => (a.person < b.person ? -1 : a.person > b.person ? 1 : 0);
