/** Flows for tests: some written down in short, some made by chance and right in every way. */
import { pick, randomFrom } from '../rehearsal/random';
import type { Flow, FlowLink, FlowStep, StepType } from './flow';

const TYPES: Record<string, StepType> = { '(': 'terminator', '<': 'decision', '[': 'process', '/': 'data' };

/**
 * A flow from lines as `(Start) > [Repair] > <Works?>` and `<Works?> no> [Repair]`: names are ids,
 * and the sign before a name says what the step is.
 */
export function flowOf(...lines: string[]): Flow {
	const steps = new Map<string, FlowStep>();
	const links: FlowLink[] = [];
	for (const line of lines) {
		let before: string | undefined;
		let name = '';
		for (const part of line.split(/\s+(?=[(<[/])|(?<=[)>\]/])\s+(?=[\w%]*>)/)) {
			const step = /^([(<[/])(.*)[)>\]/]$/.exec(part.trim());
			if (!step) {
				name = part.trim().replace(/>$/, '');
				continue;
			}
			const id = step[2]!;
			if (!steps.has(id)) steps.set(id, { id, name: id, type: TYPES[step[1]!]! });
			if (before !== undefined) links.push({ id: `${before}>${id}`, from: before, to: id, name });
			before = id;
			name = '';
		}
	}
	return { steps: [...steps.values()], links };
}

/** The same flow with other values of some steps and links. */
export const withValues = (
	flow: Flow,
	steps: Record<string, Partial<FlowStep>>,
	links: Record<string, Partial<FlowLink>> = {},
): Flow => ({
	steps: flow.steps.map((step) => ({ ...step, ...steps[step.id] })),
	links: flow.links.map((link) => ({ ...link, ...links[link.id] })),
});

const SYLLABLES = ['ka', 'lo', 'mi', 'ru', 'ten', 'vor', 'shi', 'bel', 'dra', 'pon'];
/** A name that is like no other of another number. */
const nameOf = (number: number): string =>
	[...String(number * 7919 + 100_003)].map((digit) => SYLLABLES[Number(digit)]).join('');

/**
 * A flow made by chance that is right: one start, ends, decisions with named exits, loops with a
 * way out.
 */
export function randomFlow(seed: number, size = 12): Flow {
	const random = randomFrom(seed);
	const steps: FlowStep[] = [{ id: 's0', name: 'Start', type: 'terminator' }];
	const links: FlowLink[] = [];
	const link = (from: string, to: string, name = ''): void =>
		void links.push({ id: `l${links.length}`, from, to, name });
	for (let i = 1; i <= size; i++) {
		const type: StepType = i > 1 && random() < 0.3 ? 'decision' : 'process';
		steps.push({ id: `s${i}`, name: nameOf(i) + (type === 'decision' ? '?' : ''), type });
	}
	steps.push({ id: `s${size + 1}`, name: 'End', type: 'terminator' });
	for (let i = 0; i <= size; i++) {
		const isDecision = steps[i]!.type === 'decision';
		link(`s${i}`, `s${i + 1}`, isDecision ? 'yes' : '');
		if (!isDecision) continue;
		const other =
			random() < 0.5 ? 1 + Math.floor(random() * (i - 1)) : i + 2 + Math.floor(random() * (size - i));
		link(`s${i}`, `s${Math.min(size + 1, other)}`, 'no');
		if (random() < 0.2) link(`s${i}`, pick(random, steps.slice(i + 1)).id, 'perhaps');
	}
	return { steps, links };
}
