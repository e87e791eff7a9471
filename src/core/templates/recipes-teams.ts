/** Recipes for deciding, for solving a problem, and for getting a team going. */
import { fieldSize, type Recipe } from './recipe';
import { close, warmUp, welcome } from './recipe-steps';

export const TEAM_RECIPES: Recipe[] = [
	{
		id: 'compare',
		title: 'Compare proposals and decide',
		purposes: ['sort and rank'],
		group: [2, 40],
		minutes: 40,
		how: 'Each proposal is told, asked about, weighed; then everybody ranks them.',
		words: 'decision options choose ranking',
		question: 'Which proposal do we take?',
		draw(s, { question }) {
			s.title(question);
			const proposals = s.field('Proposals', 0, 0, 720, 200, 'ochre');
			s.notes(['Proposal A', 'Proposal B', 'Proposal C'], 30, 60, 'ochre');
			const good = s.field('Speaks for it: name the proposal', 0, 240, 560, 420, 'moss');
			const open = s.field('What we must know before', 590, 240, 420, 420, 'lake');
			const bad = s.field('Speaks against it: name the proposal', 1040, 240, 560, 420, 'brick');
			return { proposals, good, open, bad };
		},
		steps: ({ question }) => [
			welcome(2),
			{
				title: 'Tell',
				kind: 'show',
				minutes: 9,
				least: 5,
				may: 'watch',
				at: 'proposals',
				prompt: 'Listen to each proposal. Keep questions for the next step.',
			},
			{
				title: 'Ask',
				kind: 'gather',
				minutes: 5,
				least: 3,
				may: 'line',
				at: 'open',
				prompt: 'What must we know before we decide?',
			},
			{
				title: 'For it',
				kind: 'gather',
				minutes: 5,
				least: 3,
				may: 'line',
				silent: true,
				at: 'good',
				prompt: 'What speaks for which proposal?',
				atEnd: 'reveal',
			},
			{
				title: 'Against it',
				kind: 'gather',
				minutes: 5,
				least: 3,
				may: 'line',
				silent: true,
				at: 'bad',
				prompt: 'What speaks against which proposal?',
				atEnd: 'reveal',
			},
			{
				title: 'Read and talk',
				kind: 'discuss',
				minutes: 6,
				least: 3,
				may: 'nod',
				prompt: 'What did others see that you did not?',
			},
			{
				title: 'Rank',
				kind: 'vote',
				minutes: 4,
				least: 2,
				may: 'nod',
				at: 'proposals',
				prompt: question,
				atEnd: 'close vote',
				aside: 'Start a ranking on the field of proposals.',
			},
			close('What have we decided, and why?'),
		],
	},
	{
		id: 'problem',
		title: 'Problem, causes, measures',
		purposes: ['explain a system', 'plan'],
		group: [2, 20],
		minutes: 45,
		how: 'What is the case, why is it so, what could help, what do we do.',
		words: 'problem solving cause root measure',
		question: 'What is the problem?',
		draw(s, { question, people }) {
			const { h } = fieldSize(people, 2);
			const height = Math.max(420, Math.min(900, h));
			s.title(question);
			const problem = s.field('What is the case?', 0, 0, 566, height, 'brick');
			const causes = s.field('Why is it so?', 606, 0, 566, height, 'plum');
			const ideas = s.field('What could help?', 1212, 0, 566, height, 'ochre');
			s.holder(
				'actions',
				'What we do',
				0,
				height + 50,
				['Done', 'What', 'Who', 'Until', 'Signed off'],
				4,
				'moss',
			);
			return { problem, causes, ideas };
		},
		steps: ({ question }) => [
			welcome(2),
			{
				title: 'What is the case',
				kind: 'gather',
				minutes: 7,
				least: 4,
				may: 'line',
				at: 'problem',
				prompt: [question, 'What have you seen yourself?'],
			},
			{
				title: 'Why',
				kind: 'gather',
				minutes: 8,
				least: 4,
				may: 'line',
				silent: true,
				at: 'causes',
				prompt: 'What lets it happen? Ask why twice before you write.',
				atEnd: 'reveal',
			},
			{
				title: 'Sort causes',
				kind: 'sort',
				together: true,
				minutes: 7,
				least: 4,
				may: 'everything',
				at: 'causes',
				prompt: 'Which causes belong together?',
			},
			{
				title: 'What could help',
				kind: 'gather',
				minutes: 8,
				least: 4,
				may: 'line',
				at: 'ideas',
				prompt: 'One measure a note, against which cause?',
			},
			{
				title: 'Choose measures',
				kind: 'vote',
				minutes: 4,
				least: 2,
				may: 'nod',
				at: 'ideas',
				prompt: 'Which two measures first?',
				atEnd: 'close vote',
			},
			{
				title: 'Who does what',
				kind: 'discuss',
				minutes: 5,
				least: 3,
				may: 'everything',
				prompt: 'Write it down: what, who, until when.',
			},
			close(),
		],
	},
	{
		id: 'check-in',
		title: 'Quick check-in',
		purposes: ['understand people', 'look back'],
		group: [2, 60],
		minutes: 10,
		how: 'A word each: how are you here, what do you need from today.',
		words: 'start mood round short',
		question: 'How are you here today?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 1);
			const mood = s.field(question, 0, 0, w, h, 'ochre');
			const need = s.field('What I need from today', w + 40, 0, w, h, 'lake');
			return { mood, need };
		},
		steps: ({ question }) => [
			{
				title: 'How are you here?',
				kind: 'gather',
				minutes: 3,
				least: 1.5,
				may: 'line',
				at: 'mood',
				prompt: [question, 'One note.'],
			},
			{
				title: 'What do you need?',
				kind: 'gather',
				minutes: 3,
				least: 1.5,
				may: 'line',
				at: 'need',
				prompt: 'What do you need from today? One note.',
			},
			{
				title: 'Read',
				kind: 'read',
				minutes: 4,
				least: 2,
				may: 'nod',
				prompt: 'Read, and nod where you feel the same.',
			},
		],
	},
	{
		id: 'kick-off',
		title: 'Team kick-off',
		purposes: ['understand people', 'plan'],
		group: [3, 20],
		minutes: 60,
		how: 'Who is here, what for, how do we want to work, what comes first.',
		words: 'start team new charter agreements',
		question: 'What are we here for?',
		draw(s, { question, people }) {
			const { w, h } = fieldSize(people, 2);
			const bring = s.field('What I bring, what I need', 0, 0, w, h, 'moss');
			const aim = s.field(question, w + 40, 0, w, h, 'ochre');
			const rules = s.field('How we want to work', 0, h + 40, w, h, 'plum');
			const first = s.field('What comes first', w + 40, h + 40, w, h, 'lake');
			const warm = s.field('Try it out here', 2 * w + 80, 0, 420, 420, 'clay');
			return { bring, aim, rules, first, 'warm-up': warm };
		},
		steps: ({ question }) => [
			welcome(4),
			warmUp(4),
			{
				title: 'Who is here',
				kind: 'gather',
				minutes: 9,
				least: 5,
				may: 'line',
				at: 'bring',
				prompt: 'What do you bring, and what do you need? Two notes.',
			},
			{
				title: 'What for',
				kind: 'gather',
				minutes: 9,
				least: 5,
				may: 'line',
				silent: true,
				at: 'aim',
				prompt: question,
				atEnd: 'reveal',
			},
			{
				title: 'Talk',
				kind: 'discuss',
				minutes: 8,
				least: 4,
				may: 'nod',
				at: 'aim',
				prompt: 'Where do we agree, where not?',
			},
			{ title: 'Break', kind: 'break', minutes: 5, least: 3, may: 'watch' },
			{
				title: 'How we work',
				kind: 'gather',
				minutes: 8,
				least: 4,
				may: 'line',
				at: 'rules',
				prompt: 'What helps you to work well with others?',
			},
			{
				title: 'What comes first',
				kind: 'gather',
				minutes: 6,
				least: 3,
				may: 'line',
				at: 'first',
				prompt: 'What is the first thing we do?',
			},
			{
				title: 'Choose',
				kind: 'vote',
				minutes: 3,
				least: 2,
				may: 'nod',
				at: 'first',
				prompt: 'Which one first?',
				atEnd: 'close vote',
			},
			close(),
		],
	},
];
