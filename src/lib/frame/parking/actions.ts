/** What is asked of the server about the parking lot. */
import { send } from '../../ui/api';

const path = (boardId: string): string => `/api/boards/${encodeURIComponent(boardId)}/parking`;
export const parkIt = (boardId: string, text: string) => send('POST', path(boardId), { do: 'park', text });
export const takeBack = (boardId: string, id: string) => send('POST', path(boardId), { do: 'take back', id });
