/** Rate limits: in memory, or together with other servers where there are any. */
import { RateLimiterMemory, RateLimiterRedis, RateLimiterRes } from 'rate-limiter-flexible';
import { sharedCounts } from './live/relay';
import { once } from './once';

const limiter = (name: string, points: number, seconds: number) =>
	once(`limit ${name}`, () => {
		const alone = new RateLimiterMemory({ points, duration: seconds });
		const shared = sharedCounts();
		if (!shared) return alone;
		const { client, prefix } = shared;
		// Without Redis each server guards itself.
		return new RateLimiterRedis({
			storeClient: client,
			keyPrefix: `${prefix}:limit:${name}`,
			points,
			duration: seconds,
			insuranceLimiter: alone,
		});
	});

const LIMITS = {
	/** Tries to sign in, by address. */
	signIn: () => limiter('signIn', 20, 300),
	/** New guests and accounts, by address: a whole class joins from one. */
	join: () => limiter('join', 300, 300),
	/** Codes and passwords that were wrong, by address. */
	guess: () => limiter('guess', 20, 300),
	/** Questions for the parking lot, by person. */
	parking: () => limiter('parking', 30, 60),
	/** Searches over all boards, by person: one for each few letters typed. */
	search: () => limiter('search', 240, 60),
	/** Where notes belong among themes, by person: asked anew for each note that is dealt. */
	sorting: () => limiter('sorting', 240, 60),
	/** Exports and theme proposals, by person. */
	heavy: () => limiter('heavy', 60, 60),
};

/** Counts one use; false when there were too many. */
export async function allow(kind: keyof typeof LIMITS, key: string): Promise<boolean> {
	try {
		await LIMITS[kind]().consume(key);
		return true;
	} catch (reason) {
		if (reason instanceof RateLimiterRes) return false;
		throw reason;
	}
}

/** Whether there is still one use left, without counting one: for what counts only when it goes wrong. */
export async function isLeft(kind: keyof typeof LIMITS, key: string): Promise<boolean> {
	const used = await LIMITS[kind]().get(key);
	return used === null || used.remainingPoints > 0;
}
