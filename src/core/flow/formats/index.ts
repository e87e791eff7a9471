/**
 * File formats of flows: one row each. A new one is a row and the file that reads and writes it.
 */
import type { Flow } from '../flow';
import type { FlowTableWords } from './table';

export interface FlowFormat {
	/** Endings of files' names, the one that is written first. */
	extensions: readonly string[];
	/** Media type (RFC 6838). */
	type: string;
	read: (text: string) => Promise<Flow>;
	write: (flow: Flow, words: FlowTableWords) => Promise<string>;
}

export const FLOW_FORMATS = {
	graphml: {
		extensions: ['graphml'],
		type: 'application/graphml+xml',
		read: async (text) => (await import('./graphml')).readGraphml(text),
		write: async (flow) => (await import('./graphml')).writeGraphml(flow),
	},
	dot: {
		extensions: ['gv', 'dot'],
		type: 'text/vnd.graphviz',
		read: async (text) => (await import('./dot')).readDot(text),
		write: async (flow) => (await import('./dot')).writeDot(flow),
	},
	table: {
		extensions: ['csv', 'tsv'],
		type: 'text/csv; charset=utf-8',
		read: async (text) => (await import('./table')).readFlowTable(text),
		write: async (flow, words) => (await import('./table')).writeFlowTable(flow, words),
	},
} as const satisfies Record<string, FlowFormat>;
export type FlowFormatName = keyof typeof FLOW_FORMATS;
export const FLOW_FORMAT_NAMES = Object.keys(FLOW_FORMATS) as [FlowFormatName, ...FlowFormatName[]];

/** The format of a file by its name; undefined for what is none of a flow. */
export function flowFormatOf(name: string): FlowFormat | undefined {
	const ending = name.toLowerCase().split('.').at(-1) ?? '';
	return Object.values<FlowFormat>(FLOW_FORMATS).find(({ extensions }) => extensions.includes(ending));
}
