/** The live documents of a board, its layers: who reads them, and what it takes to write in each. */
import type { Right } from './rights';

/** Layers that everybody reads who may be in. */
export const LAYERS = ['stage', 'session', 'talk'] as const;
export type OpenLayer = (typeof LAYERS)[number];

/** All layers: beside the open ones what only those who lead see, and everybody's own silent notes. */
export const ALL_LAYERS = [...LAYERS, 'backstage', 'silent'] as const;
export type Layer = (typeof ALL_LAYERS)[number];

/** What it takes to write in a layer. In silent notes only their writer writes, whatever the step lets others do. */
export const TO_WRITE: Record<Layer, Right> = {
	stage: 'write',
	session: 'lead',
	talk: 'talk',
	backstage: 'lead',
	silent: 'keepNotes',
};

/** What it takes to read a layer. Silent notes are read by their writer alone; that is not a matter of parts. */
export const TO_READ: Record<Layer, Right> = {
	stage: 'enter',
	session: 'enter',
	talk: 'enter',
	backstage: 'lead',
	silent: 'enter',
};
