/** The door for those who come with a link or a code: wrong guesses are counted by the address they come from. */
import { m } from '$lib/messages';
import { Refused } from './boards';
import { allow, isLeft } from './limits';
import { isCode, openLink, opensWith, type OpenLink } from './links';

/** The last try of each address that is being looked at. */
const trying = new Map<string, Promise<unknown>>();

/**
 * Runs a try that costs a guess when it is refused. Tries of one address are looked at one after the other: many at once
 * would all be let through before the first is counted.
 */
async function guessing<T>(address: string, attempt: () => Promise<T>): Promise<T> {
	const before = trying.get(address);
	const mine = (async () => {
		await before?.catch(() => undefined);
		if (!(await isLeft('guess', address))) throw new Refused(m.too_many_tries());
		try {
			return await attempt();
		} catch (reason) {
			if (reason instanceof Refused) await allow('guess', address);
			throw reason;
		}
	})();
	trying.set(address, mine);
	try {
		return await mine;
	} finally {
		if (trying.get(address) === mine) trying.delete(address);
	}
}

export const findByCode = (code: string, address: string): Promise<OpenLink> =>
	guessing(address, async () => {
		if (!isCode(code)) throw new Refused(m.error_code(), 404);
		return openLink({ code });
	});

/** What an address opens: it ends in a token, or in a code. */
export const findLink = (key: string, address: string): Promise<OpenLink> =>
	isCode(key) ? findByCode(key, address) : openLink({ token: key });

/** Throws Refused when the link asks for a password and this is not it. */
export async function requirePassword(link: OpenLink, password: string, address: string): Promise<void> {
	if (link.passwordHash === null) return;
	await guessing(address, async () => {
		if (!(await opensWith(link, password))) throw new Refused(m.password_wrong());
	});
}
