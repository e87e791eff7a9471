/**
 * Who somebody is. Facilitators have an account (e-mail and password); participants are guests with
 * nothing but a name. Both get a session in an httpOnly cookie, which the websocket reads as well.
 */
import { getRequestEvent } from '$app/server';
import { isPigment, type Pigment } from '$core/board/colours';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { anonymous } from 'better-auth/plugins';
import { sveltekitCookies } from 'better-auth/svelte-kit';
import { nanoid } from 'nanoid';
import { database, schema } from './db';
import { once } from './once';
import { readSettings } from './settings';

export interface Person {
	id: string;
	name: string;
	/** Whether it is somebody without an account. */
	guest: boolean;
	/** Tag of the language that they chose. */
	language?: string;
	/** The colour that they chose. */
	pigment?: Pigment;
}

/** The request being answered; none while a websocket opens, where no cookie can be set anyway. */
function currentEvent(): ReturnType<typeof getRequestEvent> {
	try {
		return getRequestEvent();
	} catch {
		return undefined as never;
	}
}

function make() {
	const settings = readSettings(process.env);
	return betterAuth({
		secret: settings.WANDTAFEL_SECRET,
		baseURL: settings.ORIGIN ?? `http://${settings.HOST}:${settings.PORT}`,
		database: drizzleAdapter(database().db, {
			provider: 'pg',
			schema: {
				user: schema.people,
				session: schema.sessions,
				account: schema.accounts,
				verification: schema.verifications,
			},
		}),
		user: {
			additionalFields: {
				language: { type: 'string', required: false },
				pigment: { type: 'string', required: false },
			},
		},
		emailAndPassword: { enabled: true, minPasswordLength: 10, maxPasswordLength: 200 },
		session: { expiresIn: 60 * 60 * 24 * 60, updateAge: 60 * 60 * 24 },
		advanced: {
			cookiePrefix: 'wandtafel',
			useSecureCookies: settings.ORIGIN?.startsWith('https:') ?? false,
			database: { generateId: () => nanoid(16) },
		},
		telemetry: { enabled: false },
		plugins: [anonymous({ emailDomainName: 'guests.invalid' }), sveltekitCookies(currentEvent)],
	});
}

export const auth = (): ReturnType<typeof make> => once('auth', make);

/** The person whose session cookie the headers carry, if there is one. */
export async function personFrom(headers: Headers): Promise<Person | undefined> {
	const found = await auth().api.getSession({ headers });
	if (!found) return undefined;
	const { id, name, language, pigment } = found.user;
	const isGuest = Boolean((found.user as { isAnonymous?: boolean | null }).isAnonymous);
	return {
		id,
		name,
		guest: isGuest,
		...(language ? { language } : {}),
		...(isPigment(pigment) ? { pigment } : {}),
	};
}
