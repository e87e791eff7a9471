/** Writes the report of a session: what was asked, who was there, how it went, and what came of it. */
import { isActionItems, isNote, isTheme } from '../board/kinds/guards';
import { plainText } from '../text/rich';
import type { BoardQuery } from '../board/model/query';
import { partOf } from '../board/holders/parts';
import { notesBehind } from '../board/ops/merge-notes';
import { fieldsInOrder } from '../board/ops/sequence';
import { wordsOf } from '../board/words';
import type { ShownVote } from '../contract/votes';
import type { Parked } from '../meeting/parking';
import type { SessionState } from '../meeting/runsheet';
import { flowsInReport, type FlowWords } from './flows';
import { votesInReport, type VoteWords } from './votes';
import { head, listOf, say, words, type Block, type Inline, type Report } from './document';

/** Words of a report, in the language of whoever makes it. */
export interface ReportWords extends VoteWords, FlowWords {
	question: string;
	date: string;
	people: string;
	steps: string;
	step(title: string, planned: number, took: number): string;
	themes: string;
	/** How a round went in which everybody sorted. */
	round(round: SortedTogether): string;
	fields: string;
	actions: string;
	action(what: string, who: string, until: string, isDone: boolean): string;
	parking: string;
	pictures: string;
	nothing: string;
}

/** A round in which everybody sorted. */
export interface SortedTogether {
	/** Title of the step. */
	title: string;
	notes: number;
	people: number;
	/** Krippendorff's alpha, where enough was said twice. */
	agreement: number | undefined;
	disputed: number;
}

export interface Source {
	title: string;
	/** Day and time of the session in words. */
	when: string;
	model: BoardQuery;
	session: SessionState;
	votes: readonly ShownVote[];
	parking: readonly Parked[];
	rounds: readonly SortedTogether[];
	/** Names of those who took part; undefined where names are hidden. */
	people: readonly string[] | undefined;
	/** Where the picture of a field is found, or that of all themes on a sheet. */
	pictureOf(what: { field: string } | { themes: string }): string;
}

const minutes = (ms: number): number => Math.round(ms / 6000) / 10;

function stepsOf({ session }: Source, say_: ReportWords): Block[] {
	if (session.past.length === 0) return [];
	return [
		head(2, say_.steps),
		listOf(
			session.past.map(({ title, planned, startedAt, endedAt, paused }) =>
				say_.step(title, planned, minutes(endedAt - startedAt - paused)),
			),
			true,
		),
	];
}

/** Notes with their nods, those with most first. */
function notesIn(model: BoardQuery, ids: readonly string[]): Inline[][] {
	return ids
		.flatMap((id) => model.find(id) ?? [])
		.filter((note) => isNote(note) && !note.hidden)
		.sort((a, b) => (b.nods?.length ?? 0) - (a.nods?.length ?? 0) || a.made - b.made)
		.flatMap((note) => {
			const text = wordsOf(note).trim();
			const nods = note.nods?.length ?? 0;
			// Notes that say the same and were made one are told with it.
			const same = notesBehind(model, note.id)
				.map((id) => wordsOf(model.find(id)!).trim())
				.filter((behind) => behind !== '');
			const also = same.length > 0 ? words(` (= ${same.join('; ')})`, 'italic') : [];
			return text === ''
				? []
				: [[...words(text), ...(nods > 0 ? words(` (+${nods})`, 'italic') : []), ...also]];
		});
}

function themesOf({ model, rounds }: Source, say_: ReportWords): { blocks: Block[]; told: Set<string> } {
	const told = new Set<string>();
	const themes = [...model.objects.values()].filter(isTheme);
	const blocks = themes.flatMap((theme): Block[] => {
		const ids = [...model.objects.values()].filter((object) => object.theme === theme.id).map(({ id }) => id);
		for (const id of ids) told.add(id);
		const notes = notesIn(model, ids);
		return notes.length === 0 ? [] : [head(3, plainText(theme.text) || say_.nothing), listOf(notes)];
	});
	const agreed = rounds.map((round) => say(say_.round(round)));
	const all = [...agreed, ...blocks];
	return { blocks: all.length > 0 ? [head(2, say_.themes), ...all] : [], told };
}

function fieldsOf({ model }: Source, say_: ReportWords, told: ReadonlySet<string>): Block[] {
	const blocks = model.sheets.flatMap(({ id: sheet }) =>
		fieldsInOrder(model, sheet).flatMap((field): Block[] => {
			const notes = notesIn(
				model,
				model.contentsOf(field).filter((id) => !told.has(id)),
			);
			return notes.length === 0 ? [] : [head(3, plainText(field.text) || say_.nothing), listOf(notes)];
		}),
	);
	return blocks.length > 0 ? [head(2, say_.fields), ...blocks] : [];
}

function actionsOf({ model }: Source, say_: ReportWords): Block[] {
	const items = [...model.objects.values()].flatMap(({ kind, parts }) => {
		if (!isActionItems({ kind }) || !parts) return [];
		return parts.rows.flatMap(({ id }) => {
			const what = plainText(parts.cells[partOf(id, 'text')] ?? []).trim();
			const { person, due, done } = parts.facts[id] ?? {};
			return what === '' ? [] : [say_.action(what, person?.name ?? '', due ?? '', done === true)];
		});
	});
	return items.length > 0 ? [head(2, say_.actions), listOf(items)] : [];
}

function parkedIn({ parking }: Source, say_: ReportWords): Block[] {
	if (parking.length === 0) return [];
	const items = parking.map(({ text, answer }) => [
		...words(text),
		...(answer ? words(` — ${answer}`, 'italic') : []),
	]);
	return [head(2, say_.parking), listOf(items)];
}

function picturesOf({ model, pictureOf }: Source, say_: ReportWords): Block[] {
	const fields = model.sheets
		.flatMap(({ id }) => fieldsInOrder(model, id))
		.filter((field) => model.contentsOf(field).length > 0);
	const sorted = model.sheets.filter(({ id }) =>
		[...model.objects.values()].some(({ kind, sheet }) => isTheme({ kind }) && sheet === id),
	);
	if (fields.length + sorted.length === 0) return [];
	return [
		head(2, say_.pictures),
		...sorted.flatMap(({ id, title }): Block[] => {
			const alt = `${say_.themes}: ${title}`;
			return [head(3, alt), { type: 'image', attrs: { src: pictureOf({ themes: id }), alt } }];
		}),
		...fields.flatMap((field): Block[] => {
			const alt = plainText(field.text) || say_.nothing;
			return [head(3, alt), { type: 'image', attrs: { src: pictureOf({ field: field.id }), alt } }];
		}),
	];
}

/** The report as it writes itself. */
export function buildReport(source: Source, say_: ReportWords): Report {
	const { title, when, session, people } = source;
	const { blocks: themes, told } = themesOf(source, say_);
	const { results, decisions } = votesInReport(source.votes, source.model, say_, notesIn);
	const facts: [string, string][] = [
		[say_.question, session.question],
		[say_.date, when],
		[say_.people, people?.join(', ') ?? ''],
	];
	return {
		type: 'doc',
		content: [
			head(1, title),
			...facts.flatMap(([name, value]) => (value === '' ? [] : [say(words(`${name}: `, 'bold'), value)])),
			...decisions,
			...actionsOf(source, say_),
			...results,
			...themes,
			...fieldsOf(source, say_, told),
			...flowsInReport(source.model, say_),
			...parkedIn(source, say_),
			...stepsOf(source, say_),
			...picturesOf(source, say_),
		],
	};
}
