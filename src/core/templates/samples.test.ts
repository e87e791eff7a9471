import { describe, expect, it } from 'vitest';
import { isField, isNote } from '../board/kinds/guards';
import { holdsBox, overlaps, type Box } from '../geometry/box';
import { RECIPES, TEMPLATES } from '.';
import { addSamples } from './samples';
import { Sketch } from './sketch';

const boxOf = ({ box: [x, y, w, h] }: { box: readonly number[] }): Box => ({ x: x!, y: y!, w: w!, h: h! });
const newSketch = (): Sketch => {
	let id = 0;
	return new Sketch(() => `s${id++}`, 'sheet');
};

describe('sample notes', () => {
	it.each(RECIPES.map((recipe) => [recipe.title, recipe] as const))(
		'lie in the fields of %s and on nothing else',
		(_, recipe) => {
			const sketch = newSketch();
			recipe.draw(sketch, { question: recipe.question, people: 6, minutes: recipe.minutes });
			const before = sketch.objects.length;
			addSamples(sketch);
			const drawn = sketch.objects.slice(0, before);
			const fields = drawn.filter(isField).map(boxOf);
			const samples = sketch.objects.slice(before).map(boxOf);
			for (const [i, sample] of samples.entries()) {
				expect(fields.some((field) => holdsBox(field, sample))).toBe(true);
				expect(samples.slice(i + 1).some((other) => overlaps(other, sample))).toBe(false);
				expect(drawn.filter(isNote).some((note) => overlaps(boxOf(note), sample))).toBe(false);
			}
			const hasRoom = drawn.some(isField);
			if (hasRoom) expect(samples.length + drawn.filter(isNote).length).toBeGreaterThan(0);
		},
	);

	it('leave a layout without fields as it is', () => {
		const sketch = newSketch();
		sketch.note('Alone', 0, 0);
		addSamples(sketch);
		expect(sketch.objects).toHaveLength(1);
	});

	it('fill most layouts', () => {
		const filled = TEMPLATES.filter((template) => {
			const sketch = newSketch();
			template.draw(sketch);
			const before = sketch.objects.length;
			addSamples(sketch);
			return sketch.objects.length > before;
		});
		expect(filled.length).toBeGreaterThan(TEMPLATES.length / 3);
	});
});
