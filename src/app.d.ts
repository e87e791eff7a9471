import type { Person } from '$lib/server/auth';

declare global {
	namespace App {
		interface Locals {
			person: Person | undefined;
		}
	}
}

export {};
