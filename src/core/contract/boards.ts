/** Boards as a whole: making, naming, keeping, files in and out. */
import { z } from 'zod';
import { ALL_LAYERS } from '../access/layers';
import { policySchema, settingsSchema } from '../access/rights';
import { EXPORT_FORMAT_NAMES } from '../formats/exports';
import { PAGE_COLOURS, PAGES_BY } from '../formats/page-choices';
import { PAPERS } from '../formats/paper';
import { MAX_SHEETS, POSTER_PAPERS } from '../formats/poster';
import { titleSchema } from '../boards/title';
import { callOrderSchema } from '../meeting/calls';
import { FILE_WIDTHS } from './file-widths';
import { BYTES, done, endpoint, id, made } from './endpoint';

const BOARD = '/api/boards/[id]';

/** The project to put a new board into. */
const project = id.optional();
export const newBoardSchema = z.discriminatedUnion('start', [
	z.object({ start: z.literal('blank'), project }),
	z.object({
		start: z.literal('recipe'),
		recipe: id,
		question: z.string().max(200).default(''),
		people: z.number().int().gte(1).lte(200).default(8),
		/**
		 * How long the session is to take; as long as the recipe usually does where nothing is
		 * said.
		 */
		minutes: z
			.number()
			.gte(2)
			.lte(24 * 60)
			.optional(),
		project,
	}),
]);
/** Boards that somebody may enter, the one that was opened last first. */
export const listBoards = endpoint({
	method: 'GET',
	path: '/api/boards',
	response: z.object({ boards: z.array(z.object({ id: z.string(), title: z.string() })) }),
});
export const createBoard = endpoint({
	method: 'POST',
	path: '/api/boards',
	request: newBoardSchema,
	response: made,
	status: 201,
});

/** Makes a board from an archive. `left` is how many things in it could not be read. */
export const createFromArchive = endpoint({
	method: 'POST',
	path: '/api/boards/archive',
	request: BYTES,
	response: z.object({ id: z.string(), left: z.number() }),
	status: 201,
});

export const renameBoard = endpoint({
	method: 'PATCH',
	path: BOARD,
	request: titleSchema,
	response: titleSchema,
});
export const deleteBoard = endpoint({ method: 'DELETE', path: BOARD, response: done });
export const copyBoard = endpoint({
	method: 'POST',
	path: `${BOARD}/copy`,
	response: made,
	status: 201,
});
/** What else is done with a board from the list of boards. */
export const orderBoard = endpoint({
	method: 'POST',
	path: BOARD,
	request: z.discriminatedUnion('do', [
		z.object({ do: z.literal('restore') }),
		z.object({ do: z.literal('star'), starred: z.boolean() }),
		/** Into a project, or out of all of them. */
		z.object({ do: z.literal('move'), project: id.nullable() }),
	]),
	response: done,
});

/** How it stands with a board for somebody: whether they would come in now. */
export const boardAccess = endpoint({
	method: 'GET',
	path: `${BOARD}/access`,
	response: z.object({ access: z.enum(['open', 'closed', 'gone', 'banned']) }),
});
/** A live document as one packed update, for whoever opens the board for the first time. */
export const readDocument = endpoint({ method: 'GET', path: `${BOARD}/live/[layer]`, response: BYTES });
export const layerSchema = z.enum(ALL_LAYERS);
export const changePolicy = endpoint({
	method: 'PATCH',
	path: `${BOARD}/policy`,
	request: settingsSchema.partial(),
	response: policySchema,
});
/** Calls everybody to a place, or makes everybody follow one's view, until they are let go. */
export const callEverybody = endpoint({
	method: 'POST',
	path: `${BOARD}/call`,
	request: callOrderSchema,
	response: done,
});
/** Tells everybody that the board was brought back to a moment, ms, server time. */
export const tellRestored = endpoint({
	method: 'POST',
	path: `${BOARD}/restored`,
	request: z.object({ to: z.number().gte(0).lte(8.64e15) }),
	response: done,
});
/** Puts objects backstage, or brings them on; how many went. */
export const moveBackstage = endpoint({
	method: 'POST',
	path: `${BOARD}/backstage`,
	request: z.object({ do: z.enum(['put', 'bring on']), ids: z.array(id).min(1).max(20_000) }),
	response: z.object({ count: z.number() }),
});

export const posterSchema = z.object({
	paper: z.enum(POSTER_PAPERS),
	extent: z.union([
		z.object({ heightMm: z.number().min(50).max(20_000) }),
		z.object({ sheets: z.number().int().min(1).max(MAX_SHEETS) }),
	]),
	overlapMm: z.number().min(0).max(40),
});
export const exportSchema = z.object({
	format: z.enum(EXPORT_FORMAT_NAMES),
	/** Pixels a board unit. */
	scale: z.number().min(0.1).max(8).optional(),
	sheet: z.string().max(64).optional(),
	ids: z.array(z.string().max(64)).max(100_000).optional(),
	clear: z.boolean().optional(),
	/** Board units. */
	margin: z.number().min(0).max(1000).optional(),
	by: z.enum(PAGES_BY).optional(),
	colours: z.enum(PAGE_COLOURS).optional(),
	paper: z.enum([...PAPERS, 'own']).optional(),
	/** Whether everything that is written follows as a list. */
	noteList: z.boolean().optional(),
	poster: posterSchema.optional(),
	/** By which whoever asks finds the file while it is made. */
	key: id.optional(),
});
export type ExportOrder = z.input<typeof exportSchema>;
export const exportBoard = endpoint({
	method: 'POST',
	path: `${BOARD}/export`,
	request: exportSchema,
	response: BYTES,
});
const EXPORT_KEY = `${BOARD}/export/[key]`;
/** How far a file is that one has asked for: pages, slides or strips. */
export const exportProgress = endpoint({
	method: 'GET',
	path: EXPORT_KEY,
	response: z.object({ done: z.number(), total: z.number() }),
});
/** Stops making it. */
export const stopExport = endpoint({ method: 'DELETE', path: EXPORT_KEY, response: done });
/** A small picture of the first sheet. */
export const boardPicture = endpoint({ method: 'GET', path: `${BOARD}/picture`, response: BYTES });

export const hashSchema = z.string().regex(/^[0-9a-f]{64}$/);
/** Takes a picture in. */
export const storeFile = endpoint({
	method: 'POST',
	path: `${BOARD}/files`,
	request: BYTES,
	response: z.object({ hash: z.string(), width: z.number(), height: z.number(), animated: z.boolean() }),
	status: 201,
});
export const readFile = endpoint({
	method: 'GET',
	path: `${BOARD}/files/[hash]`,
	query: z.object({ w: z.coerce.number().pipe(z.literal(FILE_WIDTHS)).optional() }),
	response: BYTES,
});
/** Brings pictures along that were copied on another board. */
export const shareFiles = endpoint({
	method: 'POST',
	path: `${BOARD}/files/share`,
	request: z.object({ from: z.string().max(64), hashes: z.array(hashSchema).max(2000) }),
	response: done,
});
