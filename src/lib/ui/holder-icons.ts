/** Icons of the kinds of holder. */
import type { HolderKind } from '$core/board/holders/forms';
import Actions from '@lucide/svelte/icons/clipboard-check';
import Columns from '@lucide/svelte/icons/columns-3';
import Grid from '@lucide/svelte/icons/grid-2x2';
import List from '@lucide/svelte/icons/rows-3';
import Table from '@lucide/svelte/icons/table';

export const HOLDER_ICONS: Record<HolderKind, typeof Columns> = {
	columns: Columns,
	grid: Grid,
	list: List,
	actions: Actions,
	table: Table,
};
