/** Votes in a report: what came of each, how it was asked, and what was decided. */
import { cutWords } from '../text/words';
import { isTheme } from '../board/kinds/guards';
import type { BoardQuery } from '../board/model/query';
import { plainText } from '../text/rich';
import type { ShownVote } from '../contract/votes';
import { head, listOf, say, type Block, type Inline } from './document';

export interface VoteWords {
	votes: string;
	decisions: string;
	/** A result line by line: places with their ties, scores, places on scales. */
	result(vote: ShownVote): { lines: string[]; more: string[] };
	/** How it was asked: the round, the method, what the scales meant. */
	how(vote: ShownVote): string;
	decided(question: string, titles: string): string;
	undecided(question: string, titles: string): string;
	/** What is decided, and among which others the rest of the places is still open. */
	partly(question: string, titles: string, open: string): string;
}

/** Number words up to ten, English and German. */
const NUMBERS = [
	['two', 'zwei', '2'],
	['three', 'drei', '3'],
	['four', 'vier', '4'],
	['five', 'fünf', '5'],
	['six', 'sechs', '6'],
	['seven', 'sieben', '7'],
	['eight', 'acht', '8'],
	['nine', 'neun', '9'],
	['ten', 'zehn', '10'],
];

/**
 * How many things a question asks for: "which two do we try" for two; one where it says nothing.
 */
export function askedFor(question: string): number {
	const words = cutWords(question.toLowerCase());
	// Only right after a word that asks: "the two rooms: which one?" asks for one.
	const at = words.findIndex((word) => /^(which|what|top|best|welche[nrs]?|die|beste[nr]?)$/.test(word));
	const next = at < 0 ? undefined : words[at + 1];
	const found = NUMBERS.findIndex((names) => next !== undefined && names.includes(next));
	return found < 0 ? 1 : found + 2;
}

/**
 * Closed votes in which somebody voted; of a vote that was asked again only its last round decides.
 */
function closedVotes(votes: readonly ShownVote[]): { all: ShownVote[]; last: Set<string> } {
	const all = votes.filter(
		({ closedAt, outcome }) => closedAt !== undefined && outcome && outcome.turnout.voted > 0,
	);
	const byId = new Map(votes.map((vote) => [vote.id, vote]));
	const rootOf = (vote: ShownVote): string => {
		let root = vote;
		for (let depth = 0; root.follows && byId.has(root.follows) && depth < 500; depth++)
			root = byId.get(root.follows)!;
		return root.id;
	};
	const last = new Map<string, ShownVote>();
	for (const vote of all) {
		const root = rootOf(vote);
		const before = last.get(root);
		if (!before || vote.openedAt >= before.openedAt) last.set(root, vote);
	}
	return { all, last: new Set([...last.values()].map(({ id }) => id)) };
}

const titlesOf = (options: readonly { text: string }[]): string =>
	options.map(({ text }) => `“${text}”`).join(', ');

function decisionOf({ terms, outcome }: ShownVote, words: VoteWords): { line: string; chosen: string[] } {
	const wanted = askedFor(terms.question);
	const results = [...outcome!.results].sort((a, b) => a.rank - b.rank);
	const edge = results[wanted - 1]?.rank ?? Infinity;
	const safe = results.filter(({ rank }) => rank < edge).map(({ option }) => option);
	const at = results.filter(({ rank }) => rank === edge).map(({ option }) => option);
	if (safe.length + at.length <= wanted) {
		const chosen = [...safe, ...at];
		return { line: words.decided(terms.question, titlesOf(chosen)), chosen: chosen.map(({ id }) => id) };
	}
	if (safe.length === 0) return { line: words.undecided(terms.question, titlesOf(at)), chosen: [] };
	return {
		line: words.partly(terms.question, titlesOf(safe), titlesOf(at)),
		chosen: safe.map(({ id }) => id),
	};
}

/** @param notesIn notes as the report lists them */
export function votesInReport(
	votes: readonly ShownVote[],
	model: BoardQuery,
	words: VoteWords,
	notesIn: (model: BoardQuery, ids: readonly string[]) => Inline[][],
): { results: Block[]; decisions: Block[] } {
	const { all, last } = closedVotes(votes);
	const results = all.flatMap((vote): Block[] => {
		const { lines, more } = words.result(vote);
		return [
			head(3, vote.terms.question),
			say(words.how(vote)),
			listOf(lines),
			...more.map((line) => say(line)),
		];
	});
	const decided = all.filter(({ id }) => last.has(id)).map((vote) => decisionOf(vote, words));
	// A theme that won is as good as what stands in it.
	const themes = [...new Set(decided.flatMap(({ chosen }) => chosen))].flatMap((id): Block[] => {
		const theme = model.find(id);
		if (!isTheme(theme)) return [];
		const notes = notesIn(model, model.contentsOf(theme));
		return notes.length === 0 ? [] : [head(3, plainText(theme.text)), listOf(notes)];
	});
	return {
		results: results.length > 0 ? [head(2, words.votes), ...results] : [],
		decisions:
			decided.length > 0
				? [head(2, words.decisions), listOf(decided.map(({ line }) => line)), ...themes]
				: [],
	};
}
