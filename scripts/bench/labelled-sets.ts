/** Sets of notes that were sorted by hand. */
import { readdirSync, readFileSync } from 'node:fs';
import { encodeTexts } from '../../src/workers/model';

const SETS = 'data/themes-dev';
/** The label of notes that belong nowhere. */
export const NOWHERE = 'none';

export interface LabelledNote {
	text: string;
	theme: string;
	/** Two notes with the same value say the same. */
	dup?: string;
}

export interface LabelledSet {
	name: string;
	notes: LabelledNote[];
	vectors: Float32Array[];
	/** Names of the themes, and their vectors. */
	themes: string[];
	named: Float32Array[];
}

/** @param timed told how long the vectors of each set took, ms */
export async function readSets(timed: (took: number) => void): Promise<LabelledSet[]> {
	const sets: LabelledSet[] = [];
	for (const file of readdirSync(SETS).sort()) {
		const notes = JSON.parse(readFileSync(`${SETS}/${file}`, 'utf8')) as LabelledNote[];
		const themes = [...new Set(notes.map(({ theme }) => theme))].filter((theme) => theme !== NOWHERE).sort();
		const start = performance.now();
		const vectors = await encodeTexts(notes.map(({ text }) => text));
		timed(performance.now() - start);
		sets.push({
			name: file.replace('.json', ''),
			notes,
			themes,
			vectors,
			named: await encodeTexts(themes.map((theme) => theme.replaceAll('-', ' '))),
		});
	}
	return sets;
}
