/** Sets by key: the connectors of an object, the members of a group. */
export class SetsByKey {
	private readonly sets = new Map<string, Set<string>>();

	add(key: string, value: string): void {
		const set = this.sets.get(key);
		if (set) set.add(value);
		else this.sets.set(key, new Set([value]));
	}

	delete(key: string, value: string): void {
		this.sets.get(key)?.delete(value);
	}

	of(key: string): ReadonlySet<string> {
		return this.sets.get(key) ?? NOTHING;
	}
}
const NOTHING: ReadonlySet<string> = new Set();
