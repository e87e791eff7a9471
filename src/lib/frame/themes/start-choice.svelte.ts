/** What was chosen before notes are sorted; it is kept for the next time. */
import type { SortKey } from '$core/themes/sort-by';

export class StartChoice {
	/** Names of themes that were given, one a line. */
	lines = $state('');
	/** What notes are sorted by; nothing means by what they say. */
	by = $state<SortKey | 'model' | ''>('');
}
