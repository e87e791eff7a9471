/**
 * Messages of the interface: from ICU MessageFormat, one file a language, to functions with types.
 */
import MessageFormat from '@messageformat/core';
import compileModule from '@messageformat/core/lib/compile-module.js';
import { parse, type Token } from '@messageformat/parser';

/** Messages of one language by key. */
export type Catalog = Readonly<Record<string, string>>;

/** The language that the interface is written in, and whose messages stand in for missing ones. */
export const BASE = 'en';

/** What is put into a message: names, and whether each must be a number. */
export function argumentsOf(message: string): Map<string, 'number' | 'text'> {
	const found = new Map<string, 'number' | 'text'>();
	const visit = (tokens: readonly Token[]): void => {
		for (const token of tokens) {
			if (!('arg' in token)) continue;
			const isNumber = token.type === 'plural' || token.type === 'selectordinal';
			if (isNumber || !found.has(token.arg)) found.set(token.arg, isNumber ? 'number' : 'text');
			if ('cases' in token) for (const each of token.cases) visit(each.tokens);
		}
	};
	visit(parse(message));
	return found;
}

/**
 * The messages of a language as a module: an object of functions that give texts.
 * @throws where a message is not in ICU MessageFormat
 */
export function moduleOf(language: string, catalog: Catalog): string {
	// The made-up language counts as the one that it is made of.
	return compileModule(new MessageFormat(language.replace(/-XA$/, '')), catalog);
}

const TYPES = { number: 'number', text: 'string | number' };

/** The type of the messages of all languages, from those of the base. */
export function typesOf(catalog: Catalog): string {
	const lines = Object.entries(catalog).map(([key, message]) => {
		const given = [...argumentsOf(message)].map(([name, type]) => `${name}: ${TYPES[type]}`);
		const values = given.length > 0 ? `values: { ${given.join('; ')} }` : '';
		return `\t/** ${message.replace(/\*\//g, '* /')} */\n\t${key}(${values}): string;`;
	});
	return `export interface Messages {\n${lines.join('\n')}\n}\n`;
}

/** Modules of all languages by their tag, the base first, each loaded when it is wanted. */
export function loadersOf(languages: readonly string[]): string {
	const lines = [BASE, ...languages.filter((language) => language !== BASE)].map(
		(language) => `\t${JSON.stringify(language)}: () => import('./${language}.js'),`,
	);
	return `export default {\n${lines.join('\n')}\n};\n`;
}

/**
 * What is wrong with the messages of another language, line by line: missing, unknown, other
 * arguments.
 */
export function faultsOf(language: string, catalog: Catalog, base: Catalog): string[] {
	const names = (message: string): string => [...argumentsOf(message).keys()].sort().join(', ');
	const missing = Object.keys(base).filter((key) => !(key in catalog));
	const unknown = Object.keys(catalog).filter((key) => !(key in base));
	const others = Object.keys(catalog).filter(
		(key) => key in base && names(catalog[key]!) !== names(base[key]!),
	);
	return [
		...missing.map((key) => `${language}: ${key} is missing`),
		...unknown.map((key) => `${language}: ${key} is in no other language`),
		...others.map((key) => `${language}: ${key} takes {${names(catalog[key]!)}}, not {${names(base[key]!)}}`),
	];
}

/** Messages that no source mentions. */
export function unusedIn(catalog: Catalog, sources: Iterable<string>): string[] {
	const unused = new Set(Object.keys(catalog));
	for (const source of sources) {
		for (const [, key] of source.matchAll(/\bm\s*\.\s*(\w+)/g)) unused.delete(key!);
		// Keys that are put together, by what stands before and behind; types know the rest.
		for (const [, before, after] of source.matchAll(/\bm\[`(\w*)\$\{\w+\}(\w*)`\]/g))
			for (const key of unused) if (key.startsWith(before!) && key.endsWith(after!)) unused.delete(key);
	}
	return [...unused];
}
