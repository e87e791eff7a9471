/** Flows in the DOT language of graph drawing: in and out. Shapes of nodes tell what steps are. */
import { parse, type ASTBaseNode, type AttributeASTNode, type DotASTNode } from '@ts-graphviz/ast';
import { Fault } from '../../fault';
import type { Flow, FlowLink, StepType } from '../flow';
import { MOST, readNumber, withTypes, type ReadStep } from './infer';

const SHAPES: Record<StepType, string> = {
	process: 'box',
	decision: 'diamond',
	terminator: 'oval',
	data: 'parallelogram',
	jump: 'circle',
};
const TYPES: Record<string, StepType> = {
	box: 'process',
	rect: 'process',
	rectangle: 'process',
	square: 'process',
	diamond: 'decision',
	mdiamond: 'decision',
	oval: 'terminator',
	ellipse: 'terminator',
	doublecircle: 'terminator',
	parallelogram: 'data',
	note: 'data',
	cylinder: 'data',
	folder: 'data',
	circle: 'jump',
};

const quoted = (text: string): string =>
	`"${text.replace(/\\/g, '\\\\').replace(/"/g, '\\"').replace(/\r?\n/g, '\\n')}"`;
const attributes = (values: Record<string, string | number | undefined>): string => {
	const given = Object.entries(values).filter(([, value]) => value !== undefined && value !== '');
	return given.length > 0
		? ` [${given.map(([key, value]) => `${key}=${quoted(String(value))}`).join(', ')}]`
		: '';
};

/** A flow in the DOT language; lanes are clusters, and lines that end in nothing are left out. */
export function writeDot({ steps, links }: Flow): string {
	const nodes = steps.map(
		({ id, name, type, minutes, cost, who }) =>
			`  ${quoted(id)}${attributes({ label: name, shape: SHAPES[type], ...minutes, cost, who })};\n`,
	);
	const lanes = [...new Set(steps.flatMap(({ lane }) => lane ?? []))].map((lane, i) => {
		const own = steps.filter((step) => step.lane === lane).map(({ id }) => `    ${quoted(id)};\n`);
		return `  subgraph cluster_${i} {\n    label=${quoted(lane)};\n${own.join('')}  }\n`;
	});
	const edges = links
		.filter(({ from, to }) => from !== undefined && to !== undefined)
		.map(
			({ from, to, name, share }) =>
				`  ${quoted(from!)} -> ${quoted(to!)}${attributes({ label: name, share })};\n`,
		);
	return `digraph flow {\n${[...nodes, ...lanes, ...edges].join('')}}\n`;
}

type Values = Map<string, string>;
/** A text as it was meant: line breaks, and tags of labels in HTML taken away. */
const plain = (text: string, isHtml: boolean): string =>
	(isHtml
		? text.replace(/<br[^>]*>/gi, '\n').replace(/<[^>]+>/g, '')
		: text.replace(/\\(.)/g, (all, sign: string) =>
				'nlr'.includes(sign) ? '\n' : '\\"'.includes(sign) ? sign : all,
			)
	)
		.trim()
		.slice(0, MOST.letters);

/** Strings as they are, comments taken away: the parser takes them only between statements. */
const withoutComments = (text: string): string =>
	text.replace(/("(?:\\[^]|[^"\\])*")|\/\*[^]*?\*\/|\/\/[^\n]*/g, (_, string?: string) => string ?? ' ');

function parsed(text: string): DotASTNode {
	try {
		return parse(text);
	} catch {
		try {
			return parse(withoutComments(text));
		} catch {
			throw new Fault('no flow', { problem: 'format' });
		}
	}
}

const valuesOf = (nodes: readonly ASTBaseNode[]): Values =>
	new Map(
		nodes
			.filter((node): node is AttributeASTNode => node.type === 'Attribute')
			.map(({ key, value }) => [key.value.toLowerCase(), plain(value.value, value.quoted === 'html')]),
	);

