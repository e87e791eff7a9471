/** Symbols of flowcharts as ISO 5807:1985 names and draws them. */
import { ellipseCurve, inset, line, polygon, QUARTER, straight, type Part, type ShapeForm } from './form';

const BOX = { w: 160, h: 80 };

/** Half an ellipse bulging to one side, to go on a curved part with: from (x, top) down to (x, bottom). */
const bulge = (x: number, top: number, bottom: number, depth: number): [number, number][] => {
	const ry = (bottom - top) / 2;
	const middle = top + ry;
	return [
		[x + depth * QUARTER, top],
		[x + depth, middle - ry * QUARTER],
		[x + depth, middle],
		[x + depth, middle + ry * QUARTER],
		[x + depth * QUARTER, bottom],
		[x, bottom],
	];
};
const reversed = (from: [number, number], points: [number, number][]): [number, number][] =>
	[from, ...points].reverse().slice(1);

const closed = (points: (readonly [number, number])[]): Part => ({ type: 'curve', closed: true, points });
const open = (points: (readonly [number, number])[]): Part => ({ type: 'curve', closed: false, points });

/** The lower edge of a document, a wave from right to left. */
const wave = (w: number, h: number): [number, number][] => [
	[w * 0.75, h * 0.72],
	[w * 0.72, h * 0.76],
	[w * 0.5, h * 0.88],
	[w * 0.3, h],
	[w * 0.16, h * 1.02],
	[0, h * 0.9],
];

function document(w: number, h: number): Part {
	return closed([
		[0, 0],
		...line([0, 0], [w, 0]),
		...line([w, 0], [w, h * 0.88]),
		...wave(w, h),
		...line([0, h * 0.9], [0, 0]),
	]);
}

function database(w: number, h: number): Part[] {
	const r = Math.min(h * 0.16, 22);
	const k = r * QUARTER;
	const lower: [number, number][] = [
		[w, h - r + k],
		[w / 2 + (w / 2) * QUARTER, h],
		[w / 2, h],
		[w / 2 - (w / 2) * QUARTER, h],
		[0, h - r + k],
		[0, h - r],
	];
	const upper = ellipseCurve(w / 2, r, w / 2, r);
	return [
		closed([
			[0, r],
			...upper.slice(1, 7),
			...line([w, r], [w, h - r]),
			...lower,
			...line([0, h - r], [0, r]),
		]),
		open(upper.slice(6)),
	];
}

function direct(w: number, h: number): Part[] {
	const r = Math.min(w * 0.14, 26);
	const end = bulge(w - r, 0, h, r);
	const back = bulge(w - r, 0, h, -r);
	return [
		closed([
			[r, 0],
			...line([r, 0], [w - r, 0]),
			...end,
			...line([w - r, h], [r, h]),
			...reversed([r, 0], bulge(r, 0, h, -r)),
		]),
		open([[w - r, 0], ...back]),
	];
}

