/**
 * Drawing primitives: what an object looks like, in its own coordinates. The same list feeds the screen,
 * pictures and SVG files, so that what is exported is what was seen.
 */
import type { Point, TurnedBox } from '../geometry/box';
import type { Curve } from '../link/curved';
import type { Path } from '../link/polyline';
import type { Face, Measure } from '../text/fonts';
import type { Surface } from './colours';
import type { BoardObject } from './objects';

export interface Paint {
	fill?: string;
	stroke?: string;
	/** Stroke width in board units. */
	width?: number;
	dash?: readonly number[];
	/** Only worth drawing when close enough to be seen. */
	fine?: boolean;
}

export type Primitive =
	| ({ type: 'rect'; x: number; y: number; w: number; h: number; r: number } & Paint)
	| ({ type: 'ellipse'; cx: number; cy: number; rx: number; ry: number } & Paint)
	/** Straight-edged path: corner points, closed or open. */
	| ({ type: 'path'; points: readonly (readonly [number, number])[]; closed: boolean } & Paint)
	/** A chain of cubic Bézier curves: a start point, then two control points and an end point each. */
	| ({ type: 'curve'; points: readonly (readonly [number, number])[]; closed: boolean } & Paint)
	/** SVG path data, scaled and moved; widths are in the units of the data. */
	| ({ type: 'glyph'; d: string; x: number; y: number; scale: number } & Paint)
	/** A picture of the board's files; `crop` is the part shown, in shares of the whole. */
	| {
			type: 'image';
			x: number;
			y: number;
			w: number;
			h: number;
			file: string;
			natural: readonly [number, number];
			crop: readonly [number, number, number, number];
			fine?: boolean;
	  }
	/** One line of text in one face; `y` is the baseline. */
	| {
			type: 'text';
			x: number;
			y: number;
			width: number;
			text: string;
			size: number;
			face: Face;
			fill: string;
			fine?: boolean;
			/** Address that it leads to. */
			link?: string;
			/** The part of the object that it is the text of; left out for the object's own text. */
			part?: string;
	  };

export interface Drawing {
	/** Where the primitives' origin stands and how they are turned. */
	box: TurnedBox;
	items: Primitive[];
}

/** What a kind needs to know besides the object itself. */
export interface SceneContext {
	surface: Surface;
	measure: Measure;
	/** Whether text and fine parts may be left out, because nobody could see them: they cost the most. */
	coarse?: boolean;
	/** The object of that id, if it is on the board. */
	find: (id: string) => BoardObject | undefined;
	/** The way a connector takes; undefined while what it is tied to is missing. */
	routeOf: (id: string) => Route | undefined;
}

/** The way of a connector in board coordinates. */
export interface Route {
	/** Points of the line; for a curved one, of the curve in short stretches. */
	path: Path;
	curve?: Curve | undefined;
	/** Whether it is one of several ways on: its label stands where it begins. */
	isExit?: boolean | undefined;
	/** Upper left corner of its label, where that was placed beside other lines. */
	label?: Point | undefined;
}
