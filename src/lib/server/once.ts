/**
 * Things of which a process has one: pools, live documents, workers. They are kept on `globalThis`, so
 * that reloading a module in development does not make a second one.
 */
const kept = ((globalThis as Record<symbol, unknown>)[Symbol.for('wandtafel.once')] ??= new Map<
	string,
	unknown
>()) as Map<string, unknown>;

export function once<T>(name: string, make: () => T): T {
	if (!kept.has(name)) kept.set(name, make());
	return kept.get(name) as T;
}
