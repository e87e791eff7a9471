/** What a layout of a flow is made from, whichever way the flow runs. */
import type { StepType } from '../flow';

export type FlowDirection = 'right' | 'down';
export const FLOW_DIRECTIONS = ['right', 'down'] as const;

/** A step as it stands on the board; its middle and its size in board units. */
export interface LayoutStep {
	id: string;
	type: StepType;
	x: number;
	y: number;
	w: number;
	h: number;
	/** The lane that it stands in, by index. */
	lane?: number | undefined;
	/** Whether it stays where it is. */
	isLocked?: boolean | undefined;
}

export interface LayoutLink {
	id: string;
	from: string;
	to: string;
	/** Size of its label, board units. */
	label?: { w: number; h: number } | undefined;
	share?: number | undefined;
}

/** Size of a letter of a label, wide enough for any, and width of a label at most; board units. */
const LETTER = { w: 7.5, h: 18 };
const WIDEST = 180;

/** The room that the name of a link takes; none where it has no name. */
export const labelFor = (name: string): Pick<LayoutLink, 'label'> =>
	name === '' ? {} : { label: { w: Math.min(WIDEST, name.length * LETTER.w), h: LETTER.h } };

/** How a layout sees steps: along the way that the flow runs, and across it. */
export interface FlowLayoutInput {
	laneCount: number;
	acrossOf: (step: LayoutStep) => number;
	breadthOf: (step: LayoutStep) => number;
	alongOf: (step: LayoutStep) => number;
	lengthOf: (step: LayoutStep) => number;
}

export const inputFor = (direction: FlowDirection, laneCount: number): FlowLayoutInput =>
	direction === 'right'
		? {
				laneCount,
				acrossOf: ({ y }) => y,
				breadthOf: ({ h }) => h,
				alongOf: ({ x }) => x,
				lengthOf: ({ w }) => w,
			}
		: {
				laneCount,
				acrossOf: ({ x }) => x,
				breadthOf: ({ w }) => w,
				alongOf: ({ y }) => y,
				lengthOf: ({ h }) => h,
			};
