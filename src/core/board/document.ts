/**
 * The shape of the live document `stage`: where sheets and objects stand in it, and how rich text is
 * written as a Y.XmlFragment (the same form that the text editor works on).
 *
 * `objects` is a Y.Map from id to a Y.Map of few, coarse values, so that large boards load fast and a drag
 * is one small update.
 */
import * as Y from 'yjs';
import type { Paragraph, RichText, Run } from '../text/rich';

export type ObjectMap = Y.Map<unknown>;

export const objectsOf = (doc: Y.Doc): Y.Map<ObjectMap> => doc.getMap<ObjectMap>('objects');
export const sheetsOf = (doc: Y.Doc): Y.Map<Y.Map<unknown>> => doc.getMap<Y.Map<unknown>>('sheets');

/** The live text of an object, for the editor; undefined when there is no such object. */
export function fragmentOf(doc: Y.Doc, id: string): Y.XmlFragment | undefined {
	const text = objectsOf(doc).get(id)?.get('text');
	return text instanceof Y.XmlFragment ? text : undefined;
}

/** Reads rich text; nodes it does not know are read for their text. */
export function readText(fragment: unknown): RichText {
	if (!(fragment instanceof Y.XmlFragment)) return [];
	const rich: RichText = [];
	for (const node of fragment.toArray()) {
		if (node instanceof Y.XmlText) rich.push(runsOf(node));
		else if (node instanceof Y.XmlElement) rich.push(...paragraphsOf(node));
	}
	return rich;
}

/** A paragraph element; a hard break inside it starts a new line of its own. */
function paragraphsOf(element: Y.XmlElement): Paragraph[] {
	const lines: Paragraph[] = [[]];
	for (const node of element.toArray()) {
		if (node instanceof Y.XmlText) lines.at(-1)!.push(...runsOf(node));
		else if (node instanceof Y.XmlElement) {
			if (node.nodeName === 'hardBreak') lines.push([]);
			else lines.push(...paragraphsOf(node));
		}
	}
	return lines;
}

interface Delta {
	insert?: unknown;
	attributes?: Record<string, unknown>;
}

function runsOf(text: Y.XmlText): Run[] {
	const runs: Run[] = [];
	for (const { insert, attributes } of text.toDelta() as Delta[]) {
		if (typeof insert !== 'string' || insert === '') continue;
		const run: Run = { text: insert };
		if (attributes?.['bold']) run.bold = true;
		if (attributes?.['italic']) run.italic = true;
		runs.push(run);
	}
	return runs;
}

/** A new fragment that holds `rich`, one paragraph element a paragraph. */
export function writeText(rich: RichText): Y.XmlFragment {
	const fragment = new Y.XmlFragment();
	const paragraphs = rich.length === 0 ? [[]] : rich;
	fragment.insert(
		0,
		paragraphs.map((paragraph) => {
			const element = new Y.XmlElement('paragraph');
			if (paragraph.length > 0) {
				const text = new Y.XmlText();
				let at = 0;
				for (const run of paragraph) {
					const marks: Record<string, object | null> = {
						bold: run.bold ? {} : null,
						italic: run.italic ? {} : null,
					};
					text.insert(at, run.text, marks);
					at += run.text.length;
				}
				element.insert(0, [text]);
			}
			return element;
		}),
	);
	return fragment;
}
