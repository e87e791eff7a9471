import type { Person } from '$lib/server/auth';

declare global {
	namespace App {
		interface Locals {
			person: Person | undefined;
			/** Stands in the log and in the answer, so that one can be found by the other. */
			requestId: string;
		}
	}
}

export {};
