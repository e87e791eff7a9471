/** Pictures as painters need them: loaded when they are first seen, in a width that suits, and kept a while. */

/** Widths that the server has ready, pixels. */
const WIDTHS = [256, 1024, 2048];
/** Pictures kept decoded at most. */
const MOST = 80;

interface Held {
	width: number;
	image: ImageBitmap | undefined;
	isLoading: boolean;
}

export class Images {
	private readonly held = new Map<string, Held>();

	/**
	 * @param address of a file in a width
	 * @param onload told when a picture can be painted, or painted better
	 */
	constructor(
		private readonly address: (file: string, width: number) => string,
		private readonly onload: (file: string) => void,
	) {}

	/** The picture as far as it is here; a better one is asked for when it is shown larger. */
	get(file: string, pixels: number): ImageBitmap | undefined {
		const width = WIDTHS.find((each) => each >= pixels * 0.85) ?? WIDTHS.at(-1)!;
		const held = this.held.get(file);
		if (!held || (held.width < width && !held.isLoading)) void this.load(file, width);
		if (held) {
			// Used again: it is the last to be given up.
			this.held.delete(file);
			this.held.set(file, held);
		}
		return held?.image;
	}

	private async load(file: string, width: number): Promise<void> {
		const before = this.held.get(file);
		const held: Held = { width, image: before?.image, isLoading: true };
		this.held.set(file, held);
		try {
			const response = await fetch(this.address(file, width));
			if (!response.ok) throw new Error(`status ${response.status}`);
			const image = await createImageBitmap(await response.blob());
			before?.image?.close();
			held.image = image;
			this.trim();
			this.onload(file);
		} catch {
			// Offline, or not there: it is asked for again when the board is opened again.
		} finally {
			held.isLoading = false;
		}
	}

	private trim(): void {
		for (const [file, { image, isLoading }] of this.held) {
			if (this.held.size <= MOST) return;
			if (isLoading) continue;
			image?.close();
			this.held.delete(file);
		}
	}
}

/** Address of a picture of the board; as it was brought in when no width is asked for. */
export const fileAddress = (boardId: string, file: string, width?: number): string =>
	`/api/boards/${encodeURIComponent(boardId)}/files/${file}${width ? `?w=${width}` : ''}`;
