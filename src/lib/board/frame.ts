/** What lies round the board: tools and commands ask for it here, and whoever draws the frame says what then happens. */
import type { Point } from '$core/geometry/box';
import { Emitter } from '../ui/emitter';

export type DialogName =
	'invite' | 'export' | 'keys' | 'palette' | 'camera' | 'templates' | 'drawer' | 'balance' | 'to theme';

/** Something to say something about: an object, or a spot of the sheet. */
export interface Subject {
	object?: string | undefined;
	at?: Point | undefined;
}

/** The instruments of the desk. */
export type InstrumentName =
	'run sheet' | 'themes' | 'votes' | 'parking' | 'people' | 'talk' | 'journal' | 'flow';

export type FrameRequest =
	| { open: 'dialog'; dialog: DialogName }
	/** Files are to come onto the board: what shall become of them? */
	| { open: 'bring in'; files: readonly File[]; at: Point | undefined }
	/** Gets ready to say something. */
	| { open: 'comment'; about: Subject }
	| { open: 'instrument'; name: InstrumentName }
	/** Gets ready to put what is selected to the vote. */
	| { open: 'vote' }
	/** What people say, or the next thread. */
	| { open: 'talk'; step: 1 | -1 | undefined }
	/** The journal, or the next new thing. */
	| { open: 'journal'; step: 1 | -1 | undefined }
	| { open: 'report' }
	/**
	 * Notes are sorted one after the other: those that are selected, or all of a field or sheet.
	 */
	| { open: 'deal' }
	/** The themes of the sheet are looked through; one of them is cut in two. */
	| { open: 'look through'; split?: string }
	/** What can come next in a flow, where the hand let go of a line. */
	| { open: 'next step'; from: string; at: Point }
	/** Fields as slides. */
	| { open: 'show' }
	/** The board goes to something: what covers it on a small screen gives way. */
	| { open: 'board' };

export class Frame {
	readonly requests = new Emitter<[FrameRequest]>();
	/** A piece is dragged from the drawer onto the board. */
	readonly pieces = new Emitter<[id: string, at: Point | undefined]>();

	openDialog(dialog: DialogName): void {
		this.requests.emit({ open: 'dialog', dialog });
	}

	bringIn(files: readonly File[], at?: Point): void {
		this.requests.emit({ open: 'bring in', files, at });
	}

	comment(about: Subject): void {
		this.requests.emit({ open: 'comment', about });
	}

	openInstrument(name: InstrumentName): void {
		this.requests.emit({ open: 'instrument', name });
	}

	offerNextStep(from: string, at: Point): void {
		this.requests.emit({ open: 'next step', from, at });
	}

	askVote(): void {
		this.requests.emit({ open: 'vote' });
	}

	readTalk(step?: 1 | -1): void {
		this.requests.emit({ open: 'talk', step });
	}

	readJournal(step?: 1 | -1): void {
		this.requests.emit({ open: 'journal', step });
	}

	deal(): void {
		this.requests.emit({ open: 'deal' });
	}

	lookThrough(split?: string): void {
		this.requests.emit({ open: 'look through', ...(split === undefined ? {} : { split }) });
	}

	openReport(): void {
		this.requests.emit({ open: 'report' });
	}

	startShow(): void {
		this.requests.emit({ open: 'show' });
	}

	showBoard(): void {
		this.requests.emit({ open: 'board' });
	}
}
