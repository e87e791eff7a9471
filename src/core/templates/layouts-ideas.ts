/** Layouts for finding, sorting and choosing ideas. */
import type { Template } from './template';

export const IDEA_LAYOUTS: Template[] = [
	{
		id: 'brainstorm',
		title: 'Brainstorm',
		purposes: ['find ideas'],
		group: [2, 40],
		how: 'Everybody writes for five minutes, one idea a note; then read, then group.',
		words: 'ideas storm collect',
		draw(s) {
			s.text('What could we try?', 0, 0, 900, 'title');
			s.text('One idea a note. Odd ones are welcome; nothing is judged yet.', 0, 56, 900);
			s.field('Ideas', 0, 110, 900, 520, 'ochre');
			s.field('Worth a second look', 940, 110, 380, 250, 'moss');
			s.field('Questions for later', 940, 390, 380, 240, 'lake');
		},
	},
	{
		id: 'brainwriting',
		title: 'Brainwriting',
		purposes: ['find ideas'],
		group: [4, 8],
		how: 'Six people, three ideas each, five minutes; then the rows move on and everybody builds on what is there.',
		words: '6-3-5 rounds writing silent',
		draw(s) {
			s.text('Three ideas each, then pass on', 0, 0, 900, 'title');
			s.holder(
				'grid',
				'Build on what is there',
				0,
				70,
				['First idea', 'Second idea', 'Third idea'],
				['Round 1', 'Round 2', 'Round 3', 'Round 4', 'Round 5', 'Round 6'],
				'ochre',
			);
		},
	},
	{
		id: 'mind-map',
		title: 'Mind map',
		purposes: ['find ideas', 'explain a system'],
		group: [1, 12],
		how: 'Write the subject in the middle; each branch is one side of it; grow with Alt and an arrow.',
		words: 'branches tree associations',
		draw(s) {
			const middle = s.shape('ellipse', 'The subject', 500, 290, 230, 110, 'ochre');
			const branches: [string, number, number, string[]][] = [
				['First branch', 120, 60, ['Twig', 'Twig']],
				['Second branch', 120, 540, ['Twig', 'Twig']],
				['Third branch', 940, 60, ['Twig', 'Twig']],
				['Fourth branch', 940, 540, ['Twig', 'Twig']],
			];
			for (const [title, x, y, twigs] of branches) {
				const branch = s.shape('rounded', title, x, y, 180, 70, 'lake');
				s.link(middle, branch, '', true);
				twigs.forEach((twig, i) => {
					const end = s.shape('rounded', twig, x < 500 ? x - 200 : x + 250, y - 50 + i * 100, 130, 52);
					s.link(branch, end, '', true);
				});
			}
		},
	},
	{
		id: 'pros-and-cons',
		title: 'Pros and cons',
		purposes: ['sort and rank'],
		group: [1, 20],
		how: 'First everybody writes for it, then everybody against it; weigh with nods.',
		words: 'for against decision arguments',
		draw(s) {
			s.text('Shall we …?', 0, 0, 900, 'title');
			s.field('For it', 0, 80, 440, 520, 'moss');
			s.field('Against it', 470, 80, 440, 520, 'brick');
			s.field('What would have to be true', 940, 80, 380, 520, 'lake');
		},
	},
	{
		id: 'proposals',
		title: 'Proposals',
		purposes: ['sort and rank', 'plan'],
		group: [2, 20],
		how: 'One column a proposal: what it is, what it brings, what it takes; then rank them.',
		words: 'compare options alternatives',
		draw(s) {
			s.text('Which way?', 0, 0, 900, 'title');
			s.holder(
				'table',
				'Proposals side by side',
				0,
				70,
				['', 'Proposal A', 'Proposal B', 'Proposal C'],
				['', 'What it is', 'What it brings', 'What it takes', 'Who is for it'],
			);
			['What it is', 'What it brings', 'What it takes'].forEach((title, i) =>
				s.field(title, 700, 70 + i * 190, 460, 170, (['ochre', 'moss', 'brick'] as const)[i]),
			);
		},
	},
	{
		id: 'choice',
		title: 'Choice of one',
		purposes: ['sort and rank'],
		group: [2, 60],
		how: 'Write the options on the cards, put the row to the vote, keep the reasons below.',
		words: 'decide pick one vote poll',
		draw(s) {
			s.text('Which one do we take?', 0, 0, 900, 'title');
			s.field('Options', 0, 80, 920, 180, 'ochre');
			s.notes(['First option', 'Second option', 'Third option', 'Fourth option'], 30, 140, 'ochre');
			s.field('Reasons', 0, 290, 600, 240, 'lake');
			s.field('Taken', 630, 290, 290, 240, 'moss');
		},
	},
	{
		id: 'effort-and-effect',
		title: 'Effort and effect',
		purposes: ['sort and rank', 'plan'],
		group: [2, 15],
		how: 'Place each note by what it takes and what it brings; start with the upper left corner.',
		words: 'matrix impact priority quadrant',
		draw(s) {
			s.text('What first?', 0, 0, 900, 'title');
			s.text('Effect ↑', 0, 70, 120);
			s.text('Effort →', 980, 700, 120);
			s.field('Do it now', 110, 70, 470, 300, 'moss');
			s.field('Plan it', 610, 70, 470, 300, 'ochre');
			s.field('In passing', 110, 400, 470, 290, 'lake');
			s.field('Leave it', 610, 400, 470, 290, 'brick');
		},
	},
	{
		id: 'fishbone',
		title: 'Causes of a problem',
		purposes: ['explain a system', 'find ideas'],
		group: [2, 12],
		how: 'The problem stands at the head; ask of every bone: what here lets it happen?',
		words: 'fishbone ishikawa cause effect root',
		draw(s) {
			const head = s.shape('rounded', 'The problem', 1000, 250, 200, 100, 'brick');
			const start = s.shape('ellipse', '', 20, 290, 20, 20);
			s.link(start, head);
			['People', 'Methods', 'Tools'].forEach((title, i) =>
				s.field(title, 70 + i * 300, 0, 270, 220, 'ochre'),
			);
			['Material', 'Rooms', 'Time'].forEach((title, i) =>
				s.field(title, 70 + i * 300, 390, 270, 220, 'lake'),
			);
		},
	},
];
