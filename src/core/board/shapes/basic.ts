/** Shapes for sketches and diagrams of any sort. */
import { inset, line, QUARTER, straight, type Part, type ShapeForm } from './form';

const rect = (w: number, h: number, r: number): Part => ({ type: 'rect', x: 0, y: 0, w, h, r });
const WIDE = { w: 160, h: 90 };
const EVEN = { w: 120, h: 120 };

/** Corners of a regular polygon in its box, the first at the top. */
const regular = (count: number, turn = 0): [number, number][] => {
	const corners = Array.from({ length: count }, (_, i): [number, number] => {
		const angle = (2 * Math.PI * i) / count - Math.PI / 2 + turn;
		return [Math.cos(angle), Math.sin(angle)];
	});
	const spread = (k: 0 | 1) => {
		const values = corners.map((corner) => corner[k]);
		return { low: Math.min(...values), size: Math.max(...values) - Math.min(...values) };
	};
	const [x, y] = [spread(0), spread(1)];
	return corners.map(([cx, cy]) => [(cx - x.low) / x.size, (cy - y.low) / y.size]);
};

const star = (): [number, number][] =>
	Array.from({ length: 10 }, (_, i): [number, number] => {
		const radius = i % 2 === 0 ? 0.5 : 0.21;
		const angle = (Math.PI * i) / 5 - Math.PI / 2;
		return [0.5 + radius * Math.cos(angle), 0.5 + radius * Math.sin(angle)];
	});

/** A cloud of five bows; the control points stand outside, so that the bows touch the box. */
function cloud(w: number, h: number): Part {
	const bows: [number, number][] = [
		[0.2, 0.82],
		[-0.06, 0.82],
		[-0.06, 0.36],
		[0.16, 0.38],
		[0.14, -0.02],
		[0.5, -0.12],
		[0.56, 0.2],
		[0.74, -0.02],
		[1.0, 0.1],
		[0.86, 0.4],
		[1.08, 0.42],
		[1.06, 0.84],
		[0.8, 0.82],
		[0.76, 1.06],
		[0.5, 1.06],
		[0.48, 0.84],
		[0.4, 1.02],
		[0.2, 1.02],
		[0.2, 0.82],
	];
	return { type: 'curve', closed: true, points: bows.map(([x, y]) => [x * w, y * h] as const) };
}

/** A speech bubble: a rounded box with a tail at its lower left. */
function bubble(w: number, h: number): Part {
	const base = h * 0.78;
	const r = Math.min(14, w / 6, base / 4);
	const k = r * (1 - QUARTER);
	return {
		type: 'curve',
		closed: true,
		points: [
			[r, 0],
			...line([r, 0], [w - r, 0]),
			[w - k, 0],
			[w, k],
			[w, r],
			...line([w, r], [w, base - r]),
			[w, base - k],
			[w - k, base],
			[w - r, base],
			...line([w - r, base], [w * 0.42, base]),
			...line([w * 0.42, base], [w * 0.18, h]),
			...line([w * 0.18, h], [w * 0.22, base]),
			...line([w * 0.22, base], [r, base]),
			[k, base],
			[0, base - k],
			[0, base - r],
			...line([0, base - r], [0, r]),
			[0, k],
			[k, 0],
			[r, 0],
		],
	};
}

const diamondRoom: ShapeForm['room'] = (w, h) => ({ x: w * 0.2, y: h * 0.3, w: w * 0.6, h: h * 0.4 });

