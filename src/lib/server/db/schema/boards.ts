/** Boards, the folders they lie in, and who belongs to them. */
import {
	type AnyPgColumn,
	boolean,
	index,
	integer,
	jsonb,
	pgEnum,
	pgTable,
	primaryKey,
	text,
	uniqueIndex,
} from 'drizzle-orm/pg-core';
import { NAMES } from '../../../../core/access/rights';
import { ROLES } from '../../../../core/access/roles';
import type { StepRule } from '../../../../core/access/step-grants';
import { ofPerson, people } from './people';
import { instant } from './columns';

/** What belongs to a board, or to a project, goes with it. */
export const ofBoard = () =>
	text('board_id')
		.notNull()
		.references(() => boards.id, { onDelete: 'cascade' });
export const ofProject = () =>
	text('project_id')
		.notNull()
		.references(() => projects.id, { onDelete: 'cascade' });

export const role = pgEnum('role', ROLES);
export const names = pgEnum('names', NAMES);

export const boards = pgTable(
	'boards',
	{
		id: text('id').primaryKey(),
		title: text('title').notNull(),
		createdAt: instant('created_at').notNull().defaultNow(),
		changedAt: instant('changed_at').notNull().defaultNow(),
		/** Set while the board is deleted and can still be brought back. */
		deletedAt: instant('deleted_at'),
		/** How the board is set; see core/session/rights. */
		editorsShare: boolean('editors_share').notNull().default(false),
		onlookersTakeOut: boolean('onlookers_take_out').notNull().default(true),
		watching: boolean('watching').notNull().default(false),
		closed: boolean('closed').notNull().default(false),
		names: names('names').notNull().default('shown'),
		asksModel: boolean('asks_model').notNull().default(false),
		/** What the running step lets people do, as the document `session` says it. */
		stepRule: jsonb('step_rule').$type<StepRule>().notNull().default({ may: 'everything' }),
		/** Counted up when the database is restored, so that what browsers keep never mixes with it. */
		edition: integer('edition').notNull().default(0),
		/** The project that it lies in, whose members may enter it. */
		projectId: text('project_id').references(() => projects.id, { onDelete: 'set null' }),
	},
	(table) => [index('boards_by_change').on(table.changedAt), index('boards_by_project').on(table.projectId)],
);

/** One row: changes when the database is restored from a backup, so that servers forget what they have in memory. */
export const installation = pgTable('installation', {
	id: integer('id').primaryKey().default(1),
	generation: text('generation').notNull(),
});

/** Folders of boards with members of their own. */
export const projects = pgTable('projects', {
	id: text('id').primaryKey(),
	title: text('title').notNull(),
	createdAt: instant('created_at').notNull().defaultNow(),
});

/** Who belongs to a project, and with what part they come to its boards; its owner keeps it. */
export const projectMembers = pgTable(
	'project_members',
	{
		projectId: ofProject(),
		personId: ofPerson(),
		role: role('role').notNull(),
		joinedAt: instant('joined_at').notNull().defaultNow(),
	},
	(table) => [
		primaryKey({ columns: [table.projectId, table.personId] }),
		index('project_members_by_person').on(table.personId),
	],
);

export const memberships = pgTable(
	'memberships',
	{
		boardId: ofBoard(),
		personId: ofPerson(),
		role: role('role').notNull(),
		/** The link through which the person came in; withdrawing it ends the membership. */
		linkId: text('link_id').references(() => joinLinks.id),
		joinedAt: instant('joined_at').notNull().defaultNow(),
		/** When the person was last on the board. */
		openedAt: instant('opened_at'),
		/** Whether the person has marked it to be found again. */
		starred: boolean('starred').notNull().default(false),
		/** The project through which the person came in; leaving it ends the membership. */
		projectId: text('project_id').references(() => projects.id, { onDelete: 'set null' }),
		/** Under what id and number the person speaks while names are hidden. */
		aliasId: text('alias_id')
			.unique()
			.references((): AnyPgColumn => people.id),
		aliasNumber: integer('alias_number'),
	},
	(table) => [
		index('memberships_by_project').on(table.projectId),
		primaryKey({ columns: [table.boardId, table.personId] }),
		index('memberships_by_person').on(table.personId),
		index('memberships_by_link').on(table.linkId),
	],
);

export const joinLinks = pgTable(
	'join_links',
	{
		id: text('id').primaryKey(),
		boardId: ofBoard(),
		/** SHA-256 of the token; the token itself is known only to those who have the link. */
		tokenHash: text('token_hash').notNull(),
		/** A short code to type, for those who see it on a wall; guesses are limited. */
		code: text('code').unique(),
		/** Asked of whoever comes in, when it is set. */
		passwordHash: text('password_hash'),
		expiresAt: instant('expires_at'),
		role: role('role').notNull(),
		createdBy: text('created_by')
			.notNull()
			.references(() => people.id),
		createdAt: instant('created_at').notNull().defaultNow(),
		withdrawnAt: instant('withdrawn_at'),
		/** How many people have come in by it, wherever they are now. */
		joined: integer('joined').notNull().default(0),
	},
	(table) => [
		uniqueIndex('join_links_by_token').on(table.tokenHash),
		index('join_links_by_board').on(table.boardId),
	],
);

/** People who may not come back to a board, by any link. */
export const bans = pgTable(
	'bans',
	{
		boardId: ofBoard(),
		personId: ofPerson(),
		bannedBy: text('banned_by').references(() => people.id, { onDelete: 'set null' }),
		at: instant('at').notNull().defaultNow(),
		/** What they were on the board, and are again when they are let in. */
		role: role('role'),
	},
	(table) => [primaryKey({ columns: [table.boardId, table.personId] })],
);
