/**
 * For a row that wraps: shows what has room in its first line and hides the rest, from the eye, the
 * pointer and the keyboard alike. What is hidden has to be reached in another way as well.
 */
export function firstRowOnly(row: HTMLElement): () => void {
	const look = (): void => {
		const children = [...row.children] as HTMLElement[];
		const top = children[0]?.offsetTop ?? 0;
		const isCut = (child: HTMLElement): boolean =>
			child.offsetTop > top || child.offsetLeft + child.offsetWidth > row.offsetLeft + row.clientWidth;
		for (const child of children) child.style.visibility = isCut(child) ? 'hidden' : '';
	};
	const resizes = new ResizeObserver(look);
	resizes.observe(row);
	const changes = new MutationObserver(look);
	changes.observe(row, { childList: true, subtree: true, characterData: true });
	look();
	return () => {
		resizes.disconnect();
		changes.disconnect();
	};
}
