/** What somebody wants to see of the board, coming to it from another screen of a phone. */
import type { InstrumentName } from '../board/frame';

export type PhoneTarget = { instrument: InstrumentName } | { object: string };
/** Goes to the board, to something of it where that is said. */
export type GoToBoard = (target?: PhoneTarget) => void;
