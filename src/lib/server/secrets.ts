/** Passwords of links: kept as salted hashes (scrypt, RFC 7914). */
import { createHash, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify(scrypt) as (password: string, salt: Buffer, length: number) => Promise<Buffer>;
const LENGTH = 32;

/** Salt and hash of a password, as text. */
export async function hashPassword(password: string): Promise<string> {
	const salt = randomBytes(16);
	return `${salt.toString('base64')}.${(await derive(password.normalize('NFKC'), salt, LENGTH)).toString('base64')}`;
}

export async function isPassword(password: string, kept: string): Promise<boolean> {
	const [salt, hash] = kept.split('.').map((part) => Buffer.from(part, 'base64'));
	if (!salt || hash?.length !== LENGTH) return false;
	return timingSafeEqual(await derive(password.normalize('NFKC'), salt, LENGTH), hash);
}

/** Whether two texts are the same, in a time that says nothing about where they differ. */
export function isSame(a: string, b: string): boolean {
	const [x, y] = [a, b].map((text) => createHash('sha256').update(text).digest());
	return timingSafeEqual(x!, y!);
}
