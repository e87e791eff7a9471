/**
 * What steps of a flow take and who does them, what exits carry, and findings that are set aside.
 */
import type { FindingType } from '../../flow/check';
import type { Estimate } from '../../flow/flow';
import type { Work } from '../../flow/values';
import { isConnector } from '../kinds/guards';
import type { BoardQuery } from '../model/query';
import { patch, transact, type EditContext } from '../store';

/** Changes what steps say about their work; undefined takes a value away. */
export function setWork(
	editContext: EditContext,
	model: BoardQuery,
	ids: Iterable<string>,
	values: { [key in keyof Work]?: Work[key] | undefined },
): void {
	transact(editContext, () => {
		for (const id of ids) {
			const object = model.find(id);
			if (!object || object.lock) continue;
			const given = Object.entries({ ...object.work, ...values }).filter(([, value]) => value !== undefined);
			patch(editContext, id, { work: given.length > 0 ? Object.fromEntries(given) : undefined });
		}
	});
}

/** Sets how many of a hundred take an exit. */
export function setShare(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	share: number | undefined,
): void {
	const line = model.find(id);
	if (!isConnector(line) || line.lock) return;
	transact(editContext, () => patch(editContext, id, { share }));
}

/** Sets a finding on an object aside, with a reason, or takes it up again without one. */
export function waive(
	editContext: EditContext,
	model: BoardQuery,
	id: string,
	type: FindingType,
	reason: string | undefined,
): void {
	const object = model.find(id);
	if (!object) return;
	const { [type]: _, ...others } = object.waivers ?? {};
	const waivers = reason ? { ...others, [type]: reason.slice(0, 300) } : others;
	transact(editContext, () =>
		patch(editContext, id, { waivers: Object.keys(waivers).length > 0 ? waivers : undefined }),
	);
}

/**
 * Reads minutes as people write them: `20`, or least, likely and most as `20 30 45`, `20-45`,
 * `20/30/45`. Undefined where that is none; decimal commas count as points.
 */
export function readEstimate(text: string): Estimate | undefined {
	const parts = text
		.trim()
		.replace(/(\d),(\d)/g, '$1.$2')
		.split(/\s*[-–/;|]\s*|\s+/)
		.filter((part) => part !== '');
	const numbers = parts.map(Number);
	if (
		numbers.length === 0 ||
		numbers.length > 3 ||
		numbers.some((each) => !Number.isFinite(each) || each < 0)
	)
		return undefined;
	const sorted = numbers.sort((a, b) => a - b);
	const [least, most] = [sorted[0]!, sorted.at(-1)!];
	const likely = sorted.length === 3 ? sorted[1]! : (least + most) / 2;
	return most > 525_600 ? undefined : { least, likely, most };
}

/** Minutes as they are written: one number, or three. */
export function writtenEstimate(minutes: Estimate | undefined): string {
	if (!minutes) return '';
	const { least, likely, most } = minutes;
	return least === most ? String(likely) : `${least}/${likely}/${most}`;
}
