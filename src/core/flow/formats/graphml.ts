/** Flows as GraphML (U. Brandes and others, "GraphML progress report", 2002): in and out. */
import { Parser } from 'htmlparser2';
import { Fault } from '../../fault';
import { STEP_TYPES, type Estimate, type Flow, type FlowLink, type StepType } from '../flow';
import { MOST, readNumber, withTypes, type ReadStep } from './infer';

const KEYS = [
	['name', 'node', 'string'],
	['type', 'node', 'string'],
	['least', 'node', 'double'],
	['likely', 'node', 'double'],
	['most', 'node', 'double'],
	['cost', 'node', 'double'],
	['who', 'node', 'string'],
	['lane', 'node', 'string'],
	['name', 'edge', 'string'],
	['share', 'edge', 'double'],
] as const;

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Text for XML 1.0, without the signs that it cannot have. */
const escaped = (text: string): string =>
	text
		.replace(/[&<>"]/g, (sign) => SIGNS[sign]!)
		.replace(/[^\t\n\r\x20-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');

/** A flow as a GraphML file; lines that end in nothing are left out. */
export function writeGraphml({ steps, links }: Flow): string {
	const data = (on: 'node' | 'edge', values: Record<string, string | number | undefined>): string =>
		Object.entries(values)
			.filter(([, value]) => value !== undefined && value !== '')
			.map(([key, value]) => `      <data key="${on}-${key}">${escaped(String(value))}</data>\n`)
			.join('');
	const nodes = steps.map(
		({ id, name, type, minutes, cost, who, lane }) =>
			`    <node id="${escaped(id)}">\n${data('node', { name, type, ...minutes, cost, who, lane })}    </node>\n`,
	);
	const edges = links
		.filter(({ from, to }) => from !== undefined && to !== undefined)
		.map(
			({ id, from, to, name, share }) =>
				`    <edge id="${escaped(id)}" source="${escaped(from!)}" target="${escaped(to!)}">\n${data('edge', { name, share })}    </edge>\n`,
		);
	const keys = KEYS.map(
		([name, on, type]) => `  <key id="${on}-${name}" for="${on}" attr.name="${name}" attr.type="${type}"/>\n`,
	);
	return [
		'<?xml version="1.0" encoding="UTF-8"?>\n',
		'<graphml xmlns="http://graphml.graphdrawing.org/xmlns">\n',
		...keys,
		'  <graph id="flow" edgedefault="directed">\n',
		...nodes,
		...edges,
		'  </graph>\n</graphml>\n',
	].join('');
}

/** Names by which other programs call what a node says. */
const NAMES: Record<string, string[]> = {
	name: ['name', 'label', 'title', 'text', 'description'],
	type: ['type', 'kind', 'shape'],
	who: ['who', 'role', 'performer', 'responsible'],
	share: ['share', 'probability', 'weight'],
};

interface Element {
	id: string;
	source: string;
	target: string;
	data: Map<string, string>;
}

const valueOf = ({ data }: Element, name: string): string | undefined => {
	for (const each of NAMES[name] ?? [name]) {
		const value = data.get(each);
		if (value?.trim()) return value.trim().slice(0, MOST.letters);
	}
	return undefined;
};

function estimateOf(node: Element): Estimate | undefined {
	const [least, likely, most] = ['least', 'likely', 'most'].map((name) => readNumber(node.data.get(name)));
	const only = likely ?? readNumber(node.data.get('minutes')) ?? readNumber(node.data.get('duration'));
	const sorted = [least ?? only, only ?? least ?? most, most ?? only]
		.flatMap((each) => each ?? [])
		.sort((a, b) => a - b);
	return sorted.length === 3 ? { least: sorted[0]!, likely: sorted[1]!, most: sorted[2]! } : undefined;
}

/**
 * Reads a GraphML file: its nodes and edges, whatever graphs they stand in.
 * @throws Fault `no flow` for what is no GraphML, or holds no node or too many
 */
export function readGraphml(text: string): Flow {
	const keys = new Map<string, string>();
	const nodes: Element[] = [];
	const edges: Element[] = [];
	const open: Element[] = [];
	let isGraphml = false;
	let key: string | undefined;
	const parser = new Parser(
		{
			onopentag(tag, attributes) {
				const name = tag.split(':').at(-1)!.toLowerCase();
				if (name === 'graphml') isGraphml = true;
				else if (name === 'key')
					keys.set(attributes['id'] ?? '', (attributes['attr.name'] ?? attributes['id'] ?? '').toLowerCase());
				else if (name === 'node' || name === 'edge') {
					const { id = '', source = '', target = '' } = attributes;
					const element = { id, source, target, data: new Map<string, string>() };
					open.push(element);
					(name === 'node' ? nodes : edges).push(element);
				} else if (name === 'data') key = keys.get(attributes['key'] ?? '') ?? attributes['key'];
			},
			ontext(part) {
				const data = open.at(-1)?.data;
				if (key !== undefined && data) data.set(key, (data.get(key) ?? '') + part);
			},
			onclosetag(tag) {
				const name = tag.split(':').at(-1)!.toLowerCase();
				if (name === 'node' || name === 'edge') open.pop();
				else if (name === 'data') key = undefined;
			},
		},
		{ xmlMode: true, decodeEntities: true },
	);
	parser.write(text);
	parser.end();
	if (!isGraphml || nodes.length === 0)
		throw new Fault('no flow', { problem: isGraphml ? 'empty' : 'format' });
	if (nodes.length > MOST.steps || edges.length > MOST.links) throw new Fault('no flow', { problem: 'size' });
	const known = new Set(nodes.map(({ id }) => id));
	const steps = nodes.map((node): ReadStep => {
		const type = valueOf(node, 'type');
		return {
			id: node.id,
			name: valueOf(node, 'name') ?? node.id,
			type: STEP_TYPES.find((each) => each === type) as StepType | undefined,
			minutes: estimateOf(node),
			cost: readNumber(node.data.get('cost')),
			who: valueOf(node, 'who'),
			lane: valueOf(node, 'lane'),
		};
	});
	const links = edges
		.filter(({ source, target }) => known.has(source) && known.has(target))
		.map((edge, i): FlowLink => {
			const share = readNumber(valueOf(edge, 'share'));
			return {
				id: edge.id || `edge ${i}`,
				from: edge.source,
				to: edge.target,
				name: valueOf(edge, 'name') ?? '',
				share: share !== undefined && share <= 100 ? share : undefined,
			};
		});
	return withTypes(steps, links);
}
