/** Leading from the desk and from a phone: orders with what they tell, and what the server tells those who lead. */
import type { ServerMessage } from '$core/contract/server-messages';
import { m } from '$lib/messages';
import { momentWords } from '$lib/words/when';
import { attempt } from '../../ui/attempt';
import { toaster } from '../../ui/toaster';
import type { SessionOrder } from '$core/contract/session';
import { lead } from './actions';

/** Leads the session, and says what came of it. */
export const leadOn = (boardId: string, order: SessionOrder): Promise<boolean> =>
	attempt(
		lead(boardId, order).then((count) => {
			if (count > 0) toaster.success({ title: m.revealed_count({ count }) });
		}),
	);

/**
 * Tells what the server says.
 * @param onsheet goes to a sheet
 * @param me under what one goes oneself: one's own doing is not told
 */
export function tellMessage(message: ServerMessage, onsheet?: (sheet: string) => void, me?: string): void {
	if (message.is === 'restored' && message.by.id !== me)
		toaster.create({
			type: 'info',
			title: m.restored_by({ name: message.by.name, moment: momentWords(message.to) }),
			description: m.restored_by_more(),
			duration: 60_000,
		});
	if (message.is === 'found') {
		toaster.create({
			type: 'info',
			title: m.found_again({ count: message.count }),
			description: m.found_again_more(),
			duration: 60_000,
			...(onsheet ? { action: { label: m.go_there(), onClick: () => onsheet(message.sheet) } } : {}),
		});
	}
	if (message.is !== 'late notes') return;
	toaster.info({
		title: m.late_notes({ count: message.count }),
		description: message.name ? m.late_notes_of({ name: message.name }) : m.late_notes_more(),
	});
}

/** Says that the server does not take in what was done. */
export const tellRefused = (why: 'full' | 'hurried'): void =>
	void toaster.error({
		title: why === 'full' ? m.board_full() : m.too_fast(),
		description: why === 'full' ? m.board_full_more() : m.too_fast_more(),
	});
