/** Handing a file to the browser's downloads. */

/** How long a browser may take to begin with it, ms. */
const KEPT_MS = 30_000;

export function saveFile(content: Blob, name: string): void {
	const url = URL.createObjectURL(content);
	const anchor = document.createElement('a');
	anchor.href = url;
	anchor.download = name;
	anchor.click();
	setTimeout(() => URL.revokeObjectURL(url), KEPT_MS);
}
