/** What goes with sessions: rehearsals, reports, the drawer, votes. */
import { index, integer, jsonb, pgEnum, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import type { Report } from '../../../../core/report/document';
import { SCOPES, type PieceContent } from '../../../../core/templates/piece';
import { METHODS, type Choice, type Option, type Terms } from '../../../../core/decide/vote';
import { ofPerson, people } from './people';
import { boards, ofBoard, projects } from './boards';
import { files } from './files';
import { instant } from './columns';

/** Rehearsals that are on: the simulated team came by a link of its own, by which it is known. */
export const rehearsals = pgTable('rehearsals', {
	boardId: text('board_id')
		.primaryKey()
		.references(() => boards.id, { onDelete: 'cascade' }),
	linkId: text('link_id').notNull(),
	seed: integer('seed').notNull(),
	startedAt: instant('started_at').notNull().defaultNow(),
});

/** Reports as they were edited; until then they write themselves when they are looked at. */
export const reports = pgTable('reports', {
	boardId: text('board_id')
		.primaryKey()
		.references(() => boards.id, { onDelete: 'cascade' }),
	body: jsonb('body').$type<Report>().notNull(),
	/** Counts the changes, so that two who edit at once do not undo each other's work unseen. */
	revision: integer('revision').notNull().default(1),
	changedAt: instant('changed_at').notNull().defaultNow(),
});

export const scope = pgEnum('scope', SCOPES);

/** Pieces that people keep in their drawers, to put them down again; with steps they are recipes. */
export const pieces = pgTable(
	'pieces',
	{
		id: text('id').primaryKey(),
		name: text('name').notNull(),
		scope: scope('scope').notNull(),
		ownerId: text('owner_id')
			.notNull()
			.references(() => people.id, { onDelete: 'cascade' }),
		projectId: text('project_id').references(() => projects.id, { onDelete: 'cascade' }),
		content: jsonb('content').$type<PieceContent>().notNull(),
		changedAt: instant('changed_at').notNull().defaultNow(),
	},
	(table) => [index('pieces_by_owner').on(table.ownerId), index('pieces_by_project').on(table.projectId)],
);

/** Files that pieces show, so that they can be put down on boards that do not have them yet. */
export const pieceFiles = pgTable(
	'piece_files',
	{
		pieceId: text('piece_id')
			.notNull()
			.references(() => pieces.id, { onDelete: 'cascade' }),
		hash: text('hash')
			.notNull()
			.references(() => files.hash, { onDelete: 'cascade' }),
	},
	(table) => [primaryKey({ columns: [table.pieceId, table.hash] })],
);

export const method = pgEnum('method', METHODS);

/** Votes on a board. What is asked and about which objects stays as it was when the vote began. */
export const votes = pgTable(
	'votes',
	{
		id: text('id').primaryKey(),
		boardId: ofBoard(),
		method: method('method').notNull(),
		terms: jsonb('terms').$type<Terms>().notNull(),
		options: jsonb('options').$type<Option[]>().notNull(),
		openedAt: instant('opened_at').notNull().defaultNow(),
		/** When it closes by itself. */
		closesAt: instant('closes_at'),
		/** When somebody closed it. */
		closedAt: instant('closed_at'),
		/** The vote that this one is another round of, and which round. */
		follows: text('follows'),
		round: integer('round').notNull().default(1),
		openedBy: text('opened_by').references(() => people.id, { onDelete: 'set null' }),
	},
	(table) => [index('votes_by_board').on(table.boardId, table.openedAt)],
);

/** One ballot a person; changed until the vote closes. */
export const ballots = pgTable(
	'ballots',
	{
		voteId: text('vote_id')
			.notNull()
			.references(() => votes.id, { onDelete: 'cascade' }),
		personId: ofPerson(),
		choice: jsonb('choice').$type<Choice>().notNull(),
		/** Counts the changes, so that an older change that comes late changes nothing. */
		revision: integer('revision').notNull(),
		at: instant('at').notNull().defaultNow(),
	},
	(table) => [primaryKey({ columns: [table.voteId, table.personId] })],
);
