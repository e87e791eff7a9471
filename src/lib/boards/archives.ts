/** Bringing in archives of boards. */
import { createFromArchive } from '$core/contract/boards';
import { call } from '$lib/api/client';

/** Makes a board of one's own from an archive; gives its id, and how many things in it could not be read. */
export const bringInArchive = (file: File) => call(createFromArchive, { body: file });
