import { describe, expect, it } from 'vitest';
import { addObject, addObjects, type NewObject } from '../board/ops/edits';
import { noteAt, testBoard } from '../board/testing';
import { overlaps } from '../geometry/box';
import { plainText } from '../text/rich';
import { gathers } from '../meeting/steps';
import { find, PURPOSES, RECIPES, TEMPLATES, withId } from './index';
import { make } from './recipe';
import { Sketch } from './sketch';
import { putLayout, roomFor, sized } from './put';

const at = { x: 0, y: 0 };

function putInto(draw: (sketch: Sketch) => void): NewObject[] {
	let n = 0;
	const sketch = new Sketch(() => `id-${n++}`, 'sheet');
	draw(sketch);
	return sketch.objects;
}

describe('templates', () => {
	it('are at least twenty-four, each with a name, a way to run it and a group', () => {
		expect(TEMPLATES.length).toBeGreaterThanOrEqual(24);
		expect(new Set(TEMPLATES.map(({ id }) => id)).size).toBe(TEMPLATES.length);
		for (const { title, how, group } of TEMPLATES) {
			expect(title.length).toBeGreaterThan(3);
			expect(how.length).toBeGreaterThan(20);
			expect(group[0]).toBeLessThanOrEqual(group[1]);
		}
		for (const purpose of PURPOSES) expect(find(TEMPLATES, { purpose }).length).toBeGreaterThanOrEqual(3);
	});

	it.each(TEMPLATES.map((template) => [template.id, template] as const))(
		'%s can be put down, whole and readable',
		(_, template) => {
			const { editContext, model, sheet } = testBoard();
			const ids = putLayout(editContext, model, (s) => template.draw(s), { sheet, at });
			expect(ids.length).toBeGreaterThan(0);
			expect(model.setAside.size).toBe(0);
			for (const id of ids) expect(model.find(id)!.lock).toBeUndefined();
			// Boxes of its own do not lie on each other, save what stands in a field.
			const solid = ids.flatMap((id) => {
				const object = model.find(id)!;
				return ['field', 'shape', 'grid', 'table', 'columns', 'list', 'actions'].includes(object.kind)
					? [{ id, box: model.boundsOf(id)! }]
					: [];
			});
			for (const [i, a] of solid.entries())
				for (const b of solid.slice(i + 1))
					expect(
						overlaps(a.box, b.box),
						`${template.id}: ${JSON.stringify([model.find(a.id)!.kind, model.find(b.id)!.kind, a.box, b.box])}`,
					).toBe(false);
		},
	);

	it('say nothing twice: no heading has the words of a field or a holder', () => {
		const drawn = [
			...TEMPLATES.map((template) => [template.id, putInto((s) => template.draw(s))] as const),
			...RECIPES.map((recipe) => {
				let n = 0;
				const request = { question: '', people: 8, minutes: recipe.minutes };
				return [recipe.id, make(recipe, request, () => `id-${n++}`, 'sheet').objects] as const;
			}),
		];
		const wordsOf = ({ text }: NewObject): string =>
			typeof text === 'string' ? text : plainText(text ?? []);
		for (const [id, objects] of drawn) {
			const headings = objects.filter(({ kind }) => kind === 'text').map(wordsOf);
			const titles = objects.filter(({ kind }) => kind !== 'text' && kind !== 'note').map(wordsOf);
			expect(
				headings.filter((words) => words !== '' && titles.includes(words)),
				id,
			).toEqual([]);
		}
	});

	it('are found by purpose, group and words', () => {
		expect(find(TEMPLATES, { words: 'retro' })[0]?.id).toBe('retrospective');
		expect(find(TEMPLATES, { words: 'swot' })[0]?.id).toBe('strengths');
		expect(find(TEMPLATES, { words: 'task done' })[0]?.id).toBe('tasks');
		expect(find(TEMPLATES, { purpose: 'teach', people: 60 }).map(({ id }) => id)).toEqual(['check-out']);
		expect(find(TEMPLATES, { words: 'no such thing at all' })).toEqual([]);
	});
});

