/** Hears of people who were signed out by a command beside the server. */
import { database } from '../db';
import { log } from '../log';

/** The channel on which the database tells their ids. */
export const SIGNED_OUT = 'wandtafel_signed_out';

/** Calls back with the id of whoever was signed out everywhere. */
export function watchSignedOut(onsignedout: (person: string) => void): void {
	database()
		.sql.listen(SIGNED_OUT, onsignedout)
		.catch((error: unknown) => log.warn({ err: error }, 'the database does not tell who was signed out'));
}
