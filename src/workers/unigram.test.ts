/** Tokens, held against those of the package for tokenisers. */
import { Tokenizer } from '@huggingface/tokenizers';
import { readdirSync, readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { unigramTokenizer } from './unigram';

const described = JSON.parse(readFileSync('data/notes-encoder/tokenizer.json', 'utf8')) as object;
const own = unigramTokenizer(described)!;

it('gives the tokens that the encoder was delivered with', () => {
	const reference = JSON.parse(readFileSync('data/notes-encoder/reference.json', 'utf8')) as {
		text: string;
		tokens: number[];
	}[];
	for (const { text, tokens } of reference) expect(own.encode(`query: ${text}`)).toEqual(tokens);
});

it('cuts every note as the package does, and what is no note', () => {
	const other = new Tokenizer(described, {});
	const notes = readdirSync('data/themes-dev').flatMap((file) =>
		(JSON.parse(readFileSync(`data/themes-dev/${file}`, 'utf8')) as { text: string }[]).map(
			({ text }) => text,
		),
	);
	const odd = [
		'',
		' ',
		'  two   spaces  ',
		'tab\tand\nline',
		'½ ﬁne ＡＢＣ',
		'🙂🙃 👩‍👩‍👧 café',
		'日本語のメモ',
		'\u2581\u2581x',
		'ꙮꙮ ꙮ unknown',
		'a'.repeat(300),
	];
	for (const text of [...notes, ...odd]) expect(own.encode(text), text).toEqual(other.encode(text).ids);
});

it('leaves tokenisers of other kinds to the package', () => {
	expect(unigramTokenizer({ model: { type: 'WordPiece', vocab: {} } })).toBeUndefined();
	expect(unigramTokenizer(null)).toBeUndefined();
});
