/**
 * Measures sorting into themes on sets with labels given by hand, by several methods; the encoder
 * was not trained on any of them. Notes that belong nowhere are sorted with the others, and left
 * aside when agreement is reckoned.
 */
import { randomFrom, type Random } from '$core/rehearsal/random';
import { sortIntoThemes } from '$core/themes';
import { adjustedRandIndex, vMeasure } from '$core/themes/agreement';
import { perhapsTheSame } from '$core/themes/doubles';
import { languagesOf } from '$core/themes/language';
import { likenessOf } from '$core/themes/likeness';
import { PlacingSpace } from '$core/themes/placing';
import type { Topics } from '$core/themes/topics';
import { weigh } from '$core/themes/weights';
import { encodeTexts } from '../../src/workers/model';
import { loadTopics } from '../../src/workers/topics';
import { CLUSTER_METHODS } from './cluster-methods';
import { dealSet } from './deal';
import { NOWHERE, readSets, type LabelledSet } from './labelled-sets';
import { figure } from './report';

/** Notes of each theme that are placed by hand, and how often the draw is made anew. */
const PLACED = [0, 1, 2, 3, 4, 5];
const DRAWS = 5;

/** The group of each note, by any name. */
type Method = (set: LabelledSet, topics: Topics) => string[];

const textsOf = ({ notes }: LabelledSet): string[] => notes.map(({ text }) => text);

const shipped =
	(isGiven: boolean, isMeant = true): Method =>
	(set, topics) => {
		const notes = textsOf(set).map((text, i) => ({ id: String(i), text }));
		const proposal = sortIntoThemes(notes, {
			...(isMeant ? { vectors: set.vectors, topics } : {}),
			...(isGiven ? { count: set.themes.length } : {}),
		});
		const labels = notes.map((_, i) => `left ${i}`);
		proposal.themes.forEach(({ noteIds }, g) => noteIds.forEach((id) => (labels[Number(id)] = `${g}`)));
		return labels;
	};

const SHIPPED = 'as shipped, number found by itself';
const METHODS: Record<string, Method> = {
	[SHIPPED]: shipped(false),
	'as shipped, number given': shipped(true),
	'words alone, number given': shipped(true, false),
	...Object.fromEntries(
		Object.entries(CLUSTER_METHODS).map(([name, method]): [string, Method] => [
			name,
			(set) => {
				const texts = textsOf(set);
				const likeness = likenessOf(weigh(texts, languagesOf(texts)), set.vectors);
				return Array.from(method(likeness, set.themes.length), String);
			},
		]),
	),
};

const values = new Map<string, number[]>();
function add(name: string, value: number): void {
	values.set(name, [...(values.get(name) ?? []), value]);
}
const times = new Map<string, number[]>();
const keepTime = (name: string, took: number): void =>
	void times.set(name, [...(times.get(name) ?? []), took]);
function timed<T>(name: string, work: () => T): T {
	const start = performance.now();
	const result = work();
	keepTime(name, performance.now() - start);
	return result;
}
const mean = (all: readonly number[]): number => all.reduce((sum, value) => sum + value, 0) / all.length;

function benchGrouping(set: LabelledSet, topics: Topics): void {
	const placed = set.notes.flatMap(({ theme }, i) => (theme === NOWHERE ? [] : [i]));
	const meant = placed.map((i) => set.notes[i]!.theme);
	for (const [name, method] of Object.entries(METHODS)) {
		const labels = timed(name, () => method(set, topics));
		const found = placed.map((i) => labels[i]!);
		const counts = new Map<string, number>();
		for (const label of labels) counts.set(label, (counts.get(label) ?? 0) + 1);
		for (const [what, value, unit] of [
			['agreement', adjustedRandIndex(meant, found), 'ARI'],
			['V-measure', vMeasure(meant, found), ''],
			['themes', [...counts.values()].filter((count) => count > 1).length, 'themes'],
		] as const) {
			figure(`themes: ${name}, ${what}`, value, unit, set.name);
			add(`${name}, ${what}`, value);
		}
	}
}

/**
 * How much stays as it is when one note more comes: agreement of two proposals on what both know, the
 * one made without some note and the one made with it.
 */
function benchStability(set: LabelledSet, topics: Topics): void {
	const random = randomFrom(7);
	for (let draw = 0; draw < DRAWS; draw++) {
		const last = Math.floor(random() * set.notes.length);
		const without: LabelledSet = {
			...set,
			notes: set.notes.filter((_, i) => i !== last),
			vectors: set.vectors.filter((_, i) => i !== last),
		};
		const before = METHODS[SHIPPED]!(without, topics);
		const after = METHODS[SHIPPED]!(set, topics).filter((_, i) => i !== last);
		add('one note more, agreement with the proposal before', adjustedRandIndex(before, after));
	}
}

