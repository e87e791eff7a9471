import { describe, expect, it } from 'vitest';
import type { FromWorker } from '$lib/board/painter/protocol';
import type { Box } from '$core/geometry/box';
import { boxOfTile, keyOfTile, type TileAt } from './tile-at';
import { TileScheduler, type OverviewWork, type TileSurface, type WantedView } from './tile-scheduler';

const SHEET = 'sheet';
/** Two by two tiles of 512 pixels at full size. */
const VIEW: WantedView = {
	level: 0,
	scale: 1,
	ratio: 1,
	box: { x: 0, y: 0, w: 1024, h: 1024 },
	isExact: true,
};

/** A scheduler with a clock of its own, and what it painted and told. */
function scheduled(slices = 1) {
	const clock = { ms: 1000 };
	const painted: string[] = [];
	const parts: { key: string; part: Box }[] = [];
	const told: FromWorker[] = [];
	let left = 0;
	const surface: TileSurface = {
		begin: (tile: TileAt) => {
			painted.push(keyOfTile(tile));
			left = slices;
		},
		advance: () => --left <= 0,
		finish: () => ({}) as ImageBitmap,
		part: (tile, part) => {
			parts.push({ key: keyOfTile(tile), part });
			return {} as ImageBitmap;
		},
	};
	const overview = {
		isMissing: false,
		isDue: false as boolean,
		waits: undefined as number | undefined,
		scale: 0.5,
		steps: 0,
		sketch: () => Promise.resolve(),
		step: () => {
			overview.steps++;
			overview.isDue = false;
			return Promise.resolve();
		},
		touched: [] as Box[],
		touch: (box: Box) => void overview.touched.push(box),
		reset: () => {},
	} satisfies OverviewWork & { steps: number; touched: Box[] };
	const scheduler = new TileScheduler(
		surface,
		overview,
		(message) => told.push(message),
		() => clock.ms,
	);
	scheduler.setSheet(SHEET);
	/** Works until there is nothing to do at once; returns how long it would wait. */
	const finish = async (): Promise<number | undefined> => {
		for (let piece = 0; piece < 1000; piece++) {
			const wait = await scheduler.work();
			if (wait !== 0) return wait;
		}
		throw new Error('it never ends');
	};
	const kinds = (is: FromWorker['is']) => told.filter((each) => each.is === is);
	return { scheduler, clock, painted, parts, told, overview, finish, kinds };
}

