/** Counts changes of something that stands outside of Svelte, as the documents do. */
export class Changes {
	count = $state(0);

	/** Whoever calls this in a derived value or an effect follows the changes. */
	observe(): void {
		void this.count;
	}

	note(): void {
		this.count++;
	}
}
