/** A clock that ticks on the server's whole seconds, so that countdowns change on all screens at once. */
export function ticking(now: () => number): { readonly now: number } {
	let current = $state(now());
	$effect(() => {
		let timer: ReturnType<typeof setTimeout>;
		const tick = (): void => {
			current = now();
			timer = setTimeout(tick, 1000 - (current % 1000) + 2);
		};
		tick();
		return () => clearTimeout(timer);
	});
	return {
		get now() {
			return current;
		},
	};
}
