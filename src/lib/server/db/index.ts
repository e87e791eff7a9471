/** The connection to PostgreSQL. */
import { drizzle, type PostgresJsDatabase } from 'drizzle-orm/postgres-js';
import postgres from 'postgres';
import { once } from '../once';
import { readSettings } from '../settings';
import * as schema from './schema';

export type Database = PostgresJsDatabase<typeof schema>;

/**
 * Between tries to reach a database that is away, at most, s: work goes on as soon as it is back.
 */
const LONGEST_WAIT_S = 1;

/** Opens a pool of its own, for scripts and tests; close it with `sql.end()`. */
export function connect(url: string, most = 10): { sql: postgres.Sql; db: Database } {
	const sql = postgres(url, {
		max: most,
		onnotice: () => {},
		idle_timeout: 60,
		connect_timeout: 10,
		backoff: (tries) => Math.min(0.05 * 2 ** tries, LONGEST_WAIT_S),
	});
	return { sql, db: drizzle(sql, { schema }) };
}

/** The server's own pool. */
export const database = (): { sql: postgres.Sql; db: Database } =>
	once('database', () => {
		const settings = readSettings(process.env);
		return connect(settings.DATABASE_URL, settings.WANDTAFEL_DB_CONNECTIONS);
	});

export { schema };
