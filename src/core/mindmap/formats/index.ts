/**
 * File formats of outlines: one row each. A new one is a row and the file that reads and writes it.
 */
import { Fault } from '../../fault';
import { richFrom } from '../../text/rich';
import { indented, readOutline, type Outline } from '../outline';
import { MOST_LINES } from './limits';

export interface OutlineFormat {
	/** Endings of files' names, the one that is written first. */
	extensions: readonly string[];
	/** Media type (RFC 6838). */
	type: string;
	read: (text: string) => Promise<Outline[]>;
	write: (title: string, outlines: readonly Outline[]) => Promise<string>;
}

export const OUTLINE_FORMATS = {
	opml: {
		extensions: ['opml'],
		type: 'text/x-opml',
		read: async (text) => (await import('./opml')).readOpml(text),
		write: async (title, outlines) => (await import('./opml')).writeOpml(title, outlines),
	},
	markdown: {
		extensions: ['md', 'markdown'],
		type: 'text/markdown; charset=utf-8',
		read: async (text) => (await import('./markdown')).readMarkdown(text),
		write: async (_, outlines) => (await import('./markdown')).writeMarkdown(outlines),
	},
	text: {
		extensions: ['txt'],
		type: 'text/plain; charset=utf-8',
		read: (text) => Promise.resolve(text).then(readLines),
		write: (_, outlines) => Promise.resolve(`${indented(outlines)}\n`),
	},
} as const satisfies Record<string, OutlineFormat>;
export type OutlineFormatName = keyof typeof OUTLINE_FORMATS;
export const OUTLINE_FORMAT_NAMES = Object.keys(OUTLINE_FORMATS) as [
	OutlineFormatName,
	...OutlineFormatName[],
];

/** The format of a file by its name; undefined for what is none of an outline. */
export function outlineFormatOf(name: string): OutlineFormat | undefined {
	const ending = name.toLowerCase().split('.').at(-1) ?? '';
	return Object.values<OutlineFormat>(OUTLINE_FORMATS).find(({ extensions }) => extensions.includes(ending));
}

function readLines(text: string): Outline[] {
	const outlines = readOutline(richFrom(text));
	if (outlines.length === 0) throw new Fault('no outline', { problem: 'empty' });
	if (text.split('\n').length > MOST_LINES) throw new Fault('no outline', { problem: 'size' });
	return outlines;
}