export const BASIC_SHAPES = {
	rectangle: {
		group: 'basic',
		size: WIDE,
		outline: 'box',
		parts: (w, h) => [rect(w, h, 0)],
		room: inset(0, 0),
	},
	rounded: {
		group: 'basic',
		size: WIDE,
		outline: 'box',
		parts: (w, h) => [rect(w, h, Math.min(24, w / 2, h / 2))],
		room: inset(0.01, 0.01),
	},
	ellipse: {
		group: 'basic',
		size: WIDE,
		outline: 'ellipse',
		parts: (w, h) => [{ type: 'ellipse', cx: w / 2, cy: h / 2, rx: w / 2, ry: h / 2 }],
		room: inset(0.1464, 0.1464),
	},
	diamond: straight(
		'basic',
		{ w: 160, h: 110 },
		[
			[0.5, 0],
			[1, 0.5],
			[0.5, 1],
			[0, 0.5],
		],
		diamondRoom,
	),
	triangle: straight(
		'basic',
		{ w: 140, h: 120 },
		[
			[0.5, 0],
			[1, 1],
			[0, 1],
		],
		inset(0.25, 0.5, 0.25, 0),
	),
	wedge: straight(
		'basic',
		{ w: 140, h: 120 },
		[
			[0, 0],
			[1, 1],
			[0, 1],
		],
		inset(0, 0.5, 0.5, 0),
	),
	trapezoid: straight(
		'basic',
		WIDE,
		[
			[0.18, 0],
			[0.82, 0],
			[1, 1],
			[0, 1],
		],
		inset(0.13, 0),
	),
	pentagon: straight('basic', EVEN, regular(5), inset(0.16, 0.28, 0.16, 0.06)),
	hexagon: straight('basic', { w: 140, h: 120 }, regular(6, Math.PI / 6), inset(0.13, 0.1)),
	octagon: straight('basic', EVEN, regular(8, Math.PI / 8), inset(0.12, 0.12)),
	star: straight('basic', { w: 130, h: 130 }, star(), inset(0.28, 0.36, 0.28, 0.3)),
	plus: straight(
		'basic',
		EVEN,
		[
			[0.33, 0],
			[0.67, 0],
			[0.67, 0.33],
			[1, 0.33],
			[1, 0.67],
			[0.67, 0.67],
			[0.67, 1],
			[0.33, 1],
			[0.33, 0.67],
			[0, 0.67],
			[0, 0.33],
			[0.33, 0.33],
		],
		inset(0, 0.33),
	),
	'arrow-right': straight(
		'basic',
		WIDE,
		[
			[0, 0.25],
			[0.68, 0.25],
			[0.68, 0],
			[1, 0.5],
			[0.68, 1],
			[0.68, 0.75],
			[0, 0.75],
		],
		inset(0, 0.25, 0.16, 0.25),
	),
	'arrow-left': straight(
		'basic',
		WIDE,
		[
			[1, 0.25],
			[0.32, 0.25],
			[0.32, 0],
			[0, 0.5],
			[0.32, 1],
			[0.32, 0.75],
			[1, 0.75],
		],
		inset(0.16, 0.25, 0, 0.25),
	),
	'arrow-both': straight(
		'basic',
		{ w: 180, h: 90 },
		[
			[0, 0.5],
			[0.24, 0],
			[0.24, 0.25],
			[0.76, 0.25],
			[0.76, 0],
			[1, 0.5],
			[0.76, 1],
			[0.76, 0.75],
			[0.24, 0.75],
			[0.24, 1],
		],
		inset(0.12, 0.25),
	),
	chevron: straight(
		'basic',
		WIDE,
		[
			[0, 0],
			[0.8, 0],
			[1, 0.5],
			[0.8, 1],
			[0, 1],
			[0.2, 0.5],
		],
		inset(0.2, 0.02, 0.2, 0.02),
	),
	flag: straight(
		'basic',
		WIDE,
		[
			[0, 0],
			[1, 0],
			[0.84, 0.5],
			[1, 1],
			[0, 1],
		],
		inset(0, 0.02, 0.16, 0.02),
	),
	bubble: {
		group: 'basic',
		size: { w: 160, h: 110 },
		outline: [
			[0, 0],
			[1, 0],
			[1, 0.78],
			[0.42, 0.78],
			[0.18, 1],
			[0.22, 0.78],
			[0, 0.78],
		],
		parts: (w, h) => [bubble(w, h)],
		room: inset(0.02, 0.02, 0.02, 0.24),
	},
	cloud: {
		group: 'basic',
		size: { w: 170, h: 110 },
		outline: 'ellipse',
		parts: (w, h) => [cloud(w, h)],
		room: inset(0.16, 0.22, 0.16, 0.22),
	},
} satisfies Record<string, ShapeForm>;
