/**
 * Lets the browser move an element in every frame without anything else: one line of style is all that changes. For an element
 * of its own layer it otherwise works out anew each time which parts of the page lie over it, and so which of them share a
 * picture; with an animation on the element it takes the worst for granted, once. This one adds nothing to where the element is,
 * and stands still.
 * @returns the way to end it
 */
export function makeMovable(element: HTMLElement): () => void {
	element.style.willChange = 'transform';
	const still = { transform: 'translate(0px)', composite: 'add' } as const;
	const animation = element.animate([still, still], { duration: 1000 });
	animation.pause();
	return () => animation.cancel();
}
