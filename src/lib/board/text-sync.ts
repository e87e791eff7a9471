/**
 * Keeps the text editor in step with the live text. The library's plugin compares the text before
 * and after a change and so has to guess where a letter was put in among equal ones: spaces that
 * two people type in the same place would change places. Here, what is typed or deleted within a
 * paragraph is written exactly where it was done; the rest is left to the library.
 */
import { addTextNodes } from '$core/board/text-nodes';
import type { Node } from '@tiptap/pm/model';
import { Plugin, PluginKey, type Transaction } from '@tiptap/pm/state';
import { ReplaceStep, type Step } from '@tiptap/pm/transform';
import { ySyncPlugin, ySyncPluginKey } from '@tiptap/y-tiptap';
import * as Y from 'yjs';

/** What of the library's plugin is used here. */
interface Binding {
	type: Y.XmlFragment;
	mux: (work: () => void) => void;
	_prosemirrorChanged: (doc: Node) => void;
}

const exactKey = new PluginKey<readonly Transaction[]>('exactText');

/** What stands in a paragraph: stretches of text, and nodes between them. */
function textAt(paragraph: Y.XmlElement, offset: number): { text: Y.XmlText; at: number } | undefined {
	let left = offset;
	for (const child of paragraph.toArray()) {
		if (child instanceof Y.XmlText) {
			if (left <= child.length) return { text: child, at: left };
			left -= child.length;
		} else left -= 1;
	}
	return undefined;
}

/** The element of the live text that stands for the node at a place of the editor's document. */
function elementAt(type: Y.XmlFragment, doc: Node, pos: number): Y.XmlElement | undefined {
	const place = doc.resolve(pos);
	let element: Y.XmlFragment | Y.XmlElement = type;
	for (let depth = 0; depth < place.depth; depth++) {
		const child: unknown = element.get(place.index(depth));
		if (!(child instanceof Y.XmlElement)) return undefined;
		element = child;
	}
	return element instanceof Y.XmlElement && element.nodeName === place.parent.type.name ? element : undefined;
}

/** Writes a step that only changes letters of one paragraph; says whether it could. */
function writeStep(type: Y.XmlFragment, step: Step, before: Node): boolean {
	if (!(step instanceof ReplaceStep)) return false;
	const { from, to, slice } = step;
	const place = before.resolve(from);
	if (!place.parent.isTextblock || to > place.end() || slice.openStart + slice.openEnd > 0) return false;
	let inserted = '';
	let isText = true;
	slice.content.forEach((node) => {
		if (node.isText) inserted += node.text;
		else isText = false;
	});
	const paragraph = isText ? elementAt(type, before, from) : undefined;
	const found = paragraph && textAt(paragraph, place.parentOffset);
	const { parentOffset } = place;
	const gone = place.parent.textBetween(parentOffset, parentOffset + to - from, '', '￼');
	if (!found || found.at + gone.length > found.text.length || gone.length !== to - from) return false;
	if (gone !== '') found.text.delete(found.at, gone.length);
	// Marks are set by the library, which compares them afterwards.
	if (inserted !== '') found.text.insert(found.at, inserted);
	return true;
}

/** Whether what was typed ends a word: the next undo goes back to here. */
const endsWord = (step: Step): boolean =>
	step instanceof ReplaceStep &&
	/[\s.,;:!?]$/.test(step.slice.content.textBetween(0, step.slice.content.size));

/**
 * The plugins that tie an editor to a live text.
 * @param onWord told after something was typed that ends a word
 */
export function textSync(fragment: Y.XmlFragment, onWord: () => void = () => {}): Plugin[] {
	const exact = new Plugin<readonly Transaction[]>({
		key: exactKey,
		state: {
			init: () => [],
			// Several may come before the view is told; those that were written are left out by
			// `done`.
			apply: (transaction, waiting) =>
				transaction.docChanged ? [...waiting.filter((each) => !done.has(each)), transaction] : waiting,
		},
		view: () => ({
			update(view) {
				const waiting = exactKey.getState(view.state)!.filter((each) => !done.has(each));
				for (const each of waiting) done.add(each);
				const comesFromText = waiting.some((each) => each.getMeta(ySyncPluginKey) !== undefined);
				if (waiting.length === 0 || comesFromText) return;
				const { binding } = ySyncPluginKey.getState(view.state) as { binding: Binding };
				binding.mux(() =>
					fragment.doc?.transact(() => {
						writeSteps(fragment, waiting);
						binding._prosemirrorChanged(view.state.doc);
						addTextNodes(fragment);
					}, ySyncPluginKey),
				);
				if (waiting.some(({ steps }) => steps.some(endsWord))) onWord();
			},
		}),
	});
	const done = new WeakSet<Transaction>();
	return [exact, ySyncPlugin(fragment) as Plugin];
}

function writeSteps(fragment: Y.XmlFragment, transactions: readonly Transaction[]): void {
	for (const { steps, docs } of transactions)
		for (const [i, step] of steps.entries()) if (!writeStep(fragment, step, docs[i]!)) return;
}
