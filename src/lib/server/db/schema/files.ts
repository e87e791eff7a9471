/** Files, and what was computed for keeping. */
import { sql } from 'drizzle-orm';
import { boolean, index, integer, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { ofBoard } from './boards';
import { bytes, instant, tsvector } from './columns';

/** Files of boards by the hash of their content; the content stands in chunks. */
export const files = pgTable('files', {
	hash: text('hash').primaryKey(),
	type: text('type').notNull(),
	width: integer('width').notNull(),
	height: integer('height').notNull(),
	animated: boolean('animated').notNull(),
	bytes: integer('bytes').notNull(),
	createdAt: instant('created_at').notNull().defaultNow(),
});

export const fileChunks = pgTable(
	'file_chunks',
	{
		hash: text('hash')
			.notNull()
			.references(() => files.hash, { onDelete: 'cascade' }),
		index: integer('index').notNull(),
		data: bytes('data').notNull(),
	},
	(table) => [primaryKey({ columns: [table.hash, table.index] })],
);

/** Pictures in other widths, made on request. */
export const fileVariants = pgTable(
	'file_variants',
	{
		hash: text('hash')
			.notNull()
			.references(() => files.hash, { onDelete: 'cascade' }),
		width: integer('width').notNull(),
		data: bytes('data').notNull(),
	},
	(table) => [primaryKey({ columns: [table.hash, table.width] })],
);

/** Which boards a file belongs to: whoever may enter one of them may see it. */
export const boardFiles = pgTable(
	'board_files',
	{
		boardId: ofBoard(),
		hash: text('hash')
			.notNull()
			.references(() => files.hash, { onDelete: 'cascade' }),
		at: instant('at').notNull().defaultNow(),
	},
	(table) => [primaryKey({ columns: [table.boardId, table.hash] })],
);

/**
 * A small picture of each board for the lists of them, as WebP; made anew when the board changes.
 */
export const boardPictures = pgTable('board_pictures', {
	boardId: ofBoard().primaryKey(),
	data: bytes('data').notNull(),
	madeAt: instant('made_at').notNull(),
});

/**
 * What can be read on the stage of each board, by object, for the search over boards; follows the
 * board. The text search configurations `wandtafel_de` and `wandtafel_en` are those of PostgreSQL
 * for the two languages, with accents ignored.
 */
export const boardTexts = pgTable(
	'board_texts',
	{
		boardId: ofBoard(),
		objectId: text('object_id').notNull(),
		text: text('text').notNull(),
		/** In plain form, see `core/text/search`. */
		plain: text('plain').notNull(),
		words: tsvector('words')
			.notNull()
			.generatedAlwaysAs(sql`to_tsvector('wandtafel_de', "text") || to_tsvector('wandtafel_en', "text")`),
	},
	(table) => [
		primaryKey({ columns: [table.boardId, table.objectId] }),
		index('board_texts_by_word').using('gin', table.words),
		index('board_texts_by_letters').using('gin', sql`${table.plain} gin_trgm_ops`),
	],
);

/** Sentence vectors by text, so that no text is encoded twice. 32-bit floats, little-endian. */
export const vectors = pgTable(
	'vectors',
	{
		encoder: text('encoder').notNull(),
		textHash: text('text_hash').notNull(),
		data: bytes('data').notNull(),
		at: instant('at').notNull().defaultNow(),
	},
	(table) => [primaryKey({ columns: [table.encoder, table.textHash] })],
);
