/**
 * Measures sorting into themes on sets with labels given by hand, by several methods; the encoder
 * was not trained on any of them. Notes that belong nowhere are sorted with the others, and left
 * aside when agreement is reckoned.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { randomFrom } from '$core/rehearsal/random';
import { adjustedRandIndex } from '$core/themes/agreement';
import { cutAt, mergeTree } from '$core/themes/cluster';
import { kMeans, principalCoordinates } from '$core/themes/consensus';
import { sortIntoThemes } from '$core/themes';
import { languagesOf } from '$core/themes/language';
import { likenessOf } from '$core/themes/likeness';
import { weigh } from '$core/themes/weights';
import { encodeTexts } from '../../src/workers/model';
import { figure } from './report';

const SETS = 'data/themes-dev';
const NOWHERE = 'none';

interface Labelled {
	text: string;
	theme: string;
}

/** The group of each note, by any name. */
type Method = (texts: readonly string[], vectors: readonly Float32Array[], count: number) => string[];

const sorted =
	(isGiven: boolean, isMeant = true): Method =>
	(texts, vectors, count) => {
		const notes = texts.map((text, i) => ({ id: String(i), text }));
		const proposal = sortIntoThemes(notes, isMeant ? vectors : undefined, isGiven ? count : undefined);
		const labels = texts.map((_, i) => `left ${i}`);
		proposal.themes.forEach(({ noteIds }, g) => noteIds.forEach((id) => (labels[Number(id)] = `${g}`)));
		return labels;
	};

const likenesses = (texts: readonly string[], vectors: readonly Float32Array[]) =>
	likenessOf(weigh(texts, languagesOf(texts)), vectors);

const METHODS: Record<string, Method> = {
	'as shipped, number found by itself': sorted(false),
	'as shipped, number given': sorted(true),
	'words alone, number given': sorted(true, false),
	'average linkage, number given': (texts, vectors, count) => {
		const labels: string[] = [];
		cutAt(mergeTree(likenesses(texts, vectors)), texts.length, count).forEach((group, g) =>
			group.forEach((i) => (labels[i] = `${g}`)),
		);
		return labels;
	},
	'k-means, number given': (texts, vectors, count) => {
		const points = principalCoordinates(likenesses(texts, vectors), count + 1);
		return [...kMeans(points, count, randomFrom(1))].map(String);
	},
};

const mean = (values: readonly number[]): number =>
	values.reduce((sum, value) => sum + value, 0) / values.length;

export async function benchThemes(): Promise<void> {
	await encodeTexts(['warm up']);
	const results = Object.fromEntries(Object.keys(METHODS).map((name) => [name, [] as number[]]));
	const times: Record<string, number[]> = {};
	const time = (name: string, start: number): void =>
		void (times[name] ??= []).push(performance.now() - start);
	for (const file of readdirSync(SETS).sort()) {
		const set = JSON.parse(readFileSync(`${SETS}/${file}`, 'utf8')) as Labelled[];
		const texts = set.map(({ text }) => text);
		let start = performance.now();
		const vectors = await encodeTexts(texts);
		time('encoding 60 new notes', start);
		const meant = set.map(({ theme }) => theme);
		const placed = meant.flatMap((theme, i) => (theme === NOWHERE ? [] : [i]));
		const count = new Set(placed.map((i) => meant[i])).size;
		for (const [name, method] of Object.entries(METHODS)) {
			start = performance.now();
			const labels = method(texts, vectors, count);
			time(name, start);
			const agreement = adjustedRandIndex(
				placed.map((i) => meant[i]!),
				placed.map((i) => labels[i]!),
			);
			results[name]!.push(agreement);
			figure(`themes: ${name}`, agreement, 'ARI', file.replace('.json', ''));
		}
	}
	for (const [name, values] of Object.entries(results))
		figure(`themes: ${name}, mean`, mean(values), 'ARI', `${values.length} sets`);
	for (const [name, values] of Object.entries(times))
		figure(`themes: ${name}, mean time`, mean(values), 'ms', '60 notes');
}
