/** Pieces from a drawer: objects of a board as they are carried by copy and paste; with steps they are recipes of one's own. */
import { z } from 'zod';
import { clipBounds, putDown, type Clip } from '../board/ops/clip';
import type { EditContext } from '../board/store';
import { partsSchema } from '../board/holders/parts';
import { objectSchema, type BoardObject } from '../board/objects';
import type { BoardQuery } from '../board/model/query';
import { stepSchema, type Step } from '../meeting/steps';
import { scaled } from '../meeting/schedule';
import { richSchema } from '../text/rich-schema';
import type { Box, Point } from '../geometry/box';
import { roomFor, takenOn } from './put';

/** For whom a piece is: oneself, a project, or everybody on the installation. */
export const SCOPES = ['own', 'project', 'all'] as const;
export type Scope = (typeof SCOPES)[number];

export const MAX_OBJECTS = 3000;

const entrySchema = z.unknown().transform((entry, context): BoardObject => {
	const object = objectSchema.safeParse(entry);
	const rest = z.object({ text: richSchema, parts: partsSchema.optional() }).safeParse(entry);
	if (object.success && rest.success) return { ...object.data, ...rest.data } as BoardObject;
	context.addIssue({ code: 'custom', message: 'an object that cannot be read' });
	return z.NEVER;
});

export const pieceContentSchema = z.object({
	objects: z.array(entrySchema).min(1).max(MAX_OBJECTS),
	/** The run sheet of a recipe. */
	steps: z.array(stepSchema).max(200).optional(),
});
export interface PieceContent {
	objects: BoardObject[];
	steps?: Step[] | undefined;
}

export const pieceName = z.string().trim().min(1).max(80);

/** A piece as it lies in the drawer. */
export const pieceSchema = z.object({
	id: z.string(),
	name: z.string(),
	scope: z.enum(SCOPES),
	projectId: z.string().optional(),
	/** Whether whoever asks may rename, replace and delete it. */
	own: z.boolean(),
	content: pieceContentSchema,
});
export type Piece = z.output<typeof pieceSchema>;

/** Distance between copies in a row, board units. */
const BETWEEN = 40;

/**
 * Puts copies of a piece down in a row, the first where there is room near `at`. Links among its objects are kept. Returns the ids of all
 * copies. Several transactions: whoever calls it makes them one step.
 */
export function putPiece(
	editContext: EditContext,
	model: BoardQuery,
	objects: readonly BoardObject[],
	{ sheet, at, view, copies = 1 }: { sheet: string; at: Point; view?: Box; copies?: number },
): string[] {
	const clip: Clip = { objects: [...objects] };
	const bounds = clipBounds(clip) ?? { x: 0, y: 0, w: 1, h: 1 };
	const row = { w: copies * (bounds.w + BETWEEN) - BETWEEN, h: bounds.h };
	// Pieces keep their size: what is too large for what is seen lies beside it.
	const fits = view && row.w <= view.w && row.h <= view.h ? view : undefined;
	const found = roomFor(row, at, fits, takenOn(model, sheet));
	const place = found.scale === 1 ? found : roomFor(row, at, undefined, takenOn(model, sheet));
	return Array.from({ length: copies }, (_, i) =>
		putDown(
			editContext,
			model,
			clip,
			sheet,
			Math.round(place.x - bounds.x + i * (bounds.w + BETWEEN)),
			Math.round(place.y - bounds.y),
		),
	).flat();
}

/**
 * A recipe of one's own put down on an empty sheet: its objects, and its steps with the fields that were made for them, for the minutes at
 * hand.
 */
export function putRecipe(
	editContext: EditContext,
	model: BoardQuery,
	{ objects, steps = [] }: PieceContent,
	{ sheet, minutes }: { sheet: string; minutes?: number | undefined },
): Step[] {
	// Each copy gets its id in the order of what is copied; the model does not know them yet.
	const ids: string[] = [];
	const noting: EditContext = {
		...editContext,
		newId: () => {
			const id = editContext.newId();
			ids.push(id);
			return id;
		},
	};
	putDown(noting, model, { objects: [...objects] }, sheet, 0, 0);
	const made = new Map(objects.map(({ id }, i) => [id, ids[i]!]));
	const placed = steps.map((step): Step => {
		const { field, fields: several, view: _, ...rest } = step;
		const one = field && made.get(field);
		const all = several?.flatMap((id) => made.get(id) ?? []) ?? [];
		return {
			...rest,
			id: editContext.newId(),
			sheet,
			...(one ? { field: one } : {}),
			...(all.length > 1 ? { fields: all } : {}),
		};
	});
	return minutes === undefined ? placed : scaled(placed, minutes);
}
