/** Brings the database to the current schema. Needs DATABASE_URL. */
import { migrate } from 'drizzle-orm/postgres-js/migrator';
import { connect } from '$lib/server/db';

const { sql, db } = connect(process.env['DATABASE_URL']!, 1);
await migrate(db, { migrationsFolder: 'drizzle' });
await sql.end();
