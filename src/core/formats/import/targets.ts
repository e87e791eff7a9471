/** What can become of what a file holds. */
import { underOne } from '../../board/ops/map-conversions';
import { isFlowTable } from '../../flow/formats/table';
import type { ImportTarget, ImportContent } from '../imports';

/**
 * What this content can become, the likeliest first: not what would be no help.
 * @param sheet which sheet of a spreadsheet is taken
 */
export function targetsOf(content: ImportContent, sheet = 0): ImportTarget[] {
	if (content.is === 'flow') return ['flow'];
	if (content.is === 'rows') {
		const isFlow = isFlowTable(content.sheets[sheet]?.rows ?? []);
		return [...(isFlow ? (['flow'] as const) : []), 'notes', 'table'];
	}
	const { branches } = underOne(content.outlines);
	if (branches.length === 0) return ['notes'];
	const hasLevels = branches.some((each) => each.branches.length > 0);
	return ['map', 'list', ...(hasLevels ? (['columns'] as const) : []), 'notes'];
}