/** Doubles that are said, how many of them are true, and how many of the true ones are offered. */
function benchDoubles(set: LabelledSet): void {
	const { notes } = set;
	const isDouble = (i: number, j: number): boolean =>
		notes[i]!.dup !== undefined && notes[i]!.dup === notes[j]!.dup;
	const said = sortIntoThemes(
		textsOf(set).map((text, i) => ({ id: String(i), text })),
		{ vectors: set.vectors },
	).doubles;
	add('doubles said', said.length);
	add('doubles said that are none', said.filter(([a, b]) => !isDouble(Number(a), Number(b))).length);
	const offered = perhapsTheSame(set.vectors);
	notes.forEach((_, i) => {
		if (!notes.some((_other, j) => j !== i && isDouble(i, j))) return;
		add('doubles among the three offered', offered[i]!.some((j) => isDouble(i, j)) ? 1 : 0);
	});
}

/**
 * The share that falls right, and that has the right theme among three, for so many placed notes.
 */
function benchPlacing(set: LabelledSet, topics: Topics, count: number, isNamed: boolean): void {
	const draws = count === 0 ? 1 : DRAWS;
	const right: number[] = [];
	const amongThree: number[] = [];
	for (let draw = 0; draw < draws; draw++) {
		const random = randomFrom(draw * 100 + count);
		const placed = set.themes.map((theme) => drawFrom(set, theme, count, random));
		const nothing = new Float32Array(set.vectors[0]!.length);
		const themes = placed.map((each, t) => ({ named: isNamed ? set.named[t]! : nothing, placed: each }));
		const placings = new PlacingSpace(set.vectors, topics).place(themes);
		const seen = new Set(placed.flat());
		set.notes.forEach(({ theme }, i) => {
			if (theme === NOWHERE || seen.has(i)) return;
			const rank = placings[i]!.ranked.indexOf(set.themes.indexOf(theme));
			right.push(rank === 0 ? 1 : 0);
			amongThree.push(rank < 3 ? 1 : 0);
		});
	}
	const what = `${isNamed ? 'names and ' : ''}${count} notes each`;
	add(`${what}, right`, mean(right));
	add(`${what}, among three`, mean(amongThree));
}

/** A person who sorts the set by hand; see there. */
function benchDeal(set: LabelledSet, topics: Topics): void {
	const { entries, seconds, amongThree, first } = timed('a deal of 60 notes', () =>
		dealSet(set, topics, NOWHERE),
	);
	add('deal, entries', entries);
	add('deal, seconds', seconds);
	add('deal, theme among three', amongThree);
	add('deal, theme first', first);
}

/** Some notes of a theme; one at least is left over. */
function drawFrom({ notes }: LabelledSet, theme: string, count: number, random: Random): number[] {
	const all = notes.flatMap((note, i) => (note.theme === theme ? [i] : []));
	const wanted = Math.min(count, all.length - 1);
	const drawn: number[] = [];
	while (drawn.length < wanted) drawn.push(...all.splice(Math.floor(random() * all.length), 1));
	return drawn;
}

export async function benchThemes(): Promise<void> {
	await encodeTexts(['warm up']);
	const topics = await loadTopics();
	const sets = await readSets((took) => keepTime('encoding 60 new notes', took));
	for (const set of sets) {
		benchGrouping(set, topics);
		benchStability(set, topics);
		benchDoubles(set);
		benchDeal(set, topics);
		for (const count of PLACED) {
			benchPlacing(set, topics, count, true);
			if (count > 0) benchPlacing(set, topics, count, false);
		}
	}
	for (const [name, all] of values) figure(`themes: ${name}, mean`, mean(all), '', `${all.length} values`);
	for (const [name, all] of times) figure(`themes: ${name}, mean time`, mean(all), 'ms', '60 notes');
	await benchTimes(sets, topics);
}

/** How long many notes take: known ones are sorted, new ones are encoded as well. */
async function benchTimes(sets: readonly LabelledSet[], topics: Topics): Promise<void> {
	const texts = sets.flatMap(textsOf);
	const vectors = sets.flatMap((set) => set.vectors);
	for (const count of [200, 600, 2000]) {
		// More than there are in all sets are met again with a mark, which changes little.
		const at = (i: number): number => (i * 7) % texts.length;
		const notes = Array.from({ length: count }, (_, i) => ({
			id: String(i),
			text: texts[at(i)]! + (i < texts.length ? '' : ' again'),
		}));
		const known = notes.map((_, i) => vectors[at(i)]!);
		const start = performance.now();
		sortIntoThemes(notes, { vectors: known, topics });
		figure('themes: sorting known notes', performance.now() - start, 'ms', `${count} notes`);
	}
	const start = performance.now();
	await encodeTexts(texts);
	figure('themes: encoding new notes', texts.length / ((performance.now() - start) / 1000), '/s', 'all sets');
	figure('themes: memory', process.memoryUsage().rss / 1e6, 'MB', 'this process');
}
