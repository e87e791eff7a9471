/**
 * Sheets of paper (ISO 216, ANSI letter) and how something is laid on them. Lengths are points, 72
 * an inch.
 */
import type { Box } from '../geometry/box';

const MM = 72 / 25.4;
/** Millimetres in points. */
export const millimetres = (mm: number): number => mm * MM;

/** Width and height of an upright sheet, mm. */
const SIZES_MM = {
	a0: [841, 1189],
	a1: [594, 841],
	a2: [420, 594],
	a3: [297, 420],
	a4: [210, 297],
	a5: [148, 210],
	letter: [215.9, 279.4],
} as const satisfies Record<string, readonly [number, number]>;

export const PAPERS = Object.keys(SIZES_MM) as [PaperName, ...PaperName[]];
export type PaperName = keyof typeof SIZES_MM;

export interface Size {
	w: number;
	h: number;
}

/** A sheet of paper, points. */
export function paperSize(name: PaperName, isLandscape: boolean): Size {
	const [short, long] = SIZES_MM[name].map(millimetres) as [number, number];
	return isLandscape ? { w: long, h: short } : { w: short, h: long };
}

/** Longest side of a page in a PDF file, points (ISO 32000-1, annex C). */
export const MAX_PAGE = 14_400;
/** Points of a board unit where a page has the size of what is on it: a unit is a CSS pixel. */
const POINTS_PER_UNIT = 0.75;

/** A page as large as what it shows, or as large as a page may be. */
export function ownSize({ w, h }: Size): Size {
	const scale = Math.min(POINTS_PER_UNIT, MAX_PAGE / Math.max(w, h));
	// Nothing is thinner than a point, which some readers would not open.
	return { w: Math.max(1, w * scale), h: Math.max(1, h * scale) };
}

/** The largest box in the middle of a room that has the proportions of what goes in. */
export function fitInto(view: Size, room: Box): Box {
	const scale = Math.min(room.w / view.w, room.h / view.h);
	const [w, h] = [view.w * scale, view.h * scale];
	return { x: room.x + (room.w - w) / 2, y: room.y + (room.h - h) / 2, w, h };
}
