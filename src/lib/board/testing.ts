/** A board in one hand for tests: the real class over a live document, without a server or a page. */
import { Emitter } from '../ui/emitter';
import { Changes } from '../ui/changes.svelte';
import { addObjects } from '$core/board/ops/edits';
import type { BoxValues } from '$core/board/objects';
import { noteAt, testBoard, type TestBoard } from '$core/board/testing';
import { may, OPEN_POLICY, type Right } from '$core/access/rights';
import { leads, type Role } from '$core/access/roles';
import { roughMeasure } from '$core/text/fonts';
import { toScreen } from '$core/geometry/view';
import { vi } from 'vitest';
import type { Room } from '../room/room.svelte';
import { Board } from './board.svelte';
import type { HandEvent } from './tools/tool';

export interface BoardInHand {
	board: Board;
	core: TestBoard;
	/** One position of the pointer, in board units. */
	at: (x: number, y: number, keys?: Partial<HandEvent>) => HandEvent;
	/** Presses, moves along the points and lets go, with the tool that is taken up. */
	drag: (points: readonly (readonly [number, number])[], keys?: Partial<HandEvent>) => void;
	click: (x: number, y: number, keys?: Partial<HandEvent>) => void;
}

/** What of a page the board's code asks for while nobody looks. */
function stubPage(): void {
	vi.stubGlobal('devicePixelRatio', 1);
	vi.stubGlobal(
		'OffscreenCanvas',
		class {
			getContext() {
				const context = {
					font: '',
					measureText: (text: string) => ({
						width:
							roughMeasure(text, {
								family: 'sans',
								bold: context.font.includes('700'),
								italic: context.font.includes('italic'),
							}) * 200,
					}),
				};
				return context;
			}
		},
	);
}

/** @param core what the board stands over; somebody else's copy of another one, for two hands */
export function boardInHand(core: TestBoard = testBoard()): BoardInHand {
	stubPage();
	const room = {
		stage: core.doc,
		model: core.model,
		origin: core.editContext.origin,
		editContext: core.editContext,
		info: { boardId: 'test', person: core.editContext.person },
		people: [],
		company: { own: {}, signs: [], heard: new Emitter() },
		called: new Emitter(),
		tell: () => {},
		changes: new Changes(),
		get observed() {
			room.changes.observe();
			return core.model;
		},
		unconfirmed: 0,
		role: 'owner' as Role,
		may: (right: Right): boolean => may(room.role, right, OPEN_POLICY),
		plan: { steps: [], done: false },
		get leads(): boolean {
			return leads(room.role);
		},
	};
	core.model.onChange(() => room.changes.note());
	const board = new Board(room as unknown as Room);
	board.setSize({ w: 1200, h: 800 });
	board.setView({ x: 0, y: 0, scale: 1 });
	const at: BoardInHand['at'] = (x, y, keys = {}) => ({
		at: { x, y },
		screen: toScreen(board.view, { x, y }),
		shift: false,
		alt: false,
		hold: false,
		reach: 6,
		touch: false,
		pressure: 0.5,
		...keys,
	});
	const drag: BoardInHand['drag'] = (points, keys) => {
		const tool = board.tools[board.tool];
		const [first, ...rest] = points;
		const last = points.at(-1)!;
		tool.hover?.(board, at(first![0], first![1], keys));
		tool.down?.(board, at(first![0], first![1], keys));
		for (const [x, y] of rest) tool.drag?.(board, at(x, y, keys));
		tool.up?.(board, at(last[0], last[1], keys));
	};
	return { board, core, at, drag, click: (x, y, keys) => drag([[x, y]], keys) };
}

/** Notes in a row, 300 units from each other. */
export function notesInARow({ core }: BoardInHand, count = 3): string[] {
	return addObjects(
		core.editContext,
		core.model,
		Array.from({ length: count }, (_, i) => noteAt(core.sheet, 100 + i * 300, 100, `n${i}`)),
	);
}

/** The box of an object as it is in the document. */
export const savedBox = ({ core }: BoardInHand, id: string): BoxValues => core.model.find(id)!.box;
