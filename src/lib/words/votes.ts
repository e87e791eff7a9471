/** Votes in words. */
import { strengthOf, type Strength } from '$core/decide/agreement';
import type { Rule } from '$core/decide/outcome';
import type { Method, Terms, Voters } from '$core/decide/vote';
import type { ShownVote } from '$core/contract/votes';
import { m } from '$lib/messages';
import { numberWords } from './when';

const METHODS: Record<Method, { name: () => string; more: () => string }> = {
	dots: { name: () => m.method_dots(), more: () => m.method_dots_more() },
	ranking: { name: () => m.method_ranking(), more: () => m.method_ranking_more() },
	rating: { name: () => m.method_rating(), more: () => m.method_rating_more() },
	matrix: { name: () => m.method_matrix(), more: () => m.method_matrix_more() },
};
export const methodName = (method: Method): string => METHODS[method].name();
export const methodMore = (method: Method): string => METHODS[method].more();

const VOTERS: Record<Voters, () => string> = {
	all: () => m.voters_all(),
	participants: () => m.voters_participants(),
	chosen: () => m.voters_chosen(),
};
export const votersName = (who: Voters): string => VOTERS[who]();

const RULES: Record<Rule, () => string> = {
	dots: () => m.rule_dots(),
	heads: () => m.rule_heads(),
	borda: () => m.rule_borda(),
	plurality: () => m.rule_plurality(),
	schulze: () => m.rule_schulze(),
	mean: () => m.rule_mean(),
	median: () => m.rule_median(),
	'mean product': () => m.rule_mean_product(),
	'median product': () => m.rule_median_product(),
};
export const ruleName = (rule: Rule): string => RULES[rule]();

/** What an option is called where there is no room: its first words. */
export const optionName = (text: string): string => {
	const line = text.replace(/\s+/g, ' ').trim();
	return line === '' ? m.untitled() : line;
};

/** What the ends of the scales are called: low and high of the first, low and high of the second; numbers where nobody named them. */
export function scaleEnds({ ends, steps }: Pick<Terms, 'ends' | 'steps'>): [string, string, string, string] {
	const end = (at: number): string => ends[at] || (at % 2 === 0 ? '1' : String(steps));
	return [end(0), end(1), end(2), end(3)];
}

const whole = (value: number): string => numberWords(value);

/** A score where there is hardly any room. */
export const scoreShort = (rule: Rule, score: number): string =>
	rule === 'dots' ? `● ${score}` : whole(score);

/** A score as it is told. */
export function scoreWords(rule: Rule, score: number): string {
	switch (rule) {
		case 'dots':
			return m.score_dots({ count: score });
		case 'borda':
			return m.score_points({ count: whole(score) });
		default:
			return whole(score);
	}
}

const GATHERING: Record<Strength, () => string> = {
	weak: () => m.gathering_weak(),
	some: () => m.gathering_some(),
	clear: () => m.gathering_clear(),
	strong: () => m.gathering_strong(),
};
const CONCORD: Record<Strength, () => string> = {
	weak: () => m.concord_weak(),
	some: () => m.concord_some(),
	clear: () => m.concord_clear(),
	strong: () => m.concord_strong(),
};

/** How much people agree, from a measure that is 1 where all do, in a sentence. */
export const concordWords = (value: number): string => CONCORD[strengthOf(value)]();

type Outcome = NonNullable<ShownVote['outcome']>;

/** How much people agree, in a sentence and as a figure. */
export function agreementWords({ agreement }: Outcome): { sentence: string; figure: string } | undefined {
	if (!agreement) return undefined;
	const { measure, value } = agreement;
	const strength = strengthOf(value);
	const sentence = measure === 'gathering' ? GATHERING[strength]() : concordWords(value);
	const shown = numberWords(value, 2);
	const figure =
		measure === 'W'
			? m.agreement_w({ value: shown })
			: measure === 'consensus'
				? m.agreement_consensus({ value: shown })
				: m.agreement_gathering({ value: shown });
	return { sentence, figure };
}

/** Whether another counting rule would put something else on top. */
export function otherRules({ others }: Outcome): string[] {
	return others.map(({ rule, top, isSame }) => {
		const told = {
			rule: ruleName(rule),
			titles: top.map(({ text }) => m.quoted({ text: optionName(text) })).join(', '),
		};
		return isSame ? m.rule_same({ rule: told.rule }) : m.rule_other(told);
	});
}
