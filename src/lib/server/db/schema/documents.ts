/** What stands on boards: every edit, snapshots, silent notes, and the journal that is read from them. */
import { bigint, bigserial, index, integer, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { ofPerson, people } from './people';
import { bytes, instant } from './columns';
import { ofBoard } from './boards';

/** Every edit, in the order in which it was committed, with who made it and when. */
export const updates = pgTable(
	'updates',
	{
		id: bigserial('id', { mode: 'number' }).primaryKey(),
		boardId: ofBoard(),
		document: text('document').notNull(),
		/** Null for edits that the server made. */
		personId: text('person_id').references(() => people.id, { onDelete: 'set null' }),
		at: instant('at').notNull().defaultNow(),
		data: bytes('data').notNull(),
	},
	(table) => [
		index('updates_by_document').on(table.document, table.id),
		index('updates_by_time').on(table.document, table.at),
		// What goes with a board or a person is found without reading the whole log.
		index('updates_by_board').on(table.boardId),
		index('updates_by_person').on(table.personId),
	],
);

/**
 * States of a document after its updates up to `upTo`: the newest, so that loading need not replay them all, and
 * some earlier ones, from which earlier moments are shown.
 */
export const snapshots = pgTable(
	'snapshots',
	{
		document: text('document').notNull(),
		boardId: ofBoard(),
		upTo: bigint('up_to', { mode: 'number' }).notNull(),
		/** When the last of those updates was made. */
		at: instant('at').notNull(),
		/** How many updates there were until then, and how long they were together, bytes. */
		updates: integer('updates').notNull().default(0),
		logBytes: bigint('log_bytes', { mode: 'number' }).notNull().default(0),
		data: bytes('data').notNull(),
	},
	(table) => [
		primaryKey({ columns: [table.document, table.upTo] }),
		index('snapshots_by_board').on(table.boardId),
	],
);

/** How far the old updates of a document were merged, so that they are not read again for it. */
export const logMerges = pgTable(
	'log_merges',
	{
		document: text('document').primaryKey(),
		boardId: ofBoard(),
		upTo: bigint('up_to', { mode: 'number' }).notNull(),
	},
	(table) => [index('log_merges_by_board').on(table.boardId)],
);

/** Who has silent notes on a board, and how many wait to be revealed; what stands in them is in the writer's document. */
export const silentWriters = pgTable(
	'silent_writers',
	{
		boardId: ofBoard(),
		personId: ofPerson(),
		waiting: integer('waiting').notNull().default(0),
	},
	(table) => [primaryKey({ columns: [table.boardId, table.personId] })],
);

/** What happened on a board, read from its updates when a snapshot is made; see core/journal. */
export const happenings = pgTable(
	'happenings',
	{
		id: bigserial('id', { mode: 'number' }).primaryKey(),
		boardId: ofBoard(),
		personId: text('person_id').references(() => people.id, { onDelete: 'set null' }),
		at: instant('at').notNull(),
		until: instant('until').notNull(),
		verb: text('verb').notNull(),
		thing: text('thing').notNull(),
		thingId: text('thing_id'),
		sheet: text('sheet'),
		words: text('words').notNull(),
		count: integer('count').notNull().default(1),
	},
	(table) => [index('happenings_by_board').on(table.boardId, table.until, table.id)],
);
