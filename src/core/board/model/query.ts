/**
 * What can be asked of a board: all that operations, reports and templates know of it. They neither
 * follow its changes nor route what waits.
 */
import type { Box } from '../../geometry/box';
import type { SceneContext } from '../drawing';
import type { BoardObject, BoxValues, Sheet } from '../objects';
import type { Place } from './places';

/** What can be asked of the maps on a board. */
export interface MapQuery {
	/** On what a branch hangs. */
	parentOf(id: string): string | undefined;
	/** The branches that hang on something, in their order. */
	branchesOf(id: string): readonly string[];
	/** All that hangs on something, at any depth, parents first. */
	descendantsOf(id: string): string[];
	/** The root of the map that something is part of; itself where it hangs on nothing. */
	rootOf(id: string): string;
	/** Branches whose last move counts as not made, for it would close a circle. */
	readonly rejected: readonly string[];
}

export interface BoardQuery {
	readonly objects: ReadonlyMap<string, BoardObject>;
	/** Ids of all fields. */
	readonly fields: ReadonlySet<string>;
	/** Counts changes: what was worked out is right as long as it is the same. */
	readonly revision: number;
	readonly maps: MapQuery;
	/** Sheets in their order. */
	readonly sheets: readonly Sheet[];
	/** Named places on sheets that there are, in their order. */
	readonly places: readonly Place[];
	readonly find: (id: string) => BoardObject | undefined;
	/** The path of a connector; a first guess while it waits to be routed. */
	readonly routeOf: SceneContext['routeOf'];
	/**
	 * What a box touches, for routing: nothing at all where it is so much that no path is looked
	 * for.
	 */
	readonly obstaclesIn: (sheet: string, box: Box) => BoardObject[];
	/** Everything on a sheet, from the bottom of the stack to its top. */
	onSheet(sheet: string): BoardObject[];
	/** How many things are on a sheet; connectors, fields, groups and the like are not counted. */
	countOn(sheet: string): number;
	/** Places in the stack of a sheet: everything on it lies between them. */
	stackOn(sheet: string): { low: string | null; high: string | null };
	/** What is on a sheet in reading order, as far as it is taken. */
	inOrder(sheet: string): Generator<BoardObject>;
	/** What a box touches on a sheet, in no particular order. */
	touching(sheet: string, box: Box): BoardObject[];
	/** What a box touches on a sheet; nothing at all where it is more than `most`. */
	fewTouching(sheet: string, box: Box, most: number): BoardObject[];
	/** What a box touches on a sheet, from the bottom of the stack to its top. */
	within(sheet: string, box: Box): BoardObject[];
	/** Upright box round an object as drawn. */
	boundsOf(id: string): Box | undefined;
	/** Box round everything on a sheet. */
	extent(sheet: string): Box | undefined;
	/** Connectors tied to an object. */
	tiesOf(id: string): string[];
	/** Members of a group. */
	membersOf(group: string): string[];
	/** All that says it was sorted into a theme, on whatever sheet. */
	sortedInto(theme: string): string[];
	/** What lies in a holder, in no particular order. */
	cardsOf(holder: string): BoardObject[];
	/** Marks that stick to an object. */
	marksOn(id: string): string[];
	/** Where what lies in a holder would be if the holder had another box. */
	cardBoxes(holder: string, box: BoxValues): Map<string, BoxValues>;
	/** The outermost group that an object is in; the object itself when it is in none. */
	outermost(object: BoardObject): BoardObject;
	/** The uppermost field whose inside holds the object's centre. */
	fieldOf(object: BoardObject): BoardObject | undefined;
	/**
	 * Ids of what an object takes along: members, sorted notes, what was put in, what lies inside.
	 */
	contentsOf(holder: BoardObject): string[];
}
