import type { Size } from '$core/geometry/view';

const LAID = 'position:absolute;left:0;top:0;width:100%;height:100%';

/**
 * The canvas that the scene is painted on. It is opaque, which is much cheaper to put on the screen; only where
 * something plays beneath it is it exchanged for a clear one.
 */
export class SceneCanvas {
	ctx: CanvasRenderingContext2D;
	isClear = false;
	private element: HTMLCanvasElement;

	/** @param place the element that it fills */
	constructor(readonly place: HTMLElement) {
		this.element = document.createElement('canvas');
		this.element.style.cssText = LAID;
		this.ctx = this.element.getContext('2d', { alpha: false })!;
		place.append(this.element);
	}

	get width(): number {
		return this.element.width;
	}
	get height(): number {
		return this.element.height;
	}

	/** Gives it the size of what is seen, canvas pixels; it is blank then. */
	resize({ w, h }: Size, pixelRatio: number): void {
		[this.element.width, this.element.height] = [Math.round(w * pixelRatio), Math.round(h * pixelRatio)];
	}

	/** Takes it off the screen, or puts it there. */
	setShown(isShown: boolean): void {
		this.element.style.display = isShown ? '' : 'none';
		// What is not seen needs no memory.
		if (!isShown) [this.element.width, this.element.height] = [1, 1];
	}

	/** Whether what lies beneath shows through. A canvas cannot change that: another one takes its place. */
	setClear(isClear: boolean): void {
		if (isClear === this.isClear) return;
		this.isClear = isClear;
		const next = this.element.cloneNode() as HTMLCanvasElement;
		this.element.replaceWith(next);
		this.element = next;
		this.ctx = next.getContext('2d', { alpha: isClear })!;
	}
}
