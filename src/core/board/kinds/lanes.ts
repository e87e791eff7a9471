/**
 * Lanes: rows or columns with a heading for who does what lies in them; things lie there freely.
 */
import { z } from 'zod';
import { common } from './common';
import { holderKind, holderStyle } from './holder';

export const lanesSchema = z.object({
	...common,
	kind: z.literal('lanes'),
	style: holderStyle,
});

export const lanes = holderKind('lanes', { w: 300, h: 160 }, false);

export const columnLanesSchema = z.object({
	...common,
	kind: z.literal('column-lanes'),
	style: holderStyle,
});

export const columnLanes = holderKind('column-lanes', { w: 240, h: 240 }, false);
