/**
 * Sample notes for the pictures of layouts: what a field looks like when people have written into
 * it.
 */
import { PIGMENTS } from '../board/colours';
import { isConnector, isField } from '../board/kinds/guards';
import type { NewObject } from '../board/ops/edits';
import { holdsBox, type Box } from '../geometry/box';
import type { Sketch } from './sketch';

const WORDS = [
	'Open on Saturdays',
	'Tools for all',
	'Ask the school',
	'A queue by number',
	'Shelf for spares',
	'Coffee first',
	'Two more benches',
	'Sign at the door',
	'Mend together',
];
/** How many notes a field gets, one after the other: not all the same. */
const COUNTS = [5, 3, 4, 2, 3, 1];
/** Room that the title of a field takes, and between notes, as parts of a note's height. */
const TITLE = 44;
const GAP = 0.14;
/** Width of a note to its height. */
const FORM = 160 / 96;

const boxOf = ({ box: [x, y, w, h] }: Pick<NewObject, 'box'>): Box => ({ x, y, w, h });

/**
 * Puts a few notes into every field of a sketch that has nothing in it. They are large for their
 * field, so that they can be told apart in a small picture.
 */
export function addSamples(sketch: Sketch): void {
	const drawn = sketch.objects.filter((each) => !isConnector(each));
	const fields = drawn.filter(isField);
	let word = 0;
	fields.forEach((field, i) => {
		const area = boxOf(field);
		const isTaken = drawn.some((other) => other !== field && holdsBox(area, boxOf(other)));
		if (isTaken) return;
		const room = { x: area.x + 16, y: area.y + TITLE, w: area.w - 32, h: area.h - TITLE - 16 };
		const columns = room.w > room.h * 1.1 ? 3 : room.w > room.h * 0.5 ? 2 : 1;
		const w = room.w / (columns + GAP * (columns - 1));
		const h = w / FORM;
		const rows = Math.max(1, Math.floor((room.h + h * GAP) / (h * (1 + GAP))));
		const count = Math.min(COUNTS[i % COUNTS.length]!, columns * rows);
		for (let n = 0; n < count; n++) {
			const box: NewObject['box'] = [
				Math.round(room.x + (n % columns) * w * (1 + GAP)),
				Math.round(room.y + Math.floor(n / columns) * h * (1 + GAP)),
				Math.round(w),
				Math.round(Math.min(h, room.h)),
				0,
			];
			sketch.objects.push({
				kind: 'note',
				id: sketch.newId(),
				sheet: sketch.sheet,
				box,
				style: { form: 'card', pigment: PIGMENTS[(i + n) % 6]!, bare: true },
				text: sketch.say(WORDS[word++ % WORDS.length]!),
			});
		}
	});
}
