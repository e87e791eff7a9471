/** What the live layer shows in window pixels, whatever the zoom: titles of fields, who nodded. */
import { isField } from '$core/board/kinds/guards';
import { chalkOn, type Surface } from '$core/board/colours';
import { TITLE_SIZE } from '$core/board/kinds/region';
import { REGION_TITLE } from '$core/board/kinds/region-title';
import { isEmpty, plainText } from '$core/text/rich';
import { toScreen } from '$core/geometry/view';
import type { Board } from './board.svelte';
import { cssFont } from './faces';

/** Type smaller than this on the screen is not read, pixels. */
const READABLE = 11;

/** Titles cut to their room: the same ones are asked for in every frame. */
const cut = new Map<string, { title: string; width: number }>();
const MAX_CUT = 500;

function shortened(
	ctx: CanvasRenderingContext2D,
	whole: string,
	room: number,
	size: number,
): { title: string; width: number } {
	const key = `${size} ${room} ${whole}`;
	const known = cut.get(key);
	if (known) return known;
	let title = whole;
	while (title.length > 1 && ctx.measureText(title).width > room) title = title.slice(0, -2).trimEnd() + '…';
	const made = { title, width: ctx.measureText(title).width };
	if (cut.size >= MAX_CUT) cut.clear();
	cut.set(key, made);
	return made;
}

/** Whether there may be titles that are too small to read from here. */
export const hasSmallTitles = ({ view, model }: Board): boolean =>
	TITLE_SIZE.field * view.scale < READABLE && model.fields.size > 0;

/**
 * Type size of a title whose strip is that high on the screen, pixels: as large as fits and can be
 * read.
 */
const titleSize = (strip: number): number => Math.round(Math.max(READABLE, Math.min(15, strip * 0.62)));

/**
 * Titles of fields that would be too small to read from here, at a size that can be read: each
 * inside its field, over the small one.
 */
export function paintFieldTitles(ctx: CanvasRenderingContext2D, board: Board, surface: Surface): void {
	if (!hasSmallTitles(board)) return;
	const { scale } = board.view;
	const strip = REGION_TITLE.field * scale;
	const size = titleSize(strip);
	ctx.font = cssFont({ family: 'sans', bold: true, italic: false }, size);
	ctx.textBaseline = 'middle';
	const { colour } = board.ground;
	const height = Math.max(strip - 3, size + 6);
	for (const id of board.model.fields) {
		const field = board.held.shown(id);
		if (!isField(field) || field.sheet !== board.sheet || isEmpty(field.text)) continue;
		const [x, y, w, h] = field.box;
		const p = toScreen(board.view, { x, y });
		const room = w * scale;
		const isOutside = p.x > board.size.w || p.y > board.size.h || p.x + room < 0 || p.y + h * scale < 0;
		if (room < 40 || h * scale < height + 4 || isOutside) continue;
		const words = plainText(field.text).replace(/\s+/g, ' ');
		const { title, width } = shortened(ctx, words, Math.round(room - 14), size);
		ctx.fillStyle = colour;
		ctx.beginPath();
		ctx.roundRect(p.x + 2, p.y + 2, width + 10, height, 3);
		ctx.fill();
		ctx.fillStyle = chalkOn(field.style.chalk, surface);
		ctx.fillText(title, p.x + 7, p.y + 2 + height / 2);
	}
}

/** Who nodded, beside the sign that is pointed at. */
export function paintNodders(ctx: CanvasRenderingContext2D, board: Board): void {
	const object = board.pointed ? board.model.find(board.pointed) : undefined;
	if (!object?.nods?.length || object.sheet !== board.sheet) return;
	const [x, y, w] = object.box;
	const p = toScreen(board.view, { x: x + w, y });
	const text = object.nods.map(({ name }) => name).join(', ');
	ctx.font = cssFont({ family: 'sans', bold: false, italic: false }, 13);
	const width = Math.min(ctx.measureText(text).width, 320) + 16;
	ctx.fillStyle = '#18211E';
	ctx.beginPath();
	ctx.roundRect(p.x + 12, p.y - 34, width, 24, 4);
	ctx.fill();
	ctx.fillStyle = '#F2EEE3';
	ctx.textBaseline = 'alphabetic';
	ctx.fillText(text, p.x + 20, p.y - 17, 320);
}