describe('putting down', () => {
	it('goes where the hand is when there is room', () => {
		const { editContext, model, sheet } = testBoard();
		const { w, h } = sized((s) => withId(TEMPLATES, 'tasks')!.draw(s));
		const [id] = putLayout(editContext, model, (s) => withId(TEMPLATES, 'tasks')!.draw(s), {
			sheet,
			at: { x: 500, y: 300 },
		});
		const [x, y] = model.find(id!)!.box;
		expect([x, y]).toEqual([Math.round(500 - w / 2), Math.round(300 - h / 2)]);
	});

	it('gets smaller to fit into what is seen, and lies on nothing', () => {
		const { editContext, model, sheet } = testBoard();
		for (let i = 0; i < 6; i++) addObject(editContext, model, noteAt(sheet, -300 + i * 180, -250));
		const taken = model.onSheet(sheet).map(({ id }) => model.boundsOf(id)!);
		const view = { x: -500, y: -300, w: 1100, h: 760 };
		const ids = putLayout(editContext, model, (s) => withId(TEMPLATES, 'pros-and-cons')!.draw(s), {
			sheet,
			at,
			view,
		});
		const boxes = ids.map((id) => model.boundsOf(id)!);
		expect(boxes.some((box) => taken.some((other) => overlaps(box, other)))).toBe(false);
		const width = Math.max(...boxes.map((b) => b.x + b.w)) - Math.min(...boxes.map((b) => b.x));
		expect(width).toBeLessThan(1320);
		expect(width).toBeGreaterThan(700);
	});

	it('finds room beyond what is seen, however full it is', () => {
		const taken = Array.from({ length: 400 }, (_, i) => ({
			x: (i % 20) * 200 - 2000,
			y: Math.floor(i / 20) * 120 - 1200,
			w: 190,
			h: 110,
		}));
		const place = roomFor({ w: 900, h: 500 }, at, { x: -600, y: -400, w: 1200, h: 800 }, taken);
		expect(taken.some((box) => overlaps(box, { ...place, w: 900, h: 500 }))).toBe(false);
		expect(place.scale).toBe(1);
	});
});

describe('recipes', () => {
	it('are twelve, for every purpose', () => {
		expect(RECIPES.map(({ id }) => id).sort()).toEqual([
			'brainwriting',
			'check-in',
			'compare',
			'idea-round',
			'journey',
			'kick-off',
			'lesson',
			'persona',
			'problem',
			'retrospective',
			'roadmap',
			'strengths',
		]);
		for (const purpose of PURPOSES) expect(find(RECIPES, { purpose }).length).toBeGreaterThan(0);
	});

	it.each(RECIPES.map((recipe) => [recipe.id, recipe] as const))(
		'%s makes a board and a plan for the people and the time at hand',
		(_, recipe) => {
			for (const people of [recipe.group[0], 12, Math.min(30, recipe.group[1])])
				for (const minutes of [recipe.minutes, Math.round(recipe.minutes * 0.7), recipe.minutes * 2]) {
					const { editContext, model, sheet } = testBoard();
					let id = 0;
					const made = make(
						recipe,
						{ question: 'Who brings the cake?', people, minutes },
						() => `r${id++}`,
						sheet,
					);
					addObjects(editContext, model, made.objects);
					expect(model.setAside.size).toBe(0);
					const total = made.steps.reduce((sum, step) => sum + step.minutes, 0);
					expect(Math.abs(total - minutes), `${minutes} wished, ${total} planned`).toBeLessThanOrEqual(2);
					for (const step of made.steps) {
						if (step.field) expect(model.find(step.field)?.kind).toBe('field');
						for (const field of step.fields ?? []) expect(model.find(field)?.kind).toBe('field');
						// Whoever is to write has somewhere to write.
						if (step.kind === 'gather') expect(gathers(step), step.title).toBe(true);
						expect(step.minutes).toBeGreaterThan(0);
					}
					const fields = [...model.fields].map((each) => model.boundsOf(each)!);
					for (const [i, a] of fields.entries())
						for (const b of fields.slice(i + 1)) expect(overlaps(a, b)).toBe(false);
					expect(JSON.stringify(made)).toContain('Who brings the cake?');
				}
		},
	);

	it('ask their own question where nobody has another', () => {
		const made = make(
			RECIPES[0]!,
			{ question: '  ', people: 5, minutes: 28 },
			() => Math.random().toString(36),
			's',
		);
		expect(JSON.stringify(made.steps)).toContain(RECIPES[0]!.question);
	});
});