/** What is known while the statements of a graph are read. */
interface Reading {
	steps: Map<string, ReadStep>;
	links: FlowLink[];
}
interface Scope {
	node: Values;
	edge: Values;
	lane: string | undefined;
}

/**
 * Reads a graph in the DOT language.
 * @throws Fault `no flow` for what is none, or holds no node or too many
 */
export function readDot(text: string): Flow {
	const reading: Reading = { steps: new Map(), links: [] };
	for (const graph of parsed(text).children)
		if (graph.type === 'Graph')
			readStatements(graph.children, { node: new Map(), edge: new Map(), lane: undefined }, reading);
	if (reading.steps.size === 0) throw new Fault('no flow', { problem: 'empty' });
	if (reading.steps.size > MOST.steps || reading.links.length > MOST.links)
		throw new Fault('no flow', { problem: 'size' });
	return withTypes([...reading.steps.values()], reading.links);
}

function readStatements(statements: readonly ASTBaseNode[], outer: Scope, reading: Reading): void {
	const scope: Scope = { ...outer, node: new Map(outer.node), edge: new Map(outer.edge) };
	const label = valuesOf(statements).get('label');
	for (const statement of statements as readonly (ASTBaseNode & Record<string, unknown>)[]) {
		const children = (statement['children'] ?? []) as ASTBaseNode[];
		if (statement.type === 'AttributeList') {
			const kind = String(statement['kind']).toLowerCase();
			if (kind === 'node' || kind === 'edge')
				for (const [key, value] of valuesOf(children)) scope[kind].set(key, value);
		} else if (statement.type === 'Node') {
			addStep((statement['id'] as { value: string }).value, valuesOf(children), scope, reading);
		} else if (statement.type === 'Subgraph') {
			const id = (statement['id'] as { value: string } | undefined)?.value ?? '';
			const own = valuesOf(children).get('label');
			readStatements(
				children,
				{ ...scope, lane: id.startsWith('cluster') ? (own ?? label) : scope.lane },
				reading,
			);
		} else if (statement.type === 'Edge') {
			const targets = statement['targets'] as ASTBaseNode[];
			const values = new Map([...scope.edge, ...valuesOf(children)]);
			for (let i = 0; i + 1 < targets.length; i++)
				for (const from of idsIn(targets[i]!))
					for (const to of idsIn(targets[i + 1]!)) addLink(from, to, values, scope, reading);
		}
	}
}

/** Ids of one end of an edge: a node, or several in braces. */
function idsIn(target: ASTBaseNode): string[] {
	const { id, children } = target as ASTBaseNode & { id?: { value: string }; children?: ASTBaseNode[] };
	if (target.type === 'NodeRef' || target.type === 'Node') return [id!.value];
	return (children ?? []).flatMap(idsIn);
}

function addStep(id: string, values: Values, { node, lane }: Scope, { steps }: Reading): void {
	const before = steps.get(id);
	const all = new Map([...(before ? [] : node), ...values]);
	const [least, likely, most] = ['least', 'likely', 'most'].map((name) => readNumber(all.get(name)));
	const minutes =
		least !== undefined && likely !== undefined && most !== undefined && least <= likely && likely <= most
			? { least, likely, most }
			: before?.minutes;
	const shape = all.get('shape')?.toLowerCase();
	steps.set(id, {
		id,
		name: all.get('label') || before?.name || id,
		type: (shape ? TYPES[shape] : undefined) ?? before?.type,
		minutes,
		cost: readNumber(all.get('cost')) ?? before?.cost,
		who: all.get('who') || before?.who,
		lane: lane ?? before?.lane,
	});
}

function addLink(from: string, to: string, values: Values, scope: Scope, reading: Reading): void {
	for (const id of [from, to]) if (!reading.steps.has(id)) addStep(id, new Map(), scope, reading);
	const share = readNumber(values.get('share'));
	const name = values.get('label') ?? values.get('xlabel') ?? '';
	reading.links.push({
		id: `edge ${reading.links.length}`,
		from,
		to,
		name,
		share: share !== undefined && share <= 100 ? share : undefined,
	});
}
