/**
 * Notices when the database is restored from a backup under a running server. What servers have in memory belongs to the
 * database before it then: nothing of that may be written any more.
 */
import { database } from '../db';
import { log } from '../log';
import { once } from '../once';

const CHANNEL = 'wandtafel_restored';

const known = (): { now: Promise<string> | undefined } => once('generation', () => ({ now: undefined }));

async function read(): Promise<string> {
	const [row] = await database().sql<{ generation: string }[]>`select generation from installation`;
	return row?.generation ?? '';
}

/** The database that this server works on, as it was when it was last looked. */
export function generation(): Promise<string> {
	const state = known();
	if (!state.now) {
		const reading = read();
		state.now = reading;
		reading.catch(() => state.now === reading && (state.now = undefined));
	}
	return state.now;
}

/** Calls back when the database has become another one. */
export function watchGeneration(onchange: () => void): void {
	const look = async (): Promise<void> => {
		try {
			const before = await generation();
			const now = await read();
			if (now === before) return;
			known().now = Promise.resolve(now);
			onchange();
		} catch (error) {
			log.warn({ err: error }, 'it could not be seen whether the database was restored');
		}
	};
	// The line may have been cut while it was told: it is looked at whenever the line is there again.
	database()
		.sql.listen(
			CHANNEL,
			() => void look(),
			() => void look(),
		)
		.catch((error: unknown) => log.warn({ err: error }, 'the database does not tell when it is restored'));
}
