declare module 'snowball-stemmers' {
	const stemmers: { newStemmer(algorithm: string): { stem(word: string): string }; algorithms(): string[] };
	export default stemmers;
}

declare module 'stopword' {
	/** Function words by ISO 639-3 code of the language. */
	export const dan: string[], deu: string[], eng: string[], fin: string[], fra: string[], ita: string[];
	export const nld: string[], nob: string[], por: string[], spa: string[], swe: string[];
}
