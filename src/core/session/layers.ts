/** The live documents of a board, its layers, and what it takes to write in each. */
import type { Right } from './rights';

export const LAYERS = ['stage', 'session', 'talk'] as const;
export type Layer = (typeof LAYERS)[number];

export const TO_WRITE: Record<Layer, Right> = { stage: 'write', session: 'lead', talk: 'talk' };
