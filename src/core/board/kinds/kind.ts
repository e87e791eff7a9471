/** What every kind of object can do. A new kind is one file that is registered in `kinds/index.ts`. */
import type { Box, Point } from '../../geometry/box';
import type { Face, Family } from '../../text/fonts';
import type { LaidText, Marker } from '../../text/layout';
import { chalkOn, pigmentColours, type Surface } from '../colours';
import type { Drawing, Primitive, SceneContext } from '../drawing';
import type { KindName, ObjectOf } from '../objects';

/** How an object's text is set: where, how large, in what ink. The editor over it uses the same values. */
export interface Setting {
	/** Room of the text in the object's own coordinates. */
	room: Box;
	laid: LaidText;
	ink: string;
	family: Family;
	bold: boolean;
	align: 'left' | 'centre' | 'right';
	stand: 'top' | 'middle';
	/** Surface whose chalks read well on the ground that the text stands on. */
	on: Surface;
}

/** What objects of a kind can do, and how the board treats them. */
export interface Traits {
	/** What says where it is: a box of its own, what it links, or its members. */
	place: 'box' | 'ends' | 'members';
	/**
	 * Where it is painted, from below: fields, other grounds that things lie on, lines, all else.
	 */
	layer: 'field' | 'ground' | 'line' | 'piece';
	/**
	 * What lies in it: whatever is inside its box, notes sorted into it, members, cells; nothing.
	 */
	contents: 'inside' | 'notes' | 'members' | 'cells' | 'none';
	/**
	 * Whether it is made of a text and a look alone, so that another one can be made from those.
	 */
	textOnly: boolean;
	/** Whether one can write in it. */
	writable: boolean;
	/**
	 * How its height follows its text: as high as its lines, never lower than they need, not at
	 * all.
	 */
	height: 'follows' | 'grows' | 'free';
	/** Whether it can be turned. */
	turns: boolean;
	/** Whether a corner that is dragged keeps the proportions of its sides. */
	keepsRatio: boolean;
	/** Whether it can lie in a slot of a holder. */
	isCard: boolean;
	/** Whether it is voted on with all that lies in a field, only when it is chosen, or never. */
	votable: 'inside' | 'chosen' | 'never';
	/**
	 * Values of its own that a copy takes as they are; those that name other objects are not among
	 * them.
	 */
	copied: readonly string[];
}

/** What stands on the board and does nothing else. */
export const PIECE: Traits = {
	place: 'box',
	layer: 'piece',
	contents: 'none',
	textOnly: false,
	writable: true,
	height: 'free',
	turns: true,
	keepsRatio: false,
	isCard: false,
	votable: 'chosen',
	copied: [],
};

/** Outline that connectors end at: corners in shares of width and height, or a form by name. */
export type Outline = 'box' | 'ellipse' | readonly (readonly [number, number])[];

export interface Kind<K extends KindName> {
	name: K;
	traits: Traits;
	/** Whether it can be turned and resized by hand. */
	resizable: boolean;
	/** Whether connectors go round it. */
	blocks: boolean;
	least: { w: number; h: number };
	outline: (object: ObjectOf<K>) => Outline;
	/** How its text is set, or that of one of its parts; undefined where it has none. */
	setText: (object: ObjectOf<K>, context: SceneContext, part?: string) => Setting | undefined;
	draw: (object: ObjectOf<K>, context: SceneContext) => Drawing;
	/**
	 * The colour by which it is known in small pictures; undefined for what is not shown in them.
	 */
	swatch: (object: ObjectOf<K>, surface: Surface) => string | undefined;
	/** What it is called where it has no words. */
	nameOf?: (object: ObjectOf<K>) => string;
	/** Whether the point, in board coordinates, hits it; `reach` is the slack of the hand in board units. */
	hit: (object: ObjectOf<K>, p: Point, reach: number, context: SceneContext) => boolean;
	/** Height the object needs so that its text can be read, when that is more than it has. */
	grownHeight?: (object: ObjectOf<K>, context: SceneContext) => number;
	/** Width that follows from its text, where it is not set by hand. */
	grownWidth?: (object: ObjectOf<K>, context: SceneContext) => number;
}

/** The colour of what is drawn with chalk in small pictures, more or less clear. */
export const chalkSwatch =
	(alpha: string) =>
	({ style }: { style: { chalk: string } }, surface: Surface): string =>
		chalkOn(style.chalk, surface) + alpha;

/** The colour of what may be filled; that of its chalk where it is not. */
export const fillSwatch =
	(alpha: string) =>
	(object: { style: { chalk: string; fill?: string | undefined } }, surface: Surface): string => {
		const { fill } = object.style;
		return fill === undefined || fill === 'none'
			? chalkSwatch(alpha)(object, surface)
			: pigmentColours(fill).ground;
	};

/** Dashes of a line by its thickness. */
export const dashOf = (
	dash: 'solid' | 'dashed' | 'dotted' | undefined,
	width: number,
): number[] | undefined =>
	dash === 'dashed' ? [width * 4, width * 3] : dash === 'dotted' ? [0.01, width * 2.4] : undefined;

/** The primitives of text that has been set. */
export function textItems(setting: Setting): Primitive[] {
	const { room, laid, ink } = setting;
	const { size } = laid;
	return laid.lines.flatMap((line) => {
		const y = room.y + line.baseline;
		const items = line.runs.flatMap((run): Primitive[] => {
			const x = room.x + run.x;
			const fill = run.marks.chalk ? chalkOn(run.marks.chalk, setting.on) : ink;
			const text: Primitive = {
				type: 'text',
				x,
				y,
				width: run.width,
				text: run.text,
				size,
				face: run.face,
				fill,
				...(run.marks.link ? { link: run.marks.link } : {}),
			};
			const rule = (dy: number): Primitive => ({
				type: 'path',
				points: [
					[x, y + dy],
					[x + run.width, y + dy],
				],
				closed: false,
				stroke: fill,
				width: size / 15,
				fine: true,
			});
			return [
				text,
				...(run.marks.underline || run.marks.link ? [rule(size * 0.13)] : []),
				...(run.marks.strike ? [rule(-size * 0.28)] : []),
			];
		});
		if (line.marker) items.push(...markerItems(line.marker, room.x, y, setting));
		return items;
	});
}

function markerItems(marker: Marker, left: number, y: number, setting: Setting): Primitive[] {
	const { size } = setting.laid;
	const x = left + marker.x;
	if (marker.list !== 'check') {
		const face: Face = { family: setting.family, bold: setting.bold, italic: false };
		return [{ type: 'text', x, y, width: size, text: marker.text, size, face, fill: setting.ink }];
	}
	const side = size * 0.72;
	const box = { type: 'rect', x, y: y - side + size * 0.04, w: side, h: side, r: size * 0.08 } as const;
	const width = size / 12;
	if (!marker.checked) return [{ ...box, stroke: setting.ink, width }];
	const tick: [number, number][] = [
		[0.2, 0.5],
		[0.42, 0.74],
		[0.82, 0.26],
	];
	return [
		{ ...box, stroke: setting.ink, width },
		{
			type: 'path',
			points: tick.map(([dx, dy]) => [box.x + dx * side, box.y + dy * side] as const),
			closed: false,
			stroke: setting.ink,
			width: width * 1.4,
		},
	];
}
