/** Layouts for planning and for explaining how something works. */
import type { Template } from './template';

export const PLAN_LAYOUTS: Template[] = [
	{
		id: 'tasks',
		title: 'Columns of tasks',
		purposes: ['plan'],
		group: [1, 20],
		how: 'One card a task; the person who takes it moves it; nobody has more than two under way.',
		words: 'board to do doing done kanban',
		draw(s) {
			s.holder('columns', 'Tasks', 0, 0, ['Open', 'Under way', 'To be checked', 'Done'], 0, 'ochre');
		},
	},
	{
		id: 'agenda',
		title: 'Meeting agenda',
		purposes: ['plan'],
		group: [2, 30],
		how: 'Everybody adds points before the meeting; order them together, then go down the list.',
		words: 'meeting points topics minutes',
		draw(s) {
			s.text('Meeting on …', 0, 0, 700, 'title');
			s.holder('table', 'Points', 0, 70, ['Minutes', 'Point', 'Who', 'Outcome'], ['', '', '', '', '', '']);
			s.holder('actions', 'Agreed', 0, 380, ['Done', 'What', 'Who', 'Until', 'Signed off'], 3);
			s.field('For next time', 720, 70, 320, 280, 'lake');
		},
	},
	{
		id: 'problem-solving',
		title: 'Problem solving',
		purposes: ['plan', 'explain a system'],
		group: [2, 15],
		how: 'Go from left to right and do not jump: what is the case, why, what could help, what do we do?',
		words: 'cause measure a3',
		draw(s) {
			const steps: [string, 'brick' | 'plum' | 'ochre' | 'moss'][] = [
				['What is the case?', 'brick'],
				['Why is it so?', 'plum'],
				['What could help?', 'ochre'],
				['What do we do?', 'moss'],
			];
			const fields = steps.map(([title, chalk], i) => s.field(title, i * 360, 0, 310, 480, chalk));
			for (let i = 1; i < fields.length; i++) s.link(fields[i - 1]!, fields[i]!);
			s.holder('actions', 'Measures', 0, 510, ['Done', 'What', 'Who', 'Until', 'Signed off'], 3);
		},
	},
	{
		id: 'week',
		title: 'Weekly plan',
		purposes: ['plan'],
		group: [1, 12],
		how: 'One card a thing to do; what does not fit into its day moves, it does not pile up.',
		words: 'week days calendar',
		draw(s) {
			s.holder(
				'columns',
				'The week',
				0,
				0,
				['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Weekend'],
				0,
				'moss',
			);
		},
	},
	{
		id: 'roadmap',
		title: 'Roadmap',
		purposes: ['plan'],
		group: [2, 20],
		how: 'Rows are strands of work; put in what must be done by when, then look down the columns for what is too much.',
		words: 'quarters time strategy',
		draw(s) {
			s.text('Where we are going', 0, 0, 900, 'title');
			s.holder(
				'grid',
				'Roadmap',
				0,
				70,
				['Now', 'Next', 'Later', 'Some day'],
				['People', 'Rooms and tools', 'Offer', 'Money'],
				'ochre',
			);
		},
	},
	{
		id: 'project',
		title: 'Project planner',
		purposes: ['plan'],
		group: [2, 12],
		how: 'Aim and limits first, then milestones, then who does what; risks last but not never.',
		words: 'milestones risks charter',
		draw(s) {
			s.text('Project', 0, 0, 700, 'title');
			s.field('Aim: how will we know?', 0, 70, 420, 220, 'moss');
			s.field('Limits: not in this project', 450, 70, 420, 220, 'brick');
			s.field('Risks, and what we do then', 900, 70, 380, 220, 'plum');
			const stones = ['Start', 'First milestone', 'Second milestone', 'Done'].map((title, i) =>
				s.shape('rounded', title, 20 + i * 330, 330, 190, 66, 'lake'),
			);
			for (let i = 1; i < stones.length; i++) s.link(stones[i - 1]!, stones[i]!);
			s.holder('actions', 'Who does what', 0, 440, ['Done', 'What', 'Who', 'Until', 'Signed off'], 4);
		},
	},
	{
		id: 'flowchart',
		title: 'Flowchart',
		purposes: ['explain a system'],
		group: [1, 8],
		how: 'Walk through one real case and draw each step; every question has two ways out.',
		words: 'process flow steps decision',
		draw(s) {
			const start = s.shape('terminator', 'Start', 0, 140, 150, 64, 'moss');
			const step = s.shape('process', 'First step', 230, 132, 170, 80);
			const ask = s.shape('decision', 'A question?', 480, 102, 200, 140, 'ochre');
			const yes = s.shape('process', 'If yes', 780, 40, 170, 80);
			const no = s.shape('process', 'If no', 780, 230, 170, 80);
			const end = s.shape('terminator', 'End', 1040, 140, 150, 64, 'brick');
			s.link(start, step);
			s.link(step, ask);
			s.link(ask, yes, 'yes');
			s.link(ask, no, 'no');
			s.link(yes, end);
			s.link(no, end);
		},
	},
	{
		id: 'site-map',
		title: 'Site map',
		purposes: ['explain a system', 'plan'],
		group: [1, 10],
		how: 'One box a page; write what people come for, not what you want to say.',
		words: 'website pages structure hierarchy',
		draw(s) {
			const home = s.shape('rounded', 'Home', 480, 0, 190, 70, 'ochre');
			['What we offer', 'Dates', 'About us', 'Contact'].forEach((title, i) => {
				const page = s.shape('rounded', title, 40 + i * 290, 150, 190, 66, 'lake');
				s.link(home, page);
				['Page', 'Page'].slice(0, i < 2 ? 2 : 1).forEach((name, j) => {
					const below = s.shape('rectangle', name, 60 + i * 290, 290 + j * 90, 150, 60);
					s.link(page, below);
				});
			});
		},
	},
	{
		id: 'timeline',
		title: 'Timeline',
		purposes: ['explain a system', 'look back'],
		group: [1, 20],
		how: 'Put up what happened from memory, everybody at once; then tell it from left to right.',
		words: 'history events time line',
		draw(s) {
			const from = s.shape('ellipse', 'Start', 0, 240, 90, 60, 'moss');
			const to = s.shape('ellipse', 'Today', 1230, 240, 90, 60, 'ochre');
			s.link(from, to);
			s.field('Good moments', 0, 0, 1320, 210, 'moss');
			s.field('Hard moments', 0, 330, 1320, 210, 'brick');
		},
	},
	{
		id: 'agreements',
		title: 'How we work together',
		purposes: ['plan', 'understand people'],
		group: [2, 20],
		how: 'Everybody writes what they need to work well; agree on five sentences and sign them with a nod.',
		words: 'team kick-off rules charter canvas',
		draw(s) {
			s.text('How we work together', 0, 0, 900, 'title');
			s.field('What I bring', 0, 80, 400, 300, 'moss');
			s.field('What I need', 430, 80, 400, 300, 'ochre');
			s.field('What annoys me', 860, 80, 400, 300, 'brick');
			s.holder('list', 'We agree', 0, 410, ['', ''], 5);
			s.field('How and when we meet', 430, 410, 830, 190, 'lake');
		},
	},
	{
		id: 'system',
		title: 'How it hangs together',
		purposes: ['explain a system'],
		group: [2, 10],
		how: 'Write what plays a part, link what drives what, look for circles.',
		words: 'causal loop system parts influences',
		draw(s) {
			const at: [string, number, number][] = [
				['One part', 120, 0],
				['Another', 520, 0],
				['A third', 620, 250],
				['A fourth', 320, 400],
				['A fifth', 0, 250],
			];
			const parts = at.map(([title, x, y]) => s.shape('ellipse', title, x, y, 190, 90, 'lake'));
			parts.forEach((part, i) => s.link(part, parts[(i + 1) % parts.length]!, i === 0 ? 'more' : ''));
		},
	},
	{
		id: 'visit',
		title: 'Visitor’s journey',
		purposes: ['understand people', 'explain a system'],
		group: [2, 15],
		how: 'Walk through one visit from the first thought to the last; mark where people wait, smile, leave.',
		words: 'customer journey service blueprint experience',
		draw(s) {
			s.text('One visit, from the first thought to the last', 0, 0, 1000, 'heading');
			s.holder(
				'grid',
				'The journey',
				0,
				60,
				['Before', 'Arriving', 'Waiting', 'Being served', 'Leaving', 'Afterwards'],
				['They do', 'They think and feel', 'We do', 'We could'],
				'plum',
			);
		},
	},
];
