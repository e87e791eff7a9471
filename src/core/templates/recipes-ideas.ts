/** Recipes for finding ideas. */
import { fieldSize, type Recipe, type RecipeStep } from './recipe';
import { close, welcome } from './recipe-steps';

/** How many sheets go round: one each, within what can be seen. */
const sheets = (people: number): number => Math.min(12, Math.max(3, people));

export const IDEA_RECIPES: Recipe[] = [
	{
		id: 'idea-round',
		title: 'Idea round',
		purposes: ['find ideas'],
		group: [2, 60],
		minutes: 28,
		how: 'Everybody writes silently, then all is revealed, read, sorted and put to the vote.',
		words: 'brainstorm collect silent',
		question: 'What could we try next?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 4);
			const ideas = s.field(question, 0, 0, w, h, 'ochre');
			const later = s.field('Questions for later', w + 40, 0, 420, Math.min(h, 420), 'lake');
			return { ideas, later };
		},
		steps: ({ question }) => [
			welcome(),
			{
				title: 'Write silently',
				kind: 'gather',
				minutes: 8,
				least: 4,
				may: 'line',
				silent: true,
				at: 'ideas',
				prompt: question,
				atEnd: 'reveal',
			},
			{
				title: 'Read',
				kind: 'read',
				minutes: 5,
				least: 3,
				may: 'nod',
				at: 'ideas',
				prompt: 'Read everything. Nod at what you like.',
			},
			{
				title: 'Sort',
				kind: 'sort',
				minutes: 7,
				least: 4,
				may: 'everything',
				at: 'ideas',
				prompt: 'Which ideas belong together?',
			},
			{
				title: 'Choose',
				kind: 'vote',
				minutes: 3,
				least: 2,
				may: 'nod',
				at: 'ideas',
				prompt: 'What should we try first?',
				atEnd: 'close vote',
			},
			close(),
		],
	},
	{
		id: 'brainwriting',
		title: 'Brainwriting in rounds',
		purposes: ['find ideas'],
		group: [3, 24],
		minutes: 35,
		how: 'Everybody starts a form of ideas; the forms go round, and each builds on what is there.',
		words: '6-3-5 rotation pass on writing',
		question: 'How could it work better?',
		draw(s, { people }) {
			const count = sheets(people);
			const rounds = Math.min(count, 5);
			const columns = Math.ceil(Math.sqrt(count * 1.4));
			const places: Record<string, string> = {};
			const h = Math.ceil((rounds * 3) / 3) * 110 + 90;
			for (let i = 0; i < count; i++)
				places[`sheet ${i}`] = s.field(
					`Form ${i + 1}`,
					(i % columns) * 600,
					Math.floor(i / columns) * (h + 40),
					566,
					h,
					(['ochre', 'lake', 'moss', 'plum', 'clay', 'brick'] as const)[i % 6],
				);
			return places;
		},
		steps({ question, people }) {
			const count = sheets(people);
			const all = Array.from({ length: count }, (_, i) => `sheet ${i}`);
			return [
				welcome(),
				...Array.from({ length: Math.min(count, 5) }, (_, round): RecipeStep => ({
					title: `Round ${round + 1}`,
					kind: 'gather',
					minutes: 5,
					least: 2,
					may: 'line',
					at: all,
					round,
					prompt:
						round === 0
							? [question, 'Three ideas on your form.']
							: 'Read what is on this form, and build on it: three more.',
				})),
				{
					title: 'Read',
					kind: 'read',
					minutes: 5,
					least: 3,
					may: 'nod',
					prompt: 'Walk past all forms. Nod at the best.',
				},
				{
					title: 'Choose',
					kind: 'vote',
					minutes: 3,
					least: 2,
					may: 'nod',
					prompt: 'Which ideas do we go on with?',
					atEnd: 'close vote',
				},
				close(),
			];
		},
	},
];
