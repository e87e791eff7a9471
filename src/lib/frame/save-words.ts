import { m } from '$lib/messages';
import type { SaveState } from '../room/room.svelte';

/** The save state in words. */
export function saveWords(save: SaveState): string {
	switch (save.is) {
		case 'saved':
			return m.save_saved();
		case 'saving':
			return m.save_saving();
		case 'opening':
			return m.save_opening();
		case 'offline':
			if (save.kept === 0) return m.save_offline();
			return save.isKept ? m.save_offline_kept({ count: save.kept }) : m.save_not_kept({ count: save.kept });
		case 'waiting': {
			const { count, why, isKept } = save;
			if (!isKept) return m.save_waiting_not_kept({ count });
			return why === 'full' ? m.save_waiting_full({ count }) : m.save_waiting({ count });
		}
	}
}
