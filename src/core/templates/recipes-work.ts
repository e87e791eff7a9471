/** Recipes for looking back, understanding people, planning and teaching. */
import { fieldSize, type Recipe, type RecipeStep } from './recipe';
import { warmUp } from './recipe-steps';

const gather = (title: string, at: string, prompt: string, minutes = 6, silent = true): RecipeStep => ({
	title,
	kind: 'gather',
	minutes,
	least: Math.max(2, minutes / 2),
	may: 'line',
	at,
	prompt,
	...(silent ? { silent, atEnd: 'reveal' as const } : {}),
});
const read = (
	at: string | undefined,
	prompt = 'Read, and nod where you agree.',
	minutes = 4,
): RecipeStep => ({
	title: 'Read',
	kind: 'read',
	minutes,
	least: 2,
	may: 'nod',
	prompt,
	...(at ? { at } : {}),
});
const choose = (at: string, prompt: string): RecipeStep => ({
	title: 'Choose',
	kind: 'vote',
	minutes: 3,
	least: 2,
	may: 'nod',
	at,
	prompt,
	atEnd: 'close vote',
});
const agree: RecipeStep = {
	title: 'Who does what',
	kind: 'discuss',
	minutes: 5,
	least: 3,
	may: 'everything',
	prompt: 'Write it down: what, who, until when.',
};
const open = (prompt: NonNullable<RecipeStep['prompt']>): RecipeStep => ({
	title: 'Welcome',
	kind: 'welcome',
	minutes: 3,
	least: 1,
	may: 'watch',
	prompt,
});
const end: RecipeStep = {
	title: 'Close',
	kind: 'wrap-up',
	minutes: 3,
	least: 2,
	may: 'nod',
	prompt: 'One sentence each: what do you take with you?',
};

const ACTION_HEADS = ['Done', 'What', 'Who', 'Until', 'Signed off'] as const;

