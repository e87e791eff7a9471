import { describe, expect, it } from 'vitest';
import { find, RECIPES, recipesIn, TEMPLATES, templatesIn, withId } from '.';
import { GERMAN } from './german';
import { sayIn } from './language';
import { make, type Recipe } from './recipe';
import { addSamples } from './samples';
import { Sketch } from './sketch';

const request = { people: 12, minutes: 60 };
const newId = (): (() => string) => {
	let id = 0;
	return () => `n${id++}`;
};

/** Every text that templates and recipes say, as they are written. */
function everySaid(): Set<string> {
	const said = new Set<string>();
	const hear = (text: string): string => (said.add(text), text);
	for (const one of [...TEMPLATES, ...RECIPES]) [one.title, one.how, one.words ?? ''].forEach(hear);
	for (const template of TEMPLATES) {
		const sketch = new Sketch(newId(), 's');
		sketch.say = hear;
		template.draw(sketch);
		addSamples(sketch);
	}
	for (const recipe of RECIPES) {
		const asked = { ...request, question: recipe.question };
		const sketch = new Sketch(newId(), 's');
		sketch.say = hear;
		recipe.draw(sketch, asked);
		for (const { title, prompt, aside } of recipe.steps(asked))
			[title, ...[prompt ?? ''].flat(), aside ?? ''].forEach(hear);
	}
	return said;
}

const pattern = (text: string): string => (text in GERMAN ? text : text.replace(/\d+/g, '{n}'));

describe('German', () => {
	it('has all that templates and recipes say, and nothing else', () => {
		const said = new Set([...everySaid()].map(pattern));
		expect([...said].filter((text) => !(text in GERMAN))).toEqual([]);
		expect(Object.keys(GERMAN).filter((text) => !said.has(text))).toEqual([]);
	});

	it('leaves numbers where they are, and what it does not know', () => {
		const say = sayIn('de');
		expect([say('Round 12'), say('Form 3'), say('6 of 7')]).toEqual(['Runde 12', 'Bogen 3', '6 of 7']);
		expect(sayIn('en')('Ideas')).toBe('Ideas');
	});

	it('speaks neither to one person nor to strangers', () => {
		for (const text of Object.values(GERMAN))
			expect(text).not.toMatch(/\b(du|dein\w*|Ihnen|Ihr|Sie dürfen)\b/);
	});
});

describe('a recipe in German', () => {
	const german = (id: string): Recipe => withId(recipesIn('de', RECIPES), id)!;
	const told = (recipe: Recipe, question: string): string =>
		JSON.stringify(make(recipe, { ...request, question }, newId(), 's'));

	it('says its fields, steps, prompts and its own question in German', () => {
		const made = told(german('brainwriting'), '');
		for (const words of ['Bogen 1', 'Runde 2', 'Wie könnte es besser gehen? Drei Ideen', 'Auswählen'])
			expect(made).toContain(words);
		expect(made).not.toContain('Round');
	});

	it('leaves the question that somebody asks as they wrote it', () => {
		expect(told(german('idea-round'), 'Ideas')).toContain('"Ideas"');
	});

	it('is found by German and by English words', () => {
		const all = recipesIn('de', RECIPES);
		expect(find(all, { words: 'rückschau' })[0]?.id).toBe('retrospective');
		expect(find(all, { words: 'retrospective' })[0]?.id).toBe('retrospective');
		expect(find(templatesIn('de', TEMPLATES), { words: 'kanban' })[0]?.id).toBe('tasks');
	});
});

describe('a template in German', () => {
	it('is drawn in German, columns and rows as well', () => {
		const sketch = new Sketch(newId(), 's');
		withId(templatesIn('de', TEMPLATES), 'roadmap')!.draw(sketch);
		const drawn = JSON.stringify(sketch.objects);
		for (const words of ['Wohin wir gehen', 'Irgendwann', 'Räume und Werkzeug'])
			expect(drawn).toContain(words);
	});
});
