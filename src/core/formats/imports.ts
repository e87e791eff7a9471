/**
 * What can be brought onto a board: one row a format. The interface offers what stands here; a new
 * format is a row and the file that reads it.
 */
import type { Flow } from '../flow/flow';
import { FLOW_FORMATS } from '../flow/formats';
import { OUTLINE_FORMATS } from '../mindmap/formats';
import type { Outline } from '../mindmap/outline';
import type { RowSheet } from './import/rows';

/** What was read from a file. */
export type ImportContent =
	{ is: 'rows'; sheets: RowSheet[] } | { is: 'outline'; outlines: Outline[] } | { is: 'flow'; flow: Flow };

/** What the content of a file can become on the board. */
export type ImportTarget = 'notes' | 'table' | 'flow' | 'map' | 'list' | 'columns';

export interface ImportFormat {
	/** Endings of files' names. */
	extensions: readonly string[];
	holds: ImportContent['is'];
	/** Bytes of a file that are read at most. */
	maxBytes: number;
	/** @throws Fault for what cannot be read, and why */
	read: (file: Uint8Array) => Promise<ImportContent>;
}

const MB = 1024 * 1024;
const textOf = async (file: Uint8Array): Promise<string> => (await import('../text/decode')).decodeText(file);
type TextFormat<T> = { extensions: readonly string[]; read: (text: string) => Promise<T> };

const outlineFrom = ({ extensions, read }: TextFormat<Outline[]>): ImportFormat => ({
	extensions,
	holds: 'outline',
	maxBytes: 5 * MB,
	read: async (file) => ({ is: 'outline', outlines: await read(await textOf(file)) }),
});
const flowFrom = ({ extensions, read }: TextFormat<Flow>): ImportFormat => ({
	extensions,
	holds: 'flow',
	maxBytes: 5 * MB,
	read: async (file) => ({ is: 'flow', flow: await read(await textOf(file)) }),
});

/** Readers are loaded when a file is read. */
export const IMPORT_FORMATS = {
	delimited: {
		extensions: ['csv', 'tsv'],
		holds: 'rows',
		maxBytes: 20 * MB,
		read: async (file) => {
			const { readDelimited } = await import('./import/rows');
			return { is: 'rows', sheets: [{ name: '', rows: readDelimited(await textOf(file)) }] };
		},
	},
	workbook: {
		extensions: ['xlsx'],
		holds: 'rows',
		maxBytes: 30 * MB,
		read: async (file) => ({ is: 'rows', sheets: await (await import('./import/rows')).readWorkbook(file) }),
	},
	opml: outlineFrom(OUTLINE_FORMATS.opml),
	markdown: outlineFrom(OUTLINE_FORMATS.markdown),
	text: outlineFrom(OUTLINE_FORMATS.text),
	graphml: flowFrom(FLOW_FORMATS.graphml),
	dot: flowFrom(FLOW_FORMATS.dot),
} as const satisfies Record<string, ImportFormat>;
export type ImportFormatName = keyof typeof IMPORT_FORMATS;

/** The format of a file by its name; undefined for what cannot be read. */
export function importFormatOf(name: string): ImportFormatName | undefined {
	const ending = name.toLowerCase().split('.').at(-1) ?? '';
	return (Object.keys(IMPORT_FORMATS) as ImportFormatName[]).find((each) =>
		(IMPORT_FORMATS[each].extensions as readonly string[]).includes(ending),
	);
}