describe('the tile scheduler', () => {
	it('does nothing before it knows what is wanted', async () => {
		expect(await scheduled().scheduler.work()).toBeUndefined();
	});

	it('paints the tiles in view, then a ring round them, each once', async () => {
		const { scheduler, painted, finish, kinds, told } = scheduled();
		scheduler.setView(VIEW);
		await finish();
		expect(painted.slice(0, 4).sort()).toEqual(['0:0:0', '0:0:1', '0:1:0', '0:1:1']);
		expect(painted).toHaveLength(16);
		expect(new Set(painted).size).toBe(16);
		expect(kinds('tile')).toHaveLength(16);
		// That the view is covered is said when its four tiles are there, and once.
		expect(kinds('covered')).toHaveLength(1);
		expect(told.findIndex(({ is }) => is === 'covered')).toBe(4);
	});

	it('paints no ring at a scale that only stands in for another', async () => {
		const { scheduler, painted, finish } = scheduled();
		scheduler.setView({ ...VIEW, isExact: false });
		await finish();
		expect(painted).toHaveLength(4);
	});

	it('paints anew only the part of a tile that changed, and says up to where all is done', async () => {
		const { scheduler, parts, painted, finish, told, overview } = scheduled();
		scheduler.setView(VIEW);
		await finish();
		const before = painted.length;
		scheduler.invalidate([{ sheet: SHEET, box: { x: 100, y: 100, w: 20, h: 20 } }]);
		scheduler.invalidate([{ sheet: 'another', box: { x: 600, y: 600, w: 20, h: 20 } }]);
		scheduler.hear(7);
		await finish();
		expect(painted).toHaveLength(before);
		expect(parts).toHaveLength(1);
		expect(parts[0]).toMatchObject({ key: '0:0:0', part: { x: 98, y: 98 } });
		expect(told.at(-1)).toEqual({ is: 'done', seq: 7 });
		expect(overview.touched).toHaveLength(1);
	});

	it('paints a tile of which much changed as a whole', async () => {
		const { scheduler, parts, finish } = scheduled();
		scheduler.setView(VIEW);
		await finish();
		scheduler.invalidate([{ sheet: SHEET, box: { x: 10, y: 10, w: 490, h: 490 } }]);
		scheduler.hear(1);
		await finish();
		expect(parts).toEqual([{ key: '0:0:0', part: { x: 0, y: 0, w: 512, h: 512 } }]);
	});

	it('gives up tiles out of view that changed, and tells the page', async () => {
		const { scheduler, painted, finish, kinds } = scheduled();
		scheduler.setView(VIEW);
		await finish();
		const outside = { level: 0, scale: 1, tx: -1, ty: 0, dirty: [] };
		const { x, y } = boxOfTile(outside);
		scheduler.invalidate([{ sheet: SHEET, box: { x: x + 10, y: y + 10, w: 5, h: 5 } }]);
		expect(kinds('stale')).toEqual([{ is: 'stale', keys: ['0:-1:0'] }]);
		const before = painted.length;
		await finish();
		expect(painted.slice(before)).toEqual(['0:-1:0']);
	});

	it('hears between two slices of a tile, and gives it up when nobody wants it any more', async () => {
		const { scheduler, painted, finish, kinds } = scheduled(5);
		scheduler.setView(VIEW);
		await scheduler.work();
		await scheduler.work();
		const [first] = painted;
		expect(kinds('tile')).toHaveLength(0);
		scheduler.setView({ ...VIEW, box: { x: 50_000, y: 0, w: 400, h: 400 } });
		await finish();
		expect(kinds('tile').map((each) => each.is === 'tile' && each.key)).not.toContain(first);
		// Back again, it is painted from the start.
		const before = painted.length;
		scheduler.setView(VIEW);
		await finish();
		expect(painted.slice(before)).toContain(first);
	});

	it('paints over a tile what changed while it was painted', async () => {
		const { scheduler, painted, parts, finish } = scheduled(3);
		scheduler.setView({ ...VIEW, isExact: false });
		await scheduler.work();
		await scheduler.work();
		const [tx, ty] = painted[0]!.split(':').slice(1).map(Number) as [number, number];
		scheduler.invalidate([{ sheet: SHEET, box: { x: tx * 512 + 50, y: ty * 512 + 50, w: 9, h: 9 } }]);
		await finish();
		expect(parts.map(({ key }) => key)).toEqual([painted[0]]);
	});

	it('while things move gathers what changed, and rests in proportion to its work', async () => {
		const { scheduler, clock, parts, finish, overview } = scheduled();
		scheduler.setView(VIEW);
		await finish();
		scheduler.invalidate([{ sheet: SHEET, box: { x: 1, y: 1, w: 5, h: 5 } }]);
		scheduler.hear(1);
		await finish();
		scheduler.setMoving(true);
		overview.isDue = true;
		scheduler.invalidate([{ sheet: SHEET, box: { x: 200, y: 1, w: 5, h: 5 } }]);
		scheduler.hear(2);
		const wait = await finish();
		expect(wait).toBeGreaterThan(0);
		expect(parts).toHaveLength(1);
		// The overview waits for rest.
		expect(overview.steps).toBe(0);
		clock.ms += wait!;
		await finish();
		expect(parts).toHaveLength(2);
		expect(scheduler.restAfter(10)).toBeGreaterThan(10);
		expect(scheduler.restAfter(10_000)).toBe(200);
		scheduler.setMoving(false);
		expect(scheduler.restAfter(10)).toBe(0);
		await finish();
		expect(overview.steps).toBe(1);
	});

	it('leaves the view to the overview while the scale changes and that shows enough', async () => {
		const { scheduler, painted, finish } = scheduled();
		scheduler.setMoving(true);
		scheduler.setView({ ...VIEW, scale: 0.6, isExact: false });
		await finish();
		expect(painted).toEqual([]);
		scheduler.setMoving(false);
		await finish();
		expect(painted.length).toBeGreaterThan(0);
	});

	it('paints everything anew on another sheet', async () => {
		const { scheduler, painted, finish, kinds } = scheduled();
		scheduler.setView(VIEW);
		await finish();
		scheduler.setSheet('next');
		await finish();
		expect(painted).toHaveLength(32);
		expect(kinds('tile').filter((each) => each.is === 'tile' && each.sheet === 'next')).toHaveLength(16);
	});
});
