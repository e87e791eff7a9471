/**
 * Tables. `people`, `sessions`, `accounts` and `verifications` are those that the sign-in library works on;
 * guests are people without an account. What is edited together lives in `updates` and `snapshots`.
 */
import {
	type AnyPgColumn,
	bigint,
	bigserial,
	boolean,
	customType,
	index,
	integer,
	jsonb,
	pgEnum,
	pgTable,
	primaryKey,
	text,
	timestamp,
	uniqueIndex,
} from 'drizzle-orm/pg-core';
import { NAMES, ROLES } from '../../../core/session/rights';
import type { Report } from '../../../core/report/document';
import { SCOPES, type PieceContent } from '../../../core/templates/piece';
import { METHODS, type Choice, type Option, type Terms } from '../../../core/decide/vote';
import type { StepRule } from '../../../core/session/step-rights';

const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => 'bytea' });
const instant = (name: string) => timestamp(name, { withTimezone: true });

/** What belongs to a board, and what to a person, goes with it. */
const ofBoard = () =>
	text('board_id')
		.notNull()
		.references(() => boards.id, { onDelete: 'cascade' });
const ofPerson = () =>
	text('person_id')
		.notNull()
		.references(() => people.id, { onDelete: 'cascade' });

const ofProject = () =>
	text('project_id')
		.notNull()
		.references(() => projects.id, { onDelete: 'cascade' });

export const role = pgEnum('role', ROLES);
export const names = pgEnum('names', NAMES);

export const people = pgTable('people', {
	id: text('id').primaryKey(),
	name: text('name').notNull(),
	email: text('email').notNull().unique(),
	emailVerified: boolean('email_verified').notNull().default(false),
	image: text('image'),
	isAnonymous: boolean('is_anonymous').default(false),
	createdAt: instant('created_at').notNull().defaultNow(),
	updatedAt: instant('updated_at').notNull().defaultNow(),
});

export const sessions = pgTable(
	'sessions',
	{
		id: text('id').primaryKey(),
		token: text('token').notNull().unique(),
		userId: ofPerson(),
		expiresAt: instant('expires_at').notNull(),
		ipAddress: text('ip_address'),
		userAgent: text('user_agent'),
		createdAt: instant('created_at').notNull().defaultNow(),
		updatedAt: instant('updated_at').notNull().defaultNow(),
	},
	(table) => [index('sessions_by_person').on(table.userId)],
);

export const accounts = pgTable(
	'accounts',
	{
		id: text('id').primaryKey(),
		accountId: text('account_id').notNull(),
		providerId: text('provider_id').notNull(),
		userId: ofPerson(),
		accessToken: text('access_token'),
		refreshToken: text('refresh_token'),
		idToken: text('id_token'),
		accessTokenExpiresAt: instant('access_token_expires_at'),
		refreshTokenExpiresAt: instant('refresh_token_expires_at'),
		scope: text('scope'),
		password: text('password'),
		createdAt: instant('created_at').notNull().defaultNow(),
		updatedAt: instant('updated_at').notNull().defaultNow(),
	},
	(table) => [index('accounts_by_person').on(table.userId)],
);

export const verifications = pgTable('verifications', {
	id: text('id').primaryKey(),
	identifier: text('identifier').notNull(),
	value: text('value').notNull(),
	expiresAt: instant('expires_at').notNull(),
	createdAt: instant('created_at').notNull().defaultNow(),
	updatedAt: instant('updated_at').notNull().defaultNow(),
});

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
	},
	(table) => [primaryKey({ columns: [table.boardId, table.personId] })],
);

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
	(table) => [index('updates_by_document').on(table.document, table.id)],
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
	(table) => [primaryKey({ columns: [table.document, table.upTo] })],
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
