/** Files between the page and the machine: chosen, read, handed to the downloads. */

import { decodeText } from '$core/text/decode';

/** Bytes of a text file that are read at most. */
const LARGEST = 5_000_000;

/** The text of a file; undefined where it is too large to be read. */
export const textOf = async (file: File): Promise<string | undefined> =>
	file.size > LARGEST ? undefined : decodeText(new Uint8Array(await file.arrayBuffer()));

/** Lets somebody choose files of some types; none where they think better of it. */
export function chooseFiles(accept: string, several = false): Promise<File[]> {
	return new Promise((resolve) => {
		const input = document.createElement('input');
		input.type = 'file';
		input.accept = accept;
		input.multiple = several;
		input.onchange = () => resolve([...(input.files ?? [])]);
		input.oncancel = () => resolve([]);
		input.click();
	});
}

/** Endings of files as a list of what can be chosen. */
export const acceptOf = (formats: Iterable<{ extensions: readonly string[] }>): string =>
	[...formats].flatMap(({ extensions }) => extensions.map((each) => `.${each}`)).join(',');

/** How long a browser may take to begin with a download, ms. */
const KEPT_MS = 30_000;

/** Hands a file to the browser's downloads. */
export function saveFile(content: Blob, name: string): void {
	const url = URL.createObjectURL(content);
	const anchor = document.createElement('a');
	anchor.href = url;
	anchor.download = name;
	anchor.click();
	setTimeout(() => URL.revokeObjectURL(url), KEPT_MS);
}
