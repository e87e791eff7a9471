/** How the whole text of what is selected looks: the same marks as in the editor. */
import { traitsOf } from '$core/board/kinds/traits';
import { m } from '$lib/messages';
import { tick } from 'svelte';
import type { Command } from './command';

type MarkName = 'bold' | 'italic' | 'underline' | 'strike';

/** The editor does it: a change of the live text by hand would lose what others write meanwhile. */
const marking = (id: MarkName, label: () => string, keys: string[]): Command => ({
	id,
	label,
	keys,
	edits: 'own',
	when: (board) => {
		const [only, more] = board.selected;
		return only !== undefined && !more && !only.lock && traitsOf(only).writable;
	},
	async run(board) {
		const [object] = board.selected;
		if (!object) return;
		board.startEditing(object.id);
		await tick();
		board.writing.editor?.chain().selectAll().toggleMark(id).run();
		board.stopEditing();
	},
});

export const FORMAT_COMMANDS: Command[] = [
	marking('bold', () => m.bold(), ['$mod+b']),
	marking('italic', () => m.italic(), ['$mod+i']),
	marking('underline', () => m.underline(), ['$mod+u']),
	marking('strike', () => m.strike(), []),
];
