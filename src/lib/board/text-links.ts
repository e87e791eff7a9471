/**
 * Makes addresses in the text editor into links, also the one that ends a text and so was followed
 * by no space.
 */
import { linksIn } from '$core/text/links';
import type { Editor } from '@tiptap/core';

export function linkAddresses(editor: Editor): void {
	const { state } = editor;
	const mark = state.schema.marks['link'];
	if (!mark || editor.isDestroyed) return;
	const change = state.tr;
	state.doc.descendants((node, at) => {
		if (!node.isText || !node.text || node.marks.some(({ type }) => type === mark)) return;
		for (const { from, to, href } of linksIn(node.text))
			change.addMark(at + from, at + to, mark.create({ href }));
	});
	if (change.docChanged) editor.view.dispatch(change);
}
