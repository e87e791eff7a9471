/** Small values that this browser keeps for whoever uses it. */
import type { z } from 'zod';

/** What is kept under a key, if it can be read and is what it should be. */
export function recall<T>(key: string, schema: z.ZodType<T>): T | undefined {
	try {
		return schema.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null')).data;
	} catch {
		// There is no store here, or nothing in it that can be read.
		return undefined;
	}
}

/** Keeps a value. A browser that keeps nothing has it as long as the page does. */
export function remember(key: string, value: unknown): void {
	try {
		localStorage.setItem(key, JSON.stringify(value));
	} catch {
		// It is not kept.
	}
}
