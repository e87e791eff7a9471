/**
 * Tokens of a text by a unigram language model (T. Kudo, "Subword regularization", 2018): the most
 * likely way of cutting it into pieces. The package for tokenisers does the same, but takes three
 * seconds and a prefix tree of 200 MB for a vocabulary of 250,000 pieces; a map of them will do for
 * texts as short as notes.
 */
import { z } from 'zod';

/** What of `tokenizer.json` is read. */
const unigramSchema = z.object({
	model: z.object({
		type: z.literal('Unigram'),
		unk_id: z.number().int(),
		// A quarter of a million pieces are not looked at one by one.
		vocab: z.custom<readonly [piece: string, score: number][]>(Array.isArray),
	}),
	pre_tokenizer: z.object({ type: z.literal('Metaspace') }),
});

/** Stands for a space, and before each text. */
const SPACE = '▁';
/** How much less likely than any piece a letter is that no piece has. */
const UNKNOWN_PENALTY = 10;
const START = '<s>';
const END = '</s>';

/* eslint-disable no-control-regex */
/**
 * Letters as the vocabulary has them: signs that are not written go, the like of spaces become one.
 */
const normalised = (text: string): string =>
	text
		.replace(/[\u0001-\u0008\u000B\u000E-\u001F\u007F\u008F\u009F]/g, '')
		.replace(
			/[\u0009\u000A\u000C\u000D\u00A0\u1680\u2000-\u200F\u2028\u2029\u202F\u205F\u2581\u3000\uFEFF\uFFFD]/g,
			' ',
		)
		.normalize('NFKC')
		.replace(/ {2,}/g, ' ');
/* eslint-enable no-control-regex */

export interface TextTokenizer {
	/** Numbers of a text's tokens, with those that begin and end it. */
	encode(text: string): number[];
}

/** The tokeniser that a `tokenizer.json` describes; undefined where it is one of another kind. */
export function unigramTokenizer(described: unknown): TextTokenizer | undefined {
	const parsed = unigramSchema.safeParse(described);
	if (!parsed.success) return undefined;
	const { vocab, unk_id: unknown } = parsed.data.model;
	const ids = new Map<string, number>();
	const scores = new Float64Array(vocab.length);
	let least = 0;
	let longest = 1;
	vocab.forEach(([piece, score], id) => {
		ids.set(piece, id);
		scores[id] = score;
		least = Math.min(least, score);
		longest = Math.max(longest, piece.length);
	});
	const [start, end] = [ids.get(START), ids.get(END)];
	if (start === undefined || end === undefined) return undefined;
	scores[unknown] = least - UNKNOWN_PENALTY;

	/** The most likely way (A. Viterbi, 1967), letter by letter. */
	function cut(text: string): number[] {
		const best = new Float64Array(text.length + 1).fill(-Infinity);
		const from = new Int32Array(text.length + 1);
		const by = new Int32Array(text.length + 1);
		best[0] = 0;
		for (let at = 0; at < text.length; at++) {
			if (best[at] === -Infinity) continue;
			const letter = text.codePointAt(at)! > 0xffff ? 2 : 1;
			let hasLetter = false;
			const take = (to: number, id: number): void => {
				const score = best[at]! + scores[id]!;
				if (score <= best[to]!) return;
				best[to] = score;
				from[to] = at;
				by[to] = id;
			};
			for (let to = at + letter; to <= Math.min(text.length, at + longest); to++) {
				const id = ids.get(text.slice(at, to));
				if (id === undefined) continue;
				hasLetter ||= to === at + letter;
				take(to, id);
			}
			if (!hasLetter) take(at + letter, unknown);
		}
		const tokens: number[] = [];
		for (let at = text.length; at > 0; at = from[at]!)
			// Unknown letters beside each other are one.
			if (by[at] !== unknown || tokens.at(-1) !== unknown) tokens.push(by[at]!);
		return tokens.reverse();
	}
	return {
		encode(text) {
			const spaced = normalised(text).replaceAll(' ', SPACE);
			const isPrefixed = spaced === '' || spaced.startsWith(SPACE);
			return [start, ...cut(isPrefixed ? spaced : SPACE + spaced), end];
		},
	};
}
