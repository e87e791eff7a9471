/** `password E-MAIL`: gives an account a new password and prints it; ends its sessions. */
import { hashPassword } from 'better-auth/crypto';
import { and, eq, sql as query } from 'drizzle-orm';
import { randomInt } from 'node:crypto';
import { connect, schema } from '../src/lib/server/db';
import { SIGNED_OUT } from '../src/lib/server/live/signed-out';
import { readSettings } from '../src/lib/server/settings';

/** Letters and digits that are not taken for one another. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789';
const LENGTH = 14;

const email = process.argv[2]?.trim().toLowerCase();
if (!email) {
	process.stderr.write('Name the account: ./wandtafel password E-MAIL\n');
	process.exit(1);
}
const { people, accounts, sessions } = schema;
const { db, sql } = connect(readSettings(process.env).DATABASE_URL, 1);
const [found] = await db
	.select({ account: accounts.id, person: people.id })
	.from(people)
	.innerJoin(accounts, and(eq(accounts.userId, people.id), eq(accounts.providerId, 'credential')))
	.where(eq(people.email, email));
if (!found) {
	process.stderr.write(`There is no account for ${email}.\n`);
	process.exitCode = 1;
} else {
	const password = Array.from({ length: LENGTH }, () => SIGNS[randomInt(SIGNS.length)]).join('');
	const hash = await hashPassword(password);
	await db.transaction(async (tx) => {
		await tx.update(accounts).set({ password: hash }).where(eq(accounts.id, found.account));
		await tx.delete(sessions).where(eq(sessions.userId, found.person));
		// Servers end the connections that are open.
		await tx.execute(query`select pg_notify(${SIGNED_OUT}, ${found.person})`);
	});
	process.stdout.write(`The new password of ${email}: ${password}\n`);
}
await sql.end();
