/** What one change of the live document `stage` did to each object and sheet, told as verbs. */
import * as Y from 'yjs';
import { objectsOf, sheetsOf } from '../board/document';
import { NOD } from '../board/model/nods';
import { readObject } from '../board/model/reading';
import { wordsOf } from '../board/words';
import { firstWords, type Thing, type Verb } from './happenings';

/** A change before it is known whose it is, and when. */
export interface Change {
	verb: Verb;
	thing: Thing;
	id: string;
	sheet?: string | undefined;
	words: string;
}

type Events = Y.YEvent<Y.AbstractType<unknown>>[];
type Box = readonly number[];

/** What is remembered of an object, for the time when it is gone. */
interface ObservedState {
	kind: Thing;
	sheet: string;
	words: string;
}

/** The keys of an object that changed, with what was there before. */
type Keys = Map<string, { action: 'add' | 'update' | 'delete'; oldValue: unknown }>;

/** Keys that only keep account. */
const SILENT = new Set(['changed', 'landing', 'by']);

const isText = (key: string): boolean => key === 'text' || key.startsWith('cell:');

/** What the ends of a line are tied to, or where they hang; as text, to be compared. */
const tiedTo = (ends: unknown): string =>
	JSON.stringify(
		Array.isArray(ends)
			? (ends as { object?: string; point?: number[] }[]).map(({ object, point }) => object ?? point)
			: ends,
	);

/** What the change of these keys amounts to; the weightiest counts. */
function verbOf(map: Y.Map<unknown>, keys: Keys): Verb | undefined {
	const names = [...keys.keys()].filter((key) => !SILENT.has(key));
	if (names.length === 0) return undefined;
	const has = (...wanted: string[]): boolean => wanted.some((key) => keys.has(key));
	if (has('sheet')) return 'moved to sheet';
	if (names.some(isText)) return 'wrote';
	const nod = names.find((key) => key.startsWith(NOD) || key.startsWith('nodrow:'));
	if (nod) return keys.get(nod)!.action === 'delete' ? 'took back nod' : 'nodded';
	if (has('lock')) return keys.get('lock')!.action === 'delete' ? 'unlocked' : 'locked';
	if (has('ends')) {
		if (map.get('kind') !== 'connector') return 'changed';
		// Another side of the same objects is another way, and nothing else.
		return tiedTo(keys.get('ends')!.oldValue) === tiedTo(map.get('ends')) ? 'moved' : 'tied';
	}
	if (has('theme', 'held', 'group')) return 'sorted';
	if (has('box')) {
		const before = keys.get('box')!.oldValue as Box | undefined;
		const now = map.get('box') as Box;
		const isSame = Array.isArray(before) && before[2] === now[2] && before[3] === now[3];
		return isSame ? 'moved' : 'resized';
	}
	if (has('bends', 'layoutSides', 'points', 'on')) return 'moved';
	if (has('style', 'crop', 'file')) return 'styled';
	if (has('z')) return 'stacked';
	return 'changed';
}

/**
 * Whether the key held something before what it holds now. Ids are never given twice: a deletion
 * was undone, or the thing was taken from an earlier moment. A map keeps the place of what was
 * deleted before its newest item.
 */
const wasThere = <T>(map: Y.Map<T>, id: string): boolean => Boolean(map._map.get(id)?.left);

/** Follows a stage and tells what each change did. */
export class StageChanges {
	private readonly known = new Map<string, ObservedState>();
	private readonly sheets = new Map<string, string>();
	private found: Change[] = [];
	private readonly stop: () => void;

	constructor(private readonly doc: Y.Doc) {
		const objects = objectsOf(doc);
		const sheets = sheetsOf(doc);
		for (const id of objects.keys()) this.note(id);
		for (const [id, map] of sheets) this.sheets.set(id, String(map.get('title') ?? ''));
		const onObjects = (events: Events): void => this.readObjects(events);
		const onSheets = (events: Events): void => this.readSheets(events);
		objects.observeDeep(onObjects as never);
		sheets.observeDeep(onSheets as never);
		this.stop = () => {
			objects.unobserveDeep(onObjects as never);
			sheets.unobserveDeep(onSheets as never);
		};
	}

	destroy(): void {
		this.stop();
	}

	/** What has changed since this was last asked. */
	take(): Change[] {
		const { found } = this;
		this.found = [];
		return found;
	}

	private note(id: string): ObservedState | undefined {
		const read = readObject(id, objectsOf(this.doc).get(id));
		if (!('object' in read)) return undefined;
		const { object } = read;
		const words = wordsOf(object);
		// Of what stands in a holder its title says enough.
		const told = object.parts ? (words.split('\n', 1)[0] ?? '') : words;
		const known = { kind: object.kind, sheet: object.sheet, words: firstWords(told) };
		this.known.set(id, known);
		return known;
	}

	private tell(verb: Verb, id: string, { kind, sheet, words }: ObservedState): void {
		this.found.push({ verb, thing: kind, id, sheet, words });
	}

	private readObjects(events: Events): void {
		const whole = new Map<string, 'added' | 'deleted'>();
		const parts = new Map<string, Keys>();
		for (const event of events) {
			if (event.path.length === 0) {
				for (const [id, { action }] of event.changes.keys)
					if (action === 'delete') whole.set(id, 'deleted');
					else whole.set(id, this.known.has(id) ? (whole.get(id) ?? 'added') : 'added');
				continue;
			}
			const id = String(event.path[0]);
			const keys = parts.get(id) ?? new Map();
			parts.set(id, keys);
			if (event.path.length === 1) for (const [key, change] of event.changes.keys) keys.set(key, change);
			else keys.set(String(event.path[1]), { action: 'update', oldValue: undefined });
		}
		for (const [id, verb] of whole) {
			parts.delete(id);
			const before = this.known.get(id);
			if (verb === 'deleted') {
				this.known.delete(id);
				if (before) this.tell('deleted', id, before);
				continue;
			}
			const now = this.note(id);
			if (now)
				this.tell(before ? 'changed' : wasThere(objectsOf(this.doc), id) ? 'brought back' : 'added', id, now);
		}
		for (const [id, keys] of parts) {
			const map = objectsOf(this.doc).get(id);
			if (!(map instanceof Y.Map)) continue;
			const verb = verbOf(map, keys);
			const now = this.note(id);
			if (verb && now) this.tell(verb, id, now);
		}
	}

	private readSheets(events: Events): void {
		const seen = new Map<string, Verb>();
		for (const event of events) {
			for (const [key, { action }] of event.changes.keys) {
				if (event.path.length === 0)
					seen.set(
						key,
						action === 'delete' ? 'deleted sheet' : action === 'add' ? 'added sheet' : 'changed sheet',
					);
				else if (!seen.has(String(event.path[0])) || key === 'title')
					seen.set(String(event.path[0]), key === 'title' ? 'renamed sheet' : 'changed sheet');
			}
		}
		for (const [id, verb] of seen) {
			const map = sheetsOf(this.doc).get(id);
			const words = map instanceof Y.Map ? String(map.get('title') ?? '') : (this.sheets.get(id) ?? '');
			if (map) this.sheets.set(id, words);
			this.found.push({ verb, thing: 'sheet', id, sheet: id, words: firstWords(words) });
		}
	}
}
