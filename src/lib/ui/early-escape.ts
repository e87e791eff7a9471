/** Frames until the package that shows a dialog or a panel listens to Escape itself. */
const FRAMES = 4;

/**
 * Closes on Escape from the moment something opens. The package listens some frames later, and
 * on a busy machine an early Escape would go to whatever has the focus behind it.
 *
 * @returns what ends the listening.
 */
export function closeOnEarlyEscape(close: () => void): () => void {
	const onKey = (event: KeyboardEvent): void => {
		if (event.key !== 'Escape' || event.isComposing) return;
		event.preventDefault();
		event.stopImmediatePropagation();
		close();
	};
	let left = FRAMES;
	let frame = 0;
	const stop = (): void => {
		cancelAnimationFrame(frame);
		removeEventListener('keydown', onKey, true);
	};
	const wait = (): void => {
		if (left-- === 0) stop();
		else frame = requestAnimationFrame(wait);
	};
	addEventListener('keydown', onKey, true);
	wait();
	return stop;
}