export const WORK_RECIPES: Recipe[] = [
	{
		id: 'retrospective',
		title: 'Retrospective',
		purposes: ['look back'],
		group: [2, 30],
		minutes: 40,
		how: 'Keep, change, try: written silently, read together, two measures chosen.',
		words: 'review season sprint',
		question: 'How was it?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 2);
			s.title(question);
			const keep = s.field('Keep', 0, 0, w, h, 'moss');
			const change = s.field('Change', w + 40, 0, w, h, 'brick');
			const attempt = s.field('Try', 2 * (w + 40), 0, w, h, 'ochre');
			s.holder('actions', 'Measures', 0, h + 50, ACTION_HEADS, 3, 'lake');
			return { keep, change, try: attempt };
		},
		steps: () => [
			open('What is said here stays here.'),
			gather('Keep', 'keep', 'What went well and should stay?'),
			gather('Change', 'change', 'What held us up? Say it about things, not people.'),
			read(undefined, 'Read both fields. Nod where you feel the same.', 5),
			gather('Try', 'try', 'What do we try next time? One thing a note.', 6),
			choose('try', 'Which two do we try?'),
			agree,
			end,
		],
	},
	{
		id: 'strengths',
		title: 'Strengths and weaknesses',
		purposes: ['look back', 'plan'],
		group: [2, 25],
		minutes: 50,
		how: 'First what we are good and bad at, then what the world holds, then what follows from it.',
		words: 'swot chances risks',
		question: 'Where do we stand?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 2);
			s.title(question);
			const good = s.field('Strengths', 0, 0, w, h, 'moss');
			const bad = s.field('Weaknesses', w + 40, 0, w, h, 'brick');
			const chances = s.field('Chances', 0, h + 40, w, h, 'lake');
			const risks = s.field('Risks', w + 40, h + 40, w, h, 'plum');
			const so = s.field('So we …', 2 * (w + 40), 0, w, 2 * h + 40, 'ochre');
			return { good, bad, chances, risks, so };
		},
		steps: ({ question }) => [
			open(question),
			gather('Strengths', 'good', 'What are we good at?'),
			gather('Weaknesses', 'bad', 'What are we not good at?'),
			gather('Chances', 'chances', 'What out there helps us?', 5),
			gather('Risks', 'risks', 'What out there can hurt us?', 5),
			read(undefined, 'Read all four. What goes together?', 6),
			gather('So we …', 'so', 'What follows from it? “Because …, we …”', 8),
			choose('so', 'What first?'),
			end,
		],
	},
	{
		id: 'persona',
		title: 'Persona and empathy',
		purposes: ['understand people'],
		group: [2, 15],
		minutes: 45,
		how: 'One person, made from what you know of many: what they do, feel, want, and what is in their way.',
		words: 'user empathy map profile',
		question: 'For whom do we do this?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 2);
			s.shape('ellipse', question, 0, -220, 260, 170, 'ochre');
			const does = s.field('Sees, hears, does', 0, 0, w, h, 'lake');
			const feels = s.field('Thinks and feels', w + 40, 0, w, h, 'plum');
			const pains = s.field('What gets in their way', 0, h + 40, w, h, 'brick');
			const wants = s.field('What they want', w + 40, h + 40, w, h, 'moss');
			const offers = s.field('What we could do for them', 2 * (w + 40), 0, w, 2 * h + 40, 'ochre');
			return { does, feels, pains, wants, offers };
		},
		steps: ({ question }) => [
			open([question, 'Give the person a name.']),
			gather('Does', 'does', 'What does this person see, hear and do on such a day?', 6, false),
			gather('Feels', 'feels', 'What do they think and feel meanwhile?', 6, false),
			gather('In the way', 'pains', 'What gets in their way?', 5),
			gather('Wants', 'wants', 'What do they want in the end?', 5),
			read(undefined, 'Would this person recognise themselves?', 5),
			gather('Offers', 'offers', 'What could we do for them? One thing a note.', 7),
			choose('offers', 'What would help most?'),
			end,
		],
	},
	{
		id: 'journey',
		title: 'Visitor’s journey',
		purposes: ['understand people', 'explain a system'],
		group: [2, 20],
		minutes: 50,
		how: 'One visit from the first thought to the last; where do people wait, smile, leave?',
		words: 'customer service path experience',
		question: 'What does a visit feel like?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 1.5);
			s.title(question);
			const stages = ['Before', 'Arriving', 'While they are here', 'Leaving and after'];
			const fields = stages.map((title, i) => s.field(title, i * (w + 40), 0, w, h, 'lake'));
			const trouble = s.field('Where it goes wrong', 0, h + 40, 2 * w + 40, h, 'brick');
			const better = s.field('How it could be better', 2 * (w + 40), h + 40, 2 * w + 40, h, 'moss');
			return { a: fields[0]!, b: fields[1]!, c: fields[2]!, d: fields[3]!, trouble, better };
		},
		steps: () => [
			open('Think of one real visitor.'),
			gather('Before', 'a', 'What do they do and think before they come?', 4, false),
			gather('Arriving', 'b', 'What happens when they arrive?', 4, false),
			gather('Here', 'c', 'What happens while they are here?', 6, false),
			gather('Leaving', 'd', 'How do they leave, and what do they tell others?', 4, false),
			gather('Trouble', 'trouble', 'Where does it go wrong? Name the moment.', 6),
			read('trouble'),
			gather('Better', 'better', 'What would make that moment better?', 8),
			choose('better', 'What first?'),
			agree,
			end,
		],
	},
	{
		id: 'roadmap',
		title: 'Roadmap planning',
		purposes: ['plan'],
		group: [2, 20],
		minutes: 55,
		how: 'Aims first, then what it takes, then when; at the end what is too much is taken out.',
		words: 'quarters strategy milestones',
		question: 'Where do we want to be in a year?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 2);
			const aims = s.field(question, 0, 0, w, h, 'moss');
			const takes = s.field('What it takes', w + 40, 0, w, h, 'ochre');
			const risks = s.field('What could stop us', 2 * (w + 40), 0, w, h, 'brick');
			s.holder(
				'grid',
				'Roadmap',
				0,
				h + 50,
				['Now', 'Next', 'Later', 'Some day'],
				['People', 'Rooms and tools', 'Offer', 'Money'],
				'lake',
			);
			return { aims, takes, risks };
		},
		steps: ({ question }) => [
			open(question),
			gather('Aims', 'aims', question, 8),
			read('aims'),
			choose('aims', 'Which aims do we go for?'),
			gather(
				'What it takes',
				'takes',
				'What has to be done for the chosen aims? One thing a note.',
				8,
				false,
			),
			{
				title: 'When',
				kind: 'sort',
				minutes: 12,
				least: 6,
				may: 'everything',
				prompt: 'Put each into the roadmap. No column may be fuller than you can carry.',
			},
			gather('Risks', 'risks', 'What could stop us?', 5),
			agree,
			end,
		],
	},
	{
		id: 'lesson',
		title: 'Lesson or training',
		purposes: ['teach'],
		group: [3, 60],
		minutes: 90,
		how: 'Expectations at the start, a parking lot on the way, a check-out at the end; the middle is yours.',
		words: 'class course workshop frame',
		question: 'What do you hope for?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 1);
			const warm = s.field('Try it out here', 0, 0, w, h, 'clay');
			const hopes = s.field(question, w + 40, 0, w, h, 'ochre');
			const practice = s.field('Practice', 0, h + 40, w, h, 'plum');
			const takes = s.field('What I take with me', w + 40, h + 40, w, h, 'moss');
			const opens = s.field('What stays open', 2 * (w + 40), h + 40, w, h, 'brick');
			return { 'warm-up': warm, hopes, practice, takes, opens };
		},
		steps: ({ question }) => [
			open('Welcome. Questions go to the parking lot at any time.'),
			warmUp(4),
			gather('Expectations', 'hopes', question, 5, false),
			{ title: 'First part', kind: 'show', minutes: 20, least: 12, may: 'watch', prompt: 'Look and listen.' },
			gather('Practice', 'practice', 'Your answer to the exercise, one note.', 12, false),
			{ title: 'Break', kind: 'break', minutes: 10, least: 5, may: 'watch' },
			{
				title: 'Second part',
				kind: 'show',
				minutes: 18,
				least: 10,
				may: 'watch',
				prompt: 'Look and listen.',
			},
			{
				title: 'Questions',
				kind: 'discuss',
				minutes: 8,
				least: 4,
				may: 'nod',
				prompt: 'What is on the parking lot?',
			},
			gather('Check-out', 'takes', 'What do you take with you?', 4, false),
			gather('Open', 'opens', 'What stays open for you?', 3, false),
			end,
		],
	},
];
