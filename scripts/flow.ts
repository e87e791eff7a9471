/**
 * `check FILE` and `layout FILE [right|down]`: reads a flow from a file (GraphML, DOT, table) and
 * prints what is wrong with it and what its times say, or where its steps would stand, as JSON.
 */
import { readFileSync } from 'node:fs';
import { checkFlow } from '../src/core/flow/check';
import type { Flow } from '../src/core/flow/flow';
import { FLOW_FORMATS, flowFormatOf, type FlowFormat } from '../src/core/flow/formats';
import {
	FLOW_DIRECTIONS,
	labelFor,
	type FlowDirection,
	type LayoutStep,
} from '../src/core/flow/layout/input';
import { layOutFlow } from '../src/core/flow/layout/layout';
import { simulate } from '../src/core/flow/simulate';
import { timesOf } from '../src/core/flow/times';
import { SHAPE_FORMS } from '../src/core/board/shapes';
import { SHAPE_OF } from '../src/core/board/flow-shapes';
import { Fault } from '../src/core/fault';
import { faultWords } from '../src/lib/words/faults';
import { findingWords } from '../src/lib/words/flows';

function fail(message: string): never {
	process.stderr.write(message + '\n');
	process.exit(1);
}

const [command, path, wanted = 'right'] = process.argv.slice(2);
const known = Object.values<FlowFormat>(FLOW_FORMATS)
	.flatMap(({ extensions }) => extensions.map((each) => `.${each}`))
	.join(', ');
if (!path) fail(`Name a file with a flow (${known}): ./wandtafel ${command} FILE`);
const format = flowFormatOf(path);
if (!format) fail(`${path} has none of the endings of files with flows: ${known}.`);
let text: string;
try {
	text = readFileSync(path, 'utf8');
} catch {
	fail(`${path} cannot be read.`);
}
let flow: Flow;
try {
	flow = await format.read(text);
} catch (error) {
	fail(error instanceof Fault ? `${path}: ${faultWords(error)}` : `${path}: ${String(error)}`);
}

const answer = command === 'layout' ? layout(flow) : check(flow);
process.stdout.write(JSON.stringify(answer) + '\n');

function check(flow: Flow) {
	const names = new Map(flow.steps.map(({ id, name }) => [id, name]));
	const times = timesOf(flow);
	return {
		steps: flow.steps.length,
		links: flow.links.length,
		findings: checkFlow(flow).map((finding) => ({ ...finding, says: findingWords(finding, flow) })),
		times: times && { ...times, steps: times.steps.map((step) => ({ ...step, name: names.get(step.id) })) },
		runs: times && simulate(flow, 1),
	};
}

function layout({ steps, links }: Flow) {
	if (!FLOW_DIRECTIONS.includes(wanted as FlowDirection))
		fail(`A flow runs ${FLOW_DIRECTIONS.join(' or ')}.`);
	const lanes = [...new Set(steps.flatMap(({ lane }) => lane ?? []))];
	const placed = steps.map(({ id, type, lane }, i): LayoutStep => {
		const { w, h } = SHAPE_FORMS[SHAPE_OF[type]].size;
		// In the order of the file, until they are laid out.
		const at = { x: w / 2, y: h / 2 + i };
		return { id, type, w, h, ...at, ...(lane === undefined ? {} : { lane: lanes.indexOf(lane) }) };
	});
	const whole = links.flatMap(({ id, from, to, share, name }) =>
		from !== undefined && to !== undefined ? [{ id, from, to, share, ...labelFor(name) }] : [],
	);
	const inLanes = lanes.length > 0 ? { at: { x: 0, y: 0 }, sizes: lanes.map(() => 120) } : undefined;
	const laid = layOutFlow(placed, whole, wanted as FlowDirection, inLanes);
	return {
		steps: placed.map(({ id, w, h }) => {
			const { x, y } = laid.middles.get(id)!;
			const { name, lane } = steps.find((step) => step.id === id)!;
			return { id, name, ...(lane === undefined ? {} : { lane }), x: x - w / 2, y: y - h / 2, w, h };
		}),
		links: whole.map(({ id, from, to }) => ({
			id,
			from,
			to,
			sides: laid.sides.get(id),
			...(laid.corners.has(id) ? { corners: laid.corners.get(id) } : {}),
		})),
		...(lanes.length > 0 ? { lanes: lanes.map((name, i) => ({ name, size: laid.laneSizes[i] })) } : {}),
	};
}
