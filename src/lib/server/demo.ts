/**
 * The demo: one click signs in as its facilitator, in demo mode only, and only from this machine.
 */
import { timingSafeEqual } from 'node:crypto';
import { readSettings } from './settings';

const LOOPBACK = /^(127\.|::1$|::ffff:127\.)/;

/**
 * Where the demo is entered from an address of the network; undefined where there is none for it.
 */
export function demoAddress(client: string): string | undefined {
	const { WANDTAFEL_DEMO_KEY: key, WANDTAFEL_DEMO_PASSWORD: password } = readSettings(process.env);
	return key !== undefined && password !== undefined && LOOPBACK.test(client) ? `/demo/${key}` : undefined;
}

/** The password of the demo's facilitator for whoever has the key and asks from this machine. */
export function demoPassword(given: string, client: string): string | undefined {
	const { WANDTAFEL_DEMO_KEY: key, WANDTAFEL_DEMO_PASSWORD: password } = readSettings(process.env);
	const [a, b] = [Buffer.from(given), Buffer.from(key ?? '')];
	const isRight = key !== undefined && a.length === b.length && timingSafeEqual(a, b);
	return isRight && LOOPBACK.test(client) ? password : undefined;
}
