/** Pictures: files of the board by the hash of their content, shown whole or cropped. */
import { z } from 'zod';
import type { Box } from '../../geometry/box';
import type { BoxValues, ObjectOf } from '../objects';
import { common } from './common';
import { PIECE, type Kind } from './kind';
import { boxOf, inOutline } from './outline';

const share = z.number().gte(0).lte(1);

export const pictureSchema = z.object({
	...common,
	kind: z.literal('picture'),
	style: z.object({}),
	/** SHA-256 of the file, as the server gave it. */
	file: z.string().regex(/^[0-9a-f]{64}$/),
	/** Width and height of the whole picture, pixels. */
	natural: z.tuple([z.number().gt(0).lte(100_000), z.number().gt(0).lte(100_000)]),
	/** The part that is shown, in shares of the whole: x, y, width, height. All of it when left out. */
	crop: z.tuple([share, share, share, share]).optional(),
	/** Whether it plays. */
	animated: z.boolean().optional(),
	/** The name that it came with, for the wayfinder and screen readers. */
	name: z.string().max(200).optional(),
});

type Picture = ObjectOf<'picture'>;
export type Crop = [number, number, number, number];

export const WHOLE: Crop = [0, 0, 1, 1];

/** The box that the whole picture would have at the size it is shown now, as if it were not turned. */
export function wholeBox({ box: [x, y, w, h], crop = WHOLE }: Pick<Picture, 'box' | 'crop'>): Box {
	const [cx, cy, cw, ch] = crop;
	const [fw, fh] = [w / (cw || 1), h / (ch || 1)];
	return { x: x - cx * fw, y: y - cy * fh, w: fw, h: fh };
}

/** Shows another part of a picture: what of it lies in `window`, in place. Never more than there is. */
export function cropTo(picture: Pick<Picture, 'box' | 'crop'>, window: Box): { box: BoxValues; crop: Crop } {
	const whole = wholeBox(picture);
	const x = Math.max(whole.x, Math.min(window.x, whole.x + whole.w - 1));
	const y = Math.max(whole.y, Math.min(window.y, whole.y + whole.h - 1));
	const w = Math.max(1, Math.min(window.x + window.w, whole.x + whole.w) - x);
	const h = Math.max(1, Math.min(window.y + window.h, whole.y + whole.h) - y);
	const part = (value: number): number => Math.max(0, Math.min(1, value));
	return {
		box: [x, y, w, h, picture.box[4]],
		crop: [
			part((x - whole.x) / whole.w),
			part((y - whole.y) / whole.h),
			part(w / whole.w),
			part(h / whole.h),
		],
	};
}

export const picture: Kind<'picture'> = {
	name: 'picture',
	traits: {
		...PIECE,
		writable: false,
		keepsRatio: true,
		isCard: true,
		votable: 'inside',
		copied: ['file', 'natural', 'crop', 'animated', 'name'],
	},
	resizable: true,
	blocks: true,
	least: { w: 12, h: 12 },
	outline: () => 'box',
	setText: () => undefined,
	draw(object) {
		const box = boxOf(object.box);
		const { file, natural, crop = WHOLE } = object;
		return { box, items: [{ type: 'image', x: 0, y: 0, w: box.w, h: box.h, file, natural, crop }] };
	},
	swatch: () => '#80808099',
	nameOf: ({ name }) => name ?? '',
	hit: (object, p, reach) => inOutline('box', boxOf(object.box), p, reach / 2),
};
