/**
 * Tells any number of listeners that something happened; nobody is left out because somebody else
 * came later.
 */
export class Emitter<Args extends unknown[] = []> {
	private readonly listeners = new Set<(...args: Args) => void>();

	/** Listens until the function that is returned is called. */
	on(listener: (...args: Args) => void): () => void {
		// A function of its own: the same listener can listen twice, and each can stop.
		const own = (...args: Args): void => listener(...args);
		this.listeners.add(own);
		return () => void this.listeners.delete(own);
	}

	emit(...args: Args): void {
		for (const listener of this.listeners) listener(...args);
	}
}
