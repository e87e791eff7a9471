/** Rounds in which everybody sorts notes at once. A round is a run of a step. */
import { index, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { instant } from './columns';
import { ofBoard } from './boards';
import { ofPerson } from './people';

/** Themes that were named in a round. */
export const roundThemes = pgTable(
	'round_themes',
	{
		boardId: ofBoard(),
		run: text('run').notNull(),
		id: text('id').notNull(),
		name: text('name').notNull(),
		/** The theme that it was joined with. */
		joinedInto: text('joined_into'),
		at: instant('at').notNull().defaultNow(),
	},
	(table) => [primaryKey({ columns: [table.boardId, table.run, table.id] })],
);

/** Where people said that notes belong; no theme means that they put it aside. */
export const roundAnswers = pgTable(
	'round_answers',
	{
		boardId: ofBoard(),
		run: text('run').notNull(),
		note: text('note').notNull(),
		personId: ofPerson(),
		theme: text('theme'),
		at: instant('at').notNull().defaultNow(),
	},
	(table) => [
		primaryKey({ columns: [table.boardId, table.run, table.note, table.personId] }),
		index('round_answers_by_run').on(table.boardId, table.run, table.at),
	],
);

/** Who sorts in a round, when they were seen last, and the notes that lie before them. */
export const roundPeople = pgTable(
	'round_people',
	{
		boardId: ofBoard(),
		run: text('run').notNull(),
		personId: ofPerson(),
		seenAt: instant('seen_at').notNull().defaultNow(),
		dealt: text('dealt').array().notNull(),
	},
	(table) => [primaryKey({ columns: [table.boardId, table.run, table.personId] })],
);
