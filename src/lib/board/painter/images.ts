/** Pictures as painters need them: loaded when they are first seen, in a width that suits, and kept a while. */

import { FILE_WIDTHS } from '$core/contract/file-widths';

/** Memory for decoded pictures, bytes; those in use are kept even beyond it. */
const MAX_BYTES = 192 * 1024 * 1024;
/** How long a picture counts as in use after it was painted, ms. */
const IN_USE_MS = 10_000;
/**
 * After what time a picture that failed is asked for again, ms; twice as long each time, up to the
 * longest.
 */
const RETRY_MS = { first: 4000, longest: 300_000 };

interface Held {
	/** Width that was asked for last, and the one of the picture that is here. */
	width: number;
	image: ImageBitmap | undefined;
	isLoading: boolean;
	usedAt: number;
	/** When it is asked for again after it failed, and how long the wait was. */
	notBefore: number;
	wait: number;
}

export class Images {
	private readonly held = new Map<string, Held>();
	private bytes = 0;

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
		const width = FILE_WIDTHS.find((each) => each >= pixels * 0.85) ?? FILE_WIDTHS.at(-1)!;
		const now = performance.now();
		const held: Held = this.held.get(file) ?? {
			width: 0,
			image: undefined,
			isLoading: false,
			usedAt: now,
			notBefore: 0,
			wait: 0,
		};
		held.usedAt = now;
		// Used again: it is the last to be given up.
		this.held.delete(file);
		this.held.set(file, held);
		if (held.width < width && !held.isLoading && now >= held.notBefore) void this.load(file, held, width);
		return held.image;
	}

	private async load(file: string, held: Held, width: number): Promise<void> {
		held.isLoading = true;
		try {
			const response = await fetch(this.address(file, width));
			if (!response.ok) throw new Error(`status ${response.status}`);
			const image = await createImageBitmap(await response.blob());
			this.letGo(held);
			this.bytes += bytesOf(image);
			Object.assign(held, { image, width, wait: 0, notBefore: 0 });
			this.trim();
			this.onload(file);
		} catch {
			// Offline, or the server was busy: it is asked for again, by whoever paints it then.
			held.wait = Math.min(RETRY_MS.longest, held.wait === 0 ? RETRY_MS.first : held.wait * 2);
			held.notBefore = performance.now() + held.wait;
			setTimeout(() => this.onload(file), held.wait);
		} finally {
			held.isLoading = false;
		}
	}

	private letGo(held: Held): void {
		if (!held.image) return;
		this.bytes -= bytesOf(held.image);
		held.image.close();
		held.image = undefined;
		held.width = 0;
	}

	/** Gives up what was not painted for a while, the longest unused first. */
	private trim(): void {
		const before = performance.now() - IN_USE_MS;
		for (const [file, held] of this.held) {
			if (this.bytes <= MAX_BYTES) return;
			if (held.isLoading || held.usedAt > before) continue;
			this.letGo(held);
			this.held.delete(file);
		}
	}
}

const bytesOf = ({ width, height }: ImageBitmap): number => 4 * width * height;

/** Address of a picture of the board; as it was brought in when no width is asked for. */
export const fileAddress = (boardId: string, file: string, width?: number): string =>
	`/api/boards/${encodeURIComponent(boardId)}/files/${file}${width ? `?w=${width}` : ''}`;
