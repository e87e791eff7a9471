/**
 * Rich text in the live document: a Y.XmlFragment in the form that the text editor works on (ProseMirror's
 * schema of paragraphs, lists and marks), read into plain data and written from it.
 */
import * as Y from 'yjs';
import { isSafeLink, type ListKind, type Paragraph, type RichText, type Run } from '../text/rich';

const LIST_NODES: Record<string, ListKind> = {
	bulletList: 'bullet',
	orderedList: 'number',
	taskList: 'check',
};
const NODES: Record<ListKind, { list: string; item: string }> = {
	bullet: { list: 'bulletList', item: 'listItem' },
	number: { list: 'orderedList', item: 'listItem' },
	check: { list: 'taskList', item: 'taskItem' },
};
/** Deeper lists are read as this deep. */
const DEEPEST = 4;

type ItemOf = Omit<Paragraph, 'runs'>;

/** Reads rich text; nodes it does not know are read for their text. */
export function readText(fragment: unknown): RichText {
	if (!(fragment instanceof Y.XmlFragment)) return [];
	const rich: RichText = [];
	for (const node of fragment.toArray()) {
		if (node instanceof Y.XmlText) rich.push({ runs: runsOf(node) });
		else if (node instanceof Y.XmlElement) readBlock(node, rich, {}, -1);
	}
	return rich;
}

/**
 * Blocks in one another that are read; what is nested deeper is no text that an editor made, and is
 * left out.
 */
const MAX_NESTED = 32;

function readBlock(element: Y.XmlElement, rich: RichText, item: ItemOf, level: number, nested = 0): void {
	if (nested > MAX_NESTED) return;
	const list = LIST_NODES[element.nodeName];
	if (list) {
		const depth = Math.min(level + 1, DEEPEST);
		for (const child of element.toArray()) {
			if (!(child instanceof Y.XmlElement)) continue;
			const checked = list === 'check' && isTrue(child.getAttribute('checked') as unknown);
			const inner: ItemOf = { list, ...(depth > 0 ? { level: depth } : {}), ...(checked ? { checked } : {}) };
			for (const block of child.toArray())
				if (block instanceof Y.XmlElement) readBlock(block, rich, inner, depth, nested + 2);
		}
		return;
	}
	let runs: Run[] = [];
	for (const node of element.toArray()) {
		if (node instanceof Y.XmlText) runs.push(...runsOf(node));
		else if (node instanceof Y.XmlElement) {
			if (node.nodeName === 'hardBreak') {
				rich.push({ ...item, runs });
				runs = [];
			} else readBlock(node, rich, item, level, nested + 1);
		}
	}
	rich.push({ ...item, runs });
}

const isTrue = (value: unknown): boolean => value === true || value === 'true';

interface Delta {
	insert?: unknown;
	attributes?: Record<string, unknown>;
}

function runsOf(text: Y.XmlText): Run[] {
	const runs: Run[] = [];
	for (const { insert, attributes } of text.toDelta() as Delta[]) {
		if (typeof insert !== 'string' || insert === '') continue;
		const run: Run = { text: insert };
		for (const mark of ['bold', 'italic', 'underline', 'strike'] as const)
			if (attributes?.[mark]) run[mark] = true;
		const link = attributes?.['link'] as { href?: unknown } | undefined;
		if (typeof link?.href === 'string' && isSafeLink(link.href)) run.link = link.href;
		const ink = attributes?.['ink'] as { chalk?: unknown } | undefined;
		if (typeof ink?.chalk === 'string') run.chalk = ink.chalk;
		runs.push(run);
	}
	return runs;
}

const marksOf = (run: Run): Record<string, object | null> => ({
	bold: run.bold ? {} : null,
	italic: run.italic ? {} : null,
	underline: run.underline ? {} : null,
	strike: run.strike ? {} : null,
	link: run.link ? { href: run.link } : null,
	ink: run.chalk ? { chalk: run.chalk } : null,
});

function paragraphElement({ runs }: Paragraph): Y.XmlElement {
	const element = new Y.XmlElement('paragraph');
	// Also without text: why, says text-nodes.ts.
	const text = new Y.XmlText();
	let at = 0;
	for (const run of runs) {
		text.insert(at, run.text, marksOf(run));
		at += run.text.length;
	}
	element.insert(0, [text]);
	return element;
}

/** Blocks of the paragraphs from `start` on that stand at `level` or deeper; gives where it stopped. */
function blocksFrom(rich: RichText, start: number, level: number): { blocks: Y.XmlElement[]; next: number } {
	const blocks: Y.XmlElement[] = [];
	let i = start;
	while (i < rich.length) {
		const { list, level: depth = 0 } = rich[i]!;
		if (!list || (level >= 0 && depth < level)) break;
		const { list: listNode, item: itemNode } = NODES[list];
		const element = new Y.XmlElement(listNode);
		const items: { element: Y.XmlElement; children: Y.XmlElement[] }[] = [];
		const goesOn = ({ list: kind, level: at = 0 }: Paragraph): boolean =>
			kind !== undefined && (at > level || (at === level && kind === list));
		while (i < rich.length && goesOn(rich[i]!)) {
			// An item that is deeper than the first one of its list has nothing to hang on: it stands at this level.
			if ((rich[i]!.level ?? 0) > level && items.length > 0) {
				const inner = blocksFrom(rich, i, level + 1);
				items.at(-1)!.children.push(...inner.blocks);
				i = inner.next;
				continue;
			}
			const item = new Y.XmlElement(itemNode);
			if (list === 'check') item.setAttribute('checked', (rich[i]!.checked ?? false) as unknown as string);
			items.push({ element: item, children: [paragraphElement(rich[i]!)] });
			i++;
		}
		// Elements that stand in no document yet can be filled only once, at their start.
		for (const item of items) item.element.insert(0, item.children);
		element.insert(
			0,
			items.map((item) => item.element),
		);
		blocks.push(element);
	}
	return { blocks, next: i };
}

/** A new fragment that holds `rich`: one paragraph element a paragraph, lists as nested elements. */
export function writeText(rich: RichText): Y.XmlFragment {
	const fragment = new Y.XmlFragment();
	fillText(fragment, rich);
	return fragment;
}

/** Writes `rich` into a fragment that is empty. */
export function fillText(fragment: Y.XmlFragment, rich: RichText): void {
	const paragraphs: RichText = rich.length === 0 ? [{ runs: [] }] : rich;
	const elements: Y.XmlElement[] = [];
	for (let i = 0; i < paragraphs.length;) {
		if (!paragraphs[i]!.list) {
			elements.push(paragraphElement(paragraphs[i]!));
			i++;
			continue;
		}
		const { blocks, next } = blocksFrom(paragraphs, i, 0);
		elements.push(...blocks);
		i = next;
	}
	fragment.insert(0, elements);
}
