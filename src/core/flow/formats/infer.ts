/** What steps are, where a file does not say it: by what leads to them and on from them. */
import type { Flow, FlowStep, StepType } from '../flow';

export interface ReadStep extends Omit<FlowStep, 'type'> {
	type: StepType | undefined;
}

/** A flow with what is missing: ends where nothing leads on, decisions where several ways do. */
export function withTypes(steps: readonly ReadStep[], links: Flow['links']): Flow {
	const exits = new Map<string, number>();
	const entries = new Map<string, number>();
	const count = (map: Map<string, number>, id: string | undefined): void => {
		if (id !== undefined) map.set(id, (map.get(id) ?? 0) + 1);
	};
	for (const { from, to } of links) {
		count(exits, from);
		count(entries, to);
	}
	const typeOf = (id: string): StepType => {
		const [out, into] = [exits.get(id) ?? 0, entries.get(id) ?? 0];
		if (out > 1) return 'decision';
		return links.length > 0 && (out === 0) !== (into === 0) ? 'terminator' : 'process';
	};
	return { steps: steps.map((step) => ({ ...step, type: step.type ?? typeOf(step.id) })), links };
}

/** Numbers as they stand in files; undefined for what is none. */
export function readNumber(text: string | undefined): number | undefined {
	const number = Number(
		(text ?? '')
			.trim()
			.replace(/^(-?\d+),(\d+)$/, '$1.$2')
			.replace(/\s*%$/, ''),
	);
	return text?.trim() && Number.isFinite(number) && number >= 0 ? number : undefined;
}

/** Letters of names in a file that are read, and steps. */
export const MOST = { letters: 2000, steps: 5000, links: 20_000 };
