/** Files that are text. */
import type { ExportedFile } from './exports';

/** Text as a file, in UTF-8. */
export const textFile = (text: string): ExportedFile => ({ body: new TextEncoder().encode(text) });
