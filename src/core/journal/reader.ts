/**
 * Reads happenings from a log of updates, in the order of the log.
 *
 *     const reader = new JournalReader('stage', snapshotBeforeTheFirstRow);
 *     for (const row of rows) reader.take(row);
 *     reader.happenings;
 */
import * as Y from 'yjs';
import type { Layer } from '../access/layers';
import { goesOn, type Happening, type Verb } from './happenings';
import { sessionChanges, talkChanges, type Changes } from './other-changes';
import { StageChanges, type Change } from './stage-changes';

/** One row of the log. */
export interface LoggedUpdate {
	data: Uint8Array;
	/** Null for what the server did. */
	personId: string | null;
	/** Server time, ms. */
	at: number;
}

/** Things changed by one update beyond which they are not told one by one. */
const MANY = 400;

/**
 * What the server does only to finish what somebody did: it finds a place for a note, and gives nods over to the voice of
 * whoever nodded while names are hidden.
 */
const FINISHING: ReadonlySet<Verb> = new Set<Verb>(['moved', 'resized', 'nodded', 'took back nod']);

type Told = Omit<Change, 'id'> & { id?: string; count: number };

/** Changes of the same kind on the same sheet as one. */
function together(changes: readonly Change[]): Told[] {
	const told = new Map<string, Told>();
	for (const { verb, thing, sheet, words } of changes) {
		const key = JSON.stringify([verb, thing, sheet]);
		const one = told.get(key) ?? { verb, thing, sheet, words, count: 0 };
		one.count++;
		told.set(key, one);
	}
	return [...told.values()];
}

/** What nobody but its writer, or those who lead, may know of is not told in the journal either. */
const untold = (): Changes => ({ take: () => [], destroy: () => {} });

const CHANGES: Record<Layer, (doc: Y.Doc) => Changes> = {
	stage: (doc) => new StageChanges(doc),
	talk: talkChanges,
	session: sessionChanges,
	backstage: untold,
	silent: untold,
};

export class JournalReader {
	readonly happenings: Happening[] = [];
	private readonly changes: Changes;
	/** The last happening of each thing. */
	private readonly last = new Map<string, Happening>();

	/** @param doc the document as it was before the first row that is taken; it is brought up to date on the way */
	constructor(
		private readonly layer: Layer,
		readonly doc: Y.Doc,
	) {
		this.changes = CHANGES[layer](doc);
	}

	/** Takes the next row. Throws what Yjs throws when it cannot be applied. */
	take({ data, personId, at }: LoggedUpdate): void {
		Y.applyUpdate(this.doc, data);
		const changes = this.changes.take();
		const told = personId === null ? changes.filter(({ verb }) => !FINISHING.has(verb)) : changes;
		for (const change of told.length > MANY ? together(told) : told)
			this.tell({ count: 1, ...change }, personId ?? undefined, at);
	}

	destroy(): void {
		this.changes.destroy();
	}

	private tell({ verb, thing, id, sheet, words, count }: Told, person: string | undefined, at: number): void {
		const next: Happening = {
			...(person === undefined ? {} : { person }),
			at,
			until: at,
			verb,
			thing,
			...(id === undefined ? {} : { id }),
			...(sheet === undefined ? {} : { sheet }),
			words,
			count,
		};
		if (id === undefined) {
			this.happenings.push(next);
			return;
		}
		const key = `${thing} ${id}`;
		const last = this.last.get(key);
		if (last && goesOn(last, next)) {
			last.until = at;
			last.words = words;
			if (sheet !== undefined) last.sheet = sheet;
			return;
		}
		this.last.set(key, next);
		this.happenings.push(next);
	}
}
