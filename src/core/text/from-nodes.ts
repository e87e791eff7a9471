/** Rich text from the nodes of an editor's document in its JSON form, as it comes out of pasted HTML. */
import {
	isSafeLink,
	LISTS,
	sameMarks,
	type ListKind,
	type Marks,
	type Paragraph,
	type RichText,
} from './rich';

/** A node as editors of ProseMirror's kind write it. */
export interface EditorNode {
	type: string;
	text?: string;
	attrs?: Record<string, unknown>;
	marks?: { type: string; attrs?: Record<string, unknown> }[];
	content?: EditorNode[];
}

const LIST_OF: Record<string, ListKind> = { bulletList: 'bullet', orderedList: 'number', taskList: 'check' };
const DEEPEST = 4;

function marksOf(node: EditorNode): Marks {
	const marks: Marks = {};
	for (const { type, attrs } of node.marks ?? []) {
		if (type === 'bold' || type === 'italic' || type === 'underline' || type === 'strike') marks[type] = true;
		const href = type === 'link' ? attrs?.['href'] : undefined;
		if (typeof href === 'string' && isSafeLink(href)) marks.link = href;
	}
	return marks;
}

/** Rich text of a document; nodes that are not known are read for their text, empty ends are left out. */
export function richFromNodes(document: EditorNode): RichText {
	const rich: RichText = [];
	const read = (node: EditorNode, item: Omit<Paragraph, 'runs'>, level: number): void => {
		const list = LIST_OF[node.type];
		if (list && LISTS.includes(list)) {
			const depth = Math.min(level + 1, DEEPEST);
			for (const child of node.content ?? []) {
				const checked = list === 'check' && child.attrs?.['checked'] === true;
				read(child, { list, level: depth, ...(checked ? { checked } : {}) }, depth);
			}
			return;
		}
		if (node.type !== 'paragraph') {
			for (const child of node.content ?? []) read(child, item, level);
			return;
		}
		let paragraph: Paragraph = { ...item, runs: [] };
		rich.push(paragraph);
		for (const child of node.content ?? []) {
			if (child.type === 'hardBreak') {
				paragraph = { ...item, runs: [] };
				rich.push(paragraph);
			} else if (child.text) {
				const marks = marksOf(child);
				const last = paragraph.runs.at(-1);
				if (last && sameMarks(last, marks)) last.text += child.text;
				else paragraph.runs.push({ text: child.text, ...marks });
			}
		}
	};
	read(document, {}, -1);
	const isBlank = (paragraph: Paragraph | undefined): boolean =>
		paragraph !== undefined && paragraph.runs.every((run) => run.text.trim() === '');
	while (isBlank(rich[0])) rich.shift();
	while (isBlank(rich.at(-1))) rich.pop();
	return rich;
}
