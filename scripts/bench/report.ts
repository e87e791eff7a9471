/** Figures of a measurement: one JSON line each, on standard output. */
import { cpus, totalmem } from 'node:os';

const machine = `${cpus().length} x ${cpus()[0]?.model ?? 'unknown'}, ${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.version}`;

export function figure(name: string, value: number, unit: string, board: string): void {
	process.stdout.write(
		JSON.stringify({ name, value: Math.round(value * 100) / 100, unit, board, machine }) + '\n',
	);
}

/** The value below which a share of all values lies. */
export function quantile(values: readonly number[], share: number): number {
	const sorted = [...values].sort((a, b) => a - b);
	return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN;
}
export const p95 = (values: readonly number[]): number => quantile(values, 0.95);
