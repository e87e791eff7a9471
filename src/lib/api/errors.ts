/**
 * What can go wrong with a request, in kinds that callers treat differently, and in words to show.
 */
import { Fault } from '$core/fault';
import { m } from '$lib/messages';
import { faultWords } from '$lib/words/faults';

/**
 * `offline`: the server was not reached, the same may work later. `refused`: it answered that it
 * does not do it, and why. `mismatch`: its answer is not what this page knows how to read.
 */
export type ApiErrorKind = 'offline' | 'refused' | 'mismatch';

export class ApiError extends Error {
	override name = 'ApiError';
	constructor(
		readonly kind: ApiErrorKind,
		message: string,
		/** The status of the answer, where there was one. */
		readonly status?: number,
	) {
		super(message);
	}
}

export const isOffline = (error: unknown): boolean => error instanceof ApiError && error.kind === 'offline';

/** Something that can be shown, whatever was thrown. */
export const messageOf = (error: unknown): string =>
	error instanceof ApiError ? error.message : error instanceof Fault ? faultWords(error) : m.error_server();
