/** The picture of a whole sheet: sketched first, then painted in slices, mended where something changes. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { plainGround } from '$core/board/ground';
import { addObjects, moveObjects } from '$core/board/ops/edits';
import { RenderBoard, paintedOf } from '$core/board/model/plain';
import { noteAt, testBoard } from '$core/board/testing';
import { roughMeasure } from '$core/text/fonts';
import { Overview } from './overview';

/** Fills of all canvases, in their order: the colour, and how much of a board it covers. */
let fills: { style: string; w: number; h: number }[];

beforeEach(() => {
	fills = [];
	vi.stubGlobal(
		'OffscreenCanvas',
		class {
			constructor(
				public width: number,
				public height: number,
			) {}
			getContext() {
				const context = new Proxy({ canvas: this, fillStyle: '' } as Record<string, unknown>, {
					get: (target, name) => {
						if (name === 'fillRect')
							return (_x: number, _y: number, w: number, h: number) =>
								void fills.push({ style: target['fillStyle'] as string, w, h });
						return name in target ? target[name as string] : () => undefined;
					},
				});
				return context;
			}
		},
	);
	vi.stubGlobal('createImageBitmap', (canvas: unknown) => Promise.resolve({ of: canvas }));
});

afterEach(() => void vi.useRealTimers());

/** A sheet with notes side by side, and its overview. */
function made(count: number) {
	const core = testBoard();
	const board = new RenderBoard(roughMeasure);
	const ids = addObjects(
		core.editContext,
		core.model,
		Array.from({ length: count }, (_, i) =>
			noteAt(core.sheet, (i % 50) * 200, Math.floor(i / 50) * 150, 'A'),
		),
	);
	const tell = (changed: readonly string[]) =>
		board.put(changed.map((id) => paintedOf(core.model, id)!)).map(({ box }) => box);
	tell(ids);
	const sent: { sheet: string; x: number; w: number; scale: number }[] = [];
	const hidden = new Set<string>();
	const overview = new Overview(
		() => ({
			board,
			sheet: core.sheet,
			ground: plainGround('slate'),
			isClear: false,
			hidden,
			images: undefined,
		}),
		(sheet, { x, w }, scale) => sent.push({ sheet, x, w, scale }),
	);
	/** Works until a picture was sent. */
	const finish = async (): Promise<number> => {
		const before = sent.length;
		for (let steps = 1; steps < 1000; steps++) {
			await overview.step();
			if (sent.length > before) return steps;
		}
		throw new Error('It never came to an end.');
	};
	return { core, ids, tell, sent, hidden, overview, finish };
}

describe('the picture of a whole sheet', () => {
	it('is sketched at once, every object a spot of its colour but those that are hidden', async () => {
		const { ids, hidden, overview, sent, core } = made(30);
		hidden.add(ids[3]!);
		expect(overview.isMissing).toBe(true);
		expect(overview.scale).toBe(0);
		await overview.sketch();
		expect(overview.isMissing).toBe(false);
		expect(sent).toHaveLength(1);
		expect(sent[0]!.sheet).toBe(core.sheet);
		expect(overview.scale).toBe(sent[0]!.scale);
		expect(fills.filter(({ w, h }) => w === 160 && h === 96)).toHaveLength(29);
		// What follows is still to be done.
		expect(overview.isDue).toBe(true);
	});

	it('is painted in slices, however many objects there are, and fits into its picture', async () => {
		const few = made(20);
		const many = made(2600);
		const [short, long] = [await few.finish(), await many.finish()];
		expect(long).toBeGreaterThan(short + 3);
		expect(many.sent[0]!.w * many.sent[0]!.scale).toBeLessThanOrEqual(2048.5);
		expect(many.overview.waits).toBeUndefined();
		expect(many.overview.isDue).toBe(false);
	});

	it('is mended where something changed, after a moment and not before', async () => {
		vi.useFakeTimers({ toFake: ['performance'] });
		const { core, ids, tell, overview, finish, sent } = made(1300);
		await finish();
		moveObjects(core.editContext, core.model, [ids[700]!], 20, 20);
		for (const box of tell([ids[700]!])) overview.touch(box);
		expect(overview.waits).toBeGreaterThan(0);
		expect(overview.isDue).toBe(false);
		vi.advanceTimersByTime(1000);
		expect(overview.isDue).toBe(true);
		fills = [];
		expect(await finish()).toBe(1);
		expect(sent).toHaveLength(2);
		// Where it was, and where it is: not the whole sheet.
		expect(fills.every(({ w }) => w < 1000)).toBe(true);
	});

	it('takes what changes meanwhile along before it is sent', async () => {
		const { core, ids, tell, overview, finish, sent } = made(1300);
		await overview.step();
		await overview.step();
		moveObjects(core.editContext, core.model, [ids[1]!], 20, 20);
		for (const box of tell([ids[1]!])) overview.touch(box);
		await finish();
		expect(sent).toHaveLength(1);
		expect(overview.waits).toBeUndefined();
	});

	it('is made anew when the sheet grows, without a sketch in between; for another sheet with one', async () => {
		const { core, ids, tell, overview, finish, sent } = made(60);
		await overview.sketch();
		await finish();
		moveObjects(core.editContext, core.model, [ids[0]!], -5000, 0);
		for (const box of tell([ids[0]!])) overview.touch(box);
		expect(overview.isMissing).toBe(false);
		await finish();
		expect(sent.at(-1)!.x).toBeLessThan(-5000);
		overview.reset();
		expect(overview.isMissing).toBe(true);
		expect(overview.scale).toBe(0);
	});
});
