/** What the live layer shows of others: what they have picked, and where they point. */
import { isConnector } from '$core/board/kinds/guards';
import { PIGMENT_COLOURS } from '$core/board/colours';
import { pigmentFor } from '../../ui/person-pigments.svelte';
import { boxOf } from '$core/board/kinds';
import type { Board } from '../board.svelte';

const colourOf = (person: string): string => PIGMENT_COLOURS[pigmentFor(person)].ground;

/** Whether others have picked anything on the sheet that is shown. */
export const othersPick = ({ room, sheet }: Board): boolean =>
	room.people.some((person) => person.sheet === sheet && (person.picked?.length ?? 0) > 0);

/** Outlines of what others have picked, in board units. */
export function paintPicks(ctx: CanvasRenderingContext2D, board: Board): void {
	const unit = 1 / board.view.scale;
	ctx.lineWidth = 2 * unit;
	ctx.setLineDash([6 * unit, 3 * unit]);
	for (const { person, picked, sheet } of board.room.people) {
		if (sheet !== board.sheet) continue;
		ctx.strokeStyle = colourOf(person);
		for (const id of picked ?? []) {
			const object = board.held.shown(id);
			if (!object || object.sheet !== sheet || isConnector(object)) continue;
			const box = boxOf(object.box);
			ctx.save();
			ctx.translate(box.x + box.w / 2, box.y + box.h / 2);
			ctx.rotate((box.angle * Math.PI) / 180);
			const gap = 5 * unit;
			ctx.strokeRect(-box.w / 2 - gap, -box.h / 2 - gap, box.w + 2 * gap, box.h + 2 * gap);
			ctx.restore();
		}
	}
	ctx.setLineDash([]);
}

/** Pointer trails, in board units; asks for the next frame while there are any. */
export function paintTrails(ctx: CanvasRenderingContext2D, board: Board): void {
	const now = performance.now();
	ctx.lineCap = 'round';
	for (const { person, from, to, left } of board.trails.pieces(board.sheet, now)) {
		ctx.globalAlpha = left;
		ctx.strokeStyle = colourOf(person);
		ctx.lineWidth = (2 + 4 * left) / board.view.scale;
		ctx.beginPath();
		ctx.moveTo(from.x, from.y);
		ctx.lineTo(to.x, to.y);
		ctx.stroke();
	}
	ctx.globalAlpha = 1;
	ctx.lineCap = 'butt';
	if (board.trails.isAlive(now)) board.wake();
}