export const FLOW_SHAPES = {
	process: {
		group: 'flow',
		size: BOX,
		outline: 'box',
		parts: (w, h) => [{ type: 'rect', x: 0, y: 0, w, h, r: 0 }],
		room: inset(0, 0),
	},
	decision: straight(
		'flow',
		{ w: 170, h: 110 },
		[
			[0.5, 0],
			[1, 0.5],
			[0.5, 1],
			[0, 0.5],
		],
		(w, h) => ({ x: w * 0.2, y: h * 0.3, w: w * 0.6, h: h * 0.4 }),
	),
	terminator: {
		group: 'flow',
		size: { w: 150, h: 60 },
		outline: 'box',
		parts: (w, h) => [{ type: 'rect', x: 0, y: 0, w, h, r: Math.min(w, h) / 2 }],
		room: inset(0.08, 0.04),
	},
	data: straight(
		'flow',
		BOX,
		[
			[0.18, 0],
			[1, 0],
			[0.82, 1],
			[0, 1],
		],
		inset(0.17, 0),
	),
	document: {
		group: 'flow',
		size: BOX,
		outline: [
			[0, 0],
			[1, 0],
			[1, 0.88],
			[0.5, 0.88],
			[0.25, 0.99],
			[0, 0.9],
		],
		parts: (w, h) => [document(w, h)],
		room: inset(0, 0, 0, 0.2),
	},
	'predefined-process': straight(
		'flow',
		BOX,
		[
			[0, 0],
			[1, 0],
			[1, 1],
			[0, 1],
		],
		inset(0.1, 0),
		[
			[
				[0.1, 0],
				[0.1, 1],
			],
			[
				[0.9, 0],
				[0.9, 1],
			],
		],
	),
	'manual-input': straight(
		'flow',
		BOX,
		[
			[0, 0.28],
			[1, 0],
			[1, 1],
			[0, 1],
		],
		inset(0, 0.26, 0, 0),
	),
	'manual-operation': straight(
		'flow',
		BOX,
		[
			[0, 0],
			[1, 0],
			[0.84, 1],
			[0.16, 1],
		],
		inset(0.14, 0),
	),
	'stored-data': {
		group: 'flow',
		size: BOX,
		outline: 'box',
		parts: (w, h) => {
			const r = Math.min(w * 0.12, 22);
			return [
				closed([
					[r, 0],
					...line([r, 0], [w, 0]),
					...bulge(w, 0, h, -r),
					...line([w, h], [r, h]),
					...reversed([r, 0], bulge(r, 0, h, -r)),
				]),
			];
		},
		room: inset(0.08, 0, 0.14, 0),
	},
	'internal-storage': straight(
		'flow',
		{ w: 120, h: 100 },
		[
			[0, 0],
			[1, 0],
			[1, 1],
			[0, 1],
		],
		inset(0.12, 0.14, 0, 0),
		[
			[
				[0.12, 0],
				[0.12, 1],
			],
			[
				[0, 0.14],
				[1, 0.14],
			],
		],
	),
	database: {
		group: 'flow',
		size: { w: 120, h: 110 },
		outline: 'box',
		parts: database,
		room: inset(0, 0.34, 0, 0.1),
	},
	'direct-access': { group: 'flow', size: BOX, outline: 'box', parts: direct, room: inset(0.06, 0, 0.28, 0) },
	display: {
		group: 'flow',
		size: BOX,
		outline: [
			[0.18, 0],
			[0.84, 0],
			[1, 0.5],
			[0.84, 1],
			[0.18, 1],
			[0, 0.5],
		],
		parts: (w, h) => [
			closed([
				[0, h / 2],
				...line([0, h / 2], [w * 0.18, 0]),
				...line([w * 0.18, 0], [w * 0.84, 0]),
				...bulge(w * 0.84, 0, h, w * 0.16),
				...line([w * 0.84, h], [w * 0.18, h]),
				...line([w * 0.18, h], [0, h / 2]),
			]),
		],
		room: inset(0.14, 0, 0.1, 0),
	},
	delay: {
		group: 'flow',
		size: { w: 140, h: 80 },
		outline: [
			[0, 0],
			[0.7, 0],
			[0.92, 0.18],
			[1, 0.5],
			[0.92, 0.82],
			[0.7, 1],
			[0, 1],
		],
		parts: (w, h) => {
			const depth = Math.min(w * 0.3, h / 2);
			return [
				closed([
					[0, 0],
					...line([0, 0], [w - depth, 0]),
					...bulge(w - depth, 0, h, depth),
					...line([w - depth, h], [0, h]),
					...line([0, h], [0, 0]),
				]),
			];
		},
		room: inset(0, 0.08, 0.22, 0.08),
	},
	preparation: straight(
		'flow',
		BOX,
		[
			[0.16, 0],
			[0.84, 0],
			[1, 0.5],
			[0.84, 1],
			[0.16, 1],
			[0, 0.5],
		],
		inset(0.12, 0),
	),
	'loop-limit': straight(
		'flow',
		BOX,
		[
			[0.14, 0],
			[0.86, 0],
			[1, 0.28],
			[1, 1],
			[0, 1],
			[0, 0.28],
		],
		inset(0.03, 0.08, 0.03, 0),
	),
	connector: {
		group: 'flow',
		size: { w: 60, h: 60 },
		outline: 'ellipse',
		parts: (w, h) => [{ type: 'ellipse', cx: w / 2, cy: h / 2, rx: w / 2, ry: h / 2 }],
		room: inset(0.1464, 0.1464),
	},
	'off-page': straight(
		'flow',
		{ w: 80, h: 80 },
		[
			[0, 0],
			[1, 0],
			[1, 0.6],
			[0.5, 1],
			[0, 0.6],
		],
		inset(0, 0, 0, 0.36),
	),
	parallel: {
		group: 'flow',
		size: { w: 160, h: 24 },
		outline: 'box',
		parts: (w, h) => [
			{ type: 'rect', x: 0, y: 0, w, h, r: 0 },
			polygon(
				[
					[0, 0.5],
					[1, 0.5],
				],
				false,
			)(w, h),
		],
		room: inset(0, 0),
	},
} satisfies Record<string, ShapeForm>;
