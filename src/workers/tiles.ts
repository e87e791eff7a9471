/**
 * Paints the board in tiles, beside the page: hears the page, and goes on as the scheduler says.
 */
import { RenderBoard, type RenderItem } from '$core/board/model/plain';
import type { Box } from '$core/geometry/box';
import { browserMeasure } from '$lib/board/measure';
import { fileAddress, Images } from '$lib/board/painter/images';
import type { FaceSource, FromWorker, ToWorker } from '$lib/board/painter/protocol';
import { hasGraphics } from './graphics';
import { Overview, shrunk } from './overview';
import { TileCanvas } from './tile-canvas';
import { TileScheduler } from './tile-scheduler';
import { WorkLoop } from './work-loop';

const scope = self as unknown as {
	postMessage(message: FromWorker, transfer?: Transferable[]): void;
	onmessage: (event: MessageEvent<ToWorker>) => void;
	fonts: FontFaceSet;
};
const tell = (message: FromWorker, handedOver: ImageBitmap[] = []): void =>
	scope.postMessage(message, handedOver);

const EVERYWHERE: Box = { x: -1e8, y: -1e8, w: 2e8, h: 2e8 };
const board = new RenderBoard(browserMeasure);
const painter = new TileCanvas(board);
const overview = new Overview(
	() => {
		const { sheet, ground, isClear, hidden, images } = painter;
		return { board, sheet, ground, isClear, hidden, images };
	},
	(sheet, box, scale, bitmap) => {
		const small = shrunk(bitmap);
		tell({ is: 'overview', sheet, box, scale, bitmap, small }, [bitmap, small]);
	},
);
/**
 * What must have come before anything is painted, and whether the page knows if there is a graphics
 * processor.
 */
const state = { hasFaces: false, isComplete: false, isGraphicsTold: false };
const scheduler = new TileScheduler(
	painter,
	overview,
	tell,
	() => performance.now(),
	() => {
		if (!state.isGraphicsTold) tell({ is: 'graphics', isThere: hasGraphics() });
		state.isGraphicsTold = true;
	},
);
const loop = new WorkLoop(
	() => (state.hasFaces && state.isComplete ? scheduler.work() : Promise.resolve(undefined)),
	(took) => scheduler.restAfter(took),
	// A fault must not end painting for good: the page hears of it and paints by itself from then
	// on.
	(error) => {
		const message = error instanceof Error ? (error.stack ?? error.message) : String(error);
		tell({ is: 'failed', message });
	},
);

async function loadFaces(faces: readonly FaceSource[]): Promise<void> {
	await Promise.all(
		faces.map(async ({ family, source, weight, style, range }) => {
			const face = new FontFace(family, source, { weight, style, unicodeRange: range });
			scope.fonts.add(face);
			await face.load();
		}),
	);
}

function pictureCame(file: string): void {
	scheduler.invalidate(board.partsOf(board.showing(file)));
	if (file === painter.ground.picture?.file)
		scheduler.invalidate([{ sheet: painter.sheet, box: EVERYWHERE }]);
	scheduler.requestPatch();
	loop.run();
}

function hide({ ids, editing, seq }: Extract<ToWorker, { is: 'hide' }>): void {
	const without = (): Set<string> =>
		new Set([...painter.hidden, ...(painter.editing ? [painter.editing.id] : [])]);
	const before = without();
	painter.hidden = new Set(ids);
	painter.editing = editing;
	const now = without();
	const isOther = (id: string): boolean => before.has(id) !== now.has(id) || id === editing?.id;
	scheduler.invalidate(board.partsOf([...before, ...now].filter(isOther)));
	scheduler.hear(seq);
}

scope.onmessage = ({ data }) => {
	switch (data.is) {
		case 'start':
			painter.images = new Images(
				(file, width) => new URL(fileAddress(data.boardId, file, width), location.origin).href,
				pictureCame,
			);
			// A face that cannot be loaded is replaced by the system's; the board is shown all the same.
			void loadFaces(data.faces)
				.catch(() => undefined)
				.then(() => {
					state.hasFaces = true;
					loop.run();
				});
			break;
		case 'objects':
			scheduler.invalidate(board.remove(data.removed));
			scheduler.invalidate(board.put(JSON.parse(data.put) as RenderItem[], !state.isComplete));
			scheduler.hear(data.seq);
			state.isComplete ||= data.last;
			break;
		case 'sheet':
			painter.setSheet(data.sheet, data.ground);
			scheduler.setSheet(data.sheet);
			break;
		case 'view':
			painter.ratio = data.ratio;
			scheduler.setView(data);
			break;
		case 'hide':
			hide(data);
			break;
		case 'pace':
			scheduler.setMoving(data.moves);
			loop.wake();
			break;
		case 'forget':
			scheduler.forget(data.keys);
			break;
	}
	loop.run();
};
