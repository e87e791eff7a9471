/** Whether this process takes work: for those who send it requests. */
import { sql } from 'drizzle-orm';
import { database } from './db';
import { once } from './once';

const state = (): { stopping: boolean } => once('state', () => ({ stopping: false }));

/** From now on no new work is wanted. */
export const startStopping = (): void => void (state().stopping = true);

/** Longest wait for the database, ms. */
const PING_TIMEOUT_MS = 2000;

/** Why no work is wanted now, in words; undefined when everything is ready. */
export async function unready(): Promise<string | undefined> {
	if (state().stopping) return 'The server is stopping.';
	let timer: NodeJS.Timeout | undefined;
	try {
		const late = new Promise<never>((_, reject) => {
			timer = setTimeout(() => reject(new Error('late')), PING_TIMEOUT_MS);
		});
		await Promise.race([database().db.execute(sql`select 1`), late]);
		return undefined;
	} catch {
		return 'The database does not answer.';
	} finally {
		clearTimeout(timer);
	}
}
