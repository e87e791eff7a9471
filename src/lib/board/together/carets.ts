/** Carets of others who write in the same text, for the text editor. */
import { PIGMENT_COLOURS } from '$core/board/colours';
import { pigmentFor } from '../../ui/person-pigments.svelte';
import { presenceSchema, type PresenceState } from '$core/live/presence';
import { yCursorPlugin } from '@tiptap/y-tiptap';
import type { Awareness } from 'y-protocols/awareness';
import type { Room } from '../../room/room.svelte';

type Place = NonNullable<PresenceState['caret']>;
interface Caret {
	cursor: Place | null;
	user: { name: string; color: string };
}

const caretOf = (state: unknown): Caret | null => {
	const read = presenceSchema.safeParse(state);
	if (!read.success) return null;
	const { person, name, caret } = read.data;
	return { cursor: caret ?? null, user: { name, color: PIGMENT_COLOURS[pigmentFor(person)].ground } };
};

/** What the editor's plugin asks of awareness, answered from what people tell here. */
function asAsked(room: Room, catchUp: () => void): Awareness {
	const { awareness } = room.company;
	const ways = new Map<() => void, () => void>();
	return {
		getStates: () =>
			new Map([...awareness.getStates()].map(([client, state]) => [client, caretOf(state)] as const)),
		getLocalState: () => ({ cursor: room.company.own.caret ?? null }),
		setLocalStateField: (_: string, caret: Place | null) =>
			// Plain values, as they come out at the other side.
			room.tell({ caret: caret === null ? null : (JSON.parse(JSON.stringify(caret)) as Place) }),
		on(name: 'change' | 'update', listener: () => void) {
			// The plugin redraws in the next task; right before that the caret has to be known.
			const way = (): void => {
				setTimeout(catchUp);
				listener();
			};
			ways.set(listener, way);
			awareness.on(name, way);
		},
		off(name: 'change' | 'update', listener: () => void) {
			awareness.off(name, ways.get(listener) ?? listener);
		},
	} as unknown as Awareness;
}

function sign({ name, color }: { name: string; color: string }): HTMLElement {
	const caret = document.createElement('span');
	caret.className = 'other-caret';
	caret.style.borderColor = color;
	const label = document.createElement('span');
	label.className = 'other-caret-name';
	label.style.background = color;
	label.textContent = name;
	caret.append('⁠', label, '⁠');
	return caret;
}

/**
 * The carets of others.
 * @param catchUp makes the editor read where its own caret is: redrawn before that, it would be put back
 */
export const othersCarets = (room: Room, catchUp: () => void) =>
	yCursorPlugin(asAsked(room, catchUp), { cursorBuilder: sign });
