import { m } from '$lib/paraglide/messages';
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
			return save.kept === 0 ? m.save_offline() : m.save_offline_kept({ count: save.kept });
	}
}
