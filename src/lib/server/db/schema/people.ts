/** People, and how they sign in. */
import type { Pigment } from '$core/board/colours';
import { boolean, index, pgTable, text } from 'drizzle-orm/pg-core';
import { instant } from './columns';

/** What belongs to a person goes with them. */
export const ofPerson = () =>
	text('person_id')
		.notNull()
		.references(() => people.id, { onDelete: 'cascade' });

export const people = pgTable('people', {
	id: text('id').primaryKey(),
	name: text('name').notNull(),
	email: text('email').notNull().unique(),
	emailVerified: boolean('email_verified').notNull().default(false),
	image: text('image'),
	isAnonymous: boolean('is_anonymous').default(false),
	/** Tag of the language that they chose; what their browser asks for where there is none. */
	language: text('language'),
	/** The colour that they chose; without it they have one that comes from their id. */
	pigment: text('pigment').$type<Pigment>(),
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
