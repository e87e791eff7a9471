/**
 * Text nodes of paragraphs in a live text. Every paragraph has one from the start: when two people
 * begin to type in a paragraph that has none, each editor makes a node of its own, and the editors
 * then merge the two at the same time, which doubles letters.
 *
 * Whoever makes a paragraph makes its node as well. A paragraph that came without one (from older
 * data, or from another program) gets a node whose id follows from the paragraph's own, so that all
 * who open it at once make the same node, not one each.
 */
import * as encoding from 'lib0/encoding';
import * as Y from 'yjs';

/** Marks transactions that add such nodes: they are nobody's edit, and undo passes over them. */
export const TEXT_NODES = 'text nodes';

/**
 * Marks transactions that fit what is around a text to what was taken back in it: they follow, and
 * are no step of undo.
 */
export const FITTED = 'fitted';

/** Deepest nesting that is looked into; deeper blocks are not ours. */
const DEEPEST = 32;

/** Paragraphs of a text that have no text node. */
function bareParagraphs(fragment: Y.XmlFragment, depth = 0): Y.XmlElement[] {
	if (depth > DEEPEST) return [];
	return fragment.toArray().flatMap((node) => {
		if (!(node instanceof Y.XmlElement)) return [];
		if (node.nodeName !== 'paragraph') return bareParagraphs(node, depth + 1);
		return node.toArray().some((child) => child instanceof Y.XmlText) ? [] : [node];
	});
}

/**
 * Adds text nodes of one's own to paragraphs that were just made here. Call it in the transaction
 * that made them.
 */
export function addTextNodes(fragment: Y.XmlFragment): void {
	for (const paragraph of bareParagraphs(fragment)) paragraph.insert(0, [new Y.XmlText()]);
}

/** Adds the text nodes that are missing in a text, the same ones on every screen. */
export function seedTextNodes(doc: Y.Doc, fragment: Y.XmlFragment): void {
	for (const paragraph of bareParagraphs(fragment)) {
		const parent = paragraph._item!.id;
		const client = seedClient(doc, parent);
		Y.applyUpdate(doc, seedUpdate(client, [{ type: XML_TEXT, parent }]), TEXT_NODES);
	}
}

/**
 * Gives an object an empty text under `key`, where it has none: the same one on every screen, so
 * that two who begin to write there at once write in one text.
 */
export function seedText(map: Y.Map<unknown>, key: string): void {
	const { doc } = map;
	if (!doc || map.has(key)) return;
	const last = map._map.get(key)?.lastId;
	const client = seedClient(doc, last ?? map._item!.id, key);
	const root: Seed = last
		? { type: XML_FRAGMENT, left: last }
		: { type: XML_FRAGMENT, parent: map._item!.id, key };
	const update = seedUpdate(client, [
		root,
		{ type: XML_ELEMENT, parent: Y.createID(client, 0), name: 'paragraph' },
		{ type: XML_TEXT, parent: Y.createID(client, 1) },
	]);
	Y.applyUpdate(doc, update, TEXT_NODES);
}

/**
 * The client number that something is made under: 53 bits mixed from what it hangs on (cyrb53),
 * above the 32 bits that real clients draw their numbers from. A number that was used before, by
 * something deleted since, is passed over.
 */
function seedClient(doc: Y.Doc, { client, clock }: Y.ID, key = ''): number {
	for (let turn = 0; ; turn++) {
		let h1 = 0xdeadbeef;
		let h2 = 0x41c6ce57;
		for (const part of [client, clock, turn, ...new TextEncoder().encode(key)]) {
			h1 = Math.imul(h1 ^ part, 2654435761);
			h2 = Math.imul(h2 ^ part, 1597334677);
		}
		h1 = Math.imul(h1 ^ (h1 >>> 16), 2246822507) ^ Math.imul(h2 ^ (h2 >>> 13), 3266489909);
		h2 = Math.imul(h2 ^ (h2 >>> 16), 2246822507) ^ Math.imul(h1 ^ (h1 >>> 13), 3266489909);
		const seed = 4294967296 * (1 + (h2 & 0xfffff)) + (h1 >>> 0);
		if (Y.getState(doc.store, seed) === 0) return seed;
	}
}

/** Yjs' numbers for the types that texts are made of. */
const XML_ELEMENT = 3;
const XML_FRAGMENT = 4;
const XML_TEXT = 6;
/** Info byte of an item: it holds a type; it stands right of another item; it has a key. */
const INFO = { holdsType: 7, hasLeft: 0x80, hasKey: 0x20 };

type Seed = { type: number; name?: string } & ({ left: Y.ID } | { parent: Y.ID; key?: string });

/**
 * An update in Yjs' first encoding with empty types that one client makes one after the other, from
 * clock 0 on.
 */
function seedUpdate(client: number, seeds: readonly Seed[]): Uint8Array {
	const encoder = encoding.createEncoder();
	const write = (...numbers: number[]): void =>
		numbers.forEach((number) => encoding.writeVarUint(encoder, number));
	// One client, its structs, its number, its first clock.
	write(1, seeds.length, client, 0);
	for (const seed of seeds) {
		if ('left' in seed) {
			encoding.writeUint8(encoder, INFO.holdsType | INFO.hasLeft);
			write(seed.left.client, seed.left.clock);
		} else {
			encoding.writeUint8(encoder, INFO.holdsType | (seed.key === undefined ? 0 : INFO.hasKey));
			// The parent is told by its id, not by the name of a root.
			write(0, seed.parent.client, seed.parent.clock);
			if (seed.key !== undefined) encoding.writeVarString(encoder, seed.key);
		}
		write(seed.type);
		if (seed.name !== undefined) encoding.writeVarString(encoder, seed.name);
	}
	// Nothing is deleted.
	write(0);
	return encoding.toUint8Array(encoder);
}
