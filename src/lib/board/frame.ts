/** What lies round the board: tools and commands ask for it here, and whoever draws the frame says what then happens. */
import type { Point } from '$core/geometry/box';

export type DialogName =
	'invite' | 'export' | 'keys' | 'palette' | 'camera' | 'templates' | 'drawer' | 'balance';

export class Frame {
	/** Opens one of the frame's dialogs. */
	ask: (dialog: DialogName) => void = () => {};
	/** Gets ready to say something about an object, or about a spot of the sheet. */
	sayAbout: (about: { object?: string | undefined; at?: Point | undefined }) => void = () => {};
	/** Told when a piece is dragged from the drawer onto the board. */
	onpiece: (id: string, at: Point | undefined) => void = () => {};
	/** Brings up the parking lot. */
	openParking: () => void = () => {};
	/** Gets ready to put what is selected to the vote. */
	askVote: () => void = () => {};
	/** Brings up what people say, or goes on to the next thread. */
	readTalk: (step?: 1 | -1) => void = () => {};
	/** Brings up the journal, or goes on to the next new thing. */
	readJournal: (step?: 1 | -1) => void = () => {};
	/** Told when the board goes to something, so that what covers it on a small screen gives way. */
	onlook: () => void = () => {};
	/** Begins to show fields as slides. */
	startShow: () => void = () => {};
}
