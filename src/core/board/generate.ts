/** Boards of any size for measuring, the same ones from the same seed. */
import { PIGMENTS } from './colours';
import { addObjects, type NewObject } from './ops/edits';
import type { EditContext } from './store';
import { addSheet } from './ops/sheets';
import type { BoardModel } from './model/model';

/** A sequence of numbers from 0 to 1 from a seed (linear congruential: D. Knuth, TAOCP 2, 3.3.4). */
export function randomFrom(seed: number): () => number {
	let state = seed >>> 0;
	return () => {
		state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
		return state / 2 ** 32;
	};
}

const WORDS =
	'queue door bench fuse drawer lamp toaster volunteer visitor repair café Saturday roof rain plug safety check number wait spare part table radio sewing machine money rent poster friend story photo winter key room light screw glue evening team plan season open help paper board list time help'.split(
		' ',
	);

/** Objects to generate: four in five are notes of 60 to 140 characters, the rest shapes, links and text. */
export function generateBoard(editContext: EditContext, model: BoardModel, count: number, seed = 1): void {
	const random = randomFrom(seed);
	const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
	const sentence = (): string => {
		const length = 60 + random() * 80;
		let text = pick(WORDS);
		while (text.length < length) text += ' ' + pick(WORDS);
		return text.charAt(0).toUpperCase() + text.slice(1);
	};
	const sheet = addSheet(editContext, model, 'Large');
	const columns = Math.ceil(Math.sqrt(count * 1.6));
	const specs: NewObject[] = [];
	let lastShape: string | undefined;
	let lastNote: string | undefined;
	for (let i = 0; i < count; i++) {
		const x = (i % columns) * 190 + Math.floor(random() * 20);
		const y = Math.floor(i / columns) * 130 + Math.floor(random() * 20);
		const kind = random();
		const id = `g${i}`;
		if (kind < 0.8) {
			lastNote = id;
			const style = { form: random() < 0.8 ? 'card' : 'square', pigment: pick(PIGMENTS) } as const;
			specs.push({
				id,
				kind: 'note',
				sheet,
				box: [x, y, 160, style.form === 'card' ? 96 : 120, 0],
				style,
				text: sentence(),
			});
		} else if (kind < 0.9 || lastShape === undefined) {
			const style = {
				shape: pick(['rectangle', 'rounded', 'ellipse', 'diamond'] as const),
				fill: pick(PIGMENTS),
				chalk: 'white',
			} as const;
			specs.push({ id, kind: 'shape', sheet, box: [x, y, 150, 90, 0], style, text: pick(WORDS) });
			lastShape = id;
		} else if (kind < 0.97) {
			// Links run to a note close by, as they do on real boards.
			if (lastNote === undefined) continue;
			const style = {
				route: random() < 0.5 ? 'straight' : 'right-angled',
				start: 'none',
				end: 'arrow',
				chalk: 'white',
			} as const;
			specs.push({
				id,
				kind: 'connector',
				sheet,
				box: [0, 0, 0, 0, 0],
				style,
				ends: [{ object: lastShape }, { object: lastNote }],
			});
		} else
			specs.push({
				id,
				kind: 'text',
				sheet,
				box: [x, y, 170, 60, 0],
				style: { role: 'body', chalk: 'lake' },
				text: sentence(),
			});
	}
	addObjects(editContext, model, specs);
}
