/** The table of shapes. A new one is one entry in `basic.ts` or `flow.ts`. */
import { BASIC_SHAPES } from './basic';
import { FLOW_SHAPES } from './flow';
import type { ShapeForm } from './form';

const ALL = { ...BASIC_SHAPES, ...FLOW_SHAPES };
export type ShapeName = keyof typeof ALL;

export const SHAPE_FORMS: Record<ShapeName, ShapeForm> = ALL;
export const SHAPES = Object.keys(ALL) as [ShapeName, ...ShapeName[]];
export type { Part, ShapeForm } from './form';
