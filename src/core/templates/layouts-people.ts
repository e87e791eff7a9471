/** Layouts for understanding people, looking back and learning. */
import type { Template } from './template';

export const PEOPLE_LAYOUTS: Template[] = [
	{
		id: 'persona',
		title: 'Persona',
		purposes: ['understand people'],
		group: [2, 12],
		how: 'Invent one person from what you know of many; write only what somebody has seen or heard.',
		words: 'user profile character',
		draw(s) {
			s.shape('ellipse', 'Portrait', 0, 0, 160, 160, 'plum');
			s.text('Name, age, what they do', 190, 20, 480, 'heading');
			s.text('“A sentence they would say”', 190, 80, 480, 'body', 'ochre');
			s.field('A day in their life', 0, 190, 440, 260, 'ochre');
			s.field('What they want', 470, 190, 400, 260, 'moss');
			s.field('What gets in their way', 0, 480, 440, 240, 'brick');
			s.field('How we meet them', 470, 480, 400, 240, 'lake');
		},
	},
	{
		id: 'empathy-map',
		title: 'Empathy map',
		purposes: ['understand people'],
		group: [2, 12],
		how: 'Put one person in the middle and go round: what do they see, hear, say, do, think, feel?',
		words: 'feel think say do user',
		draw(s) {
			s.field('Thinks and feels', 0, 0, 920, 220, 'plum');
			s.field('Hears', 0, 250, 290, 260, 'lake');
			s.shape('ellipse', 'Who?', 340, 290, 240, 180, 'ochre');
			s.field('Sees', 630, 250, 290, 260, 'moss');
			s.field('Says and does', 0, 540, 920, 200, 'ochre');
			s.field('Pains', 0, 770, 445, 190, 'brick');
			s.field('Gains', 475, 770, 445, 190, 'moss');
		},
	},
	{
		id: 'audience',
		title: 'Audience analysis',
		purposes: ['understand people', 'plan'],
		group: [1, 10],
		how: 'One row a group: what they know, what they expect, what could put them off, what they should take away.',
		words: 'listeners talk presentation stakeholders',
		draw(s) {
			s.text('Whom do we speak to?', 0, 0, 900, 'title');
			s.holder(
				'grid',
				'Our audience',
				0,
				70,
				['They know', 'They expect', 'They doubt', 'They take away'],
				['Group 1', 'Group 2', 'Group 3'],
			);
		},
	},
	{
		id: 'stakeholders',
		title: 'Who has a say',
		purposes: ['understand people', 'plan'],
		group: [2, 12],
		how: 'Place everybody by interest and influence; decide for each corner how you keep in touch.',
		words: 'stakeholder map influence interest',
		draw(s) {
			s.text('Influence ↑   ·   Interest →', 0, 0, 600, 'heading');
			s.field('Keep content', 0, 60, 470, 280, 'ochre');
			s.field('Work together', 500, 60, 470, 280, 'moss');
			s.field('Keep an eye on', 0, 370, 470, 280, 'lake');
			s.field('Keep informed', 500, 370, 470, 280, 'plum');
		},
	},
	{
		id: 'retrospective',
		title: 'Retrospective',
		purposes: ['look back'],
		group: [2, 20],
		how: 'Write silently into the first three fields, reveal, group, choose two measures.',
		words: 'review what went well sprint season',
		draw(s) {
			s.text('Looking back', 0, 0, 900, 'title');
			s.field('Keep', 0, 80, 420, 420, 'moss');
			s.field('Change', 450, 80, 420, 420, 'brick');
			s.field('Try', 900, 80, 420, 420, 'ochre');
			s.holder('actions', 'Measures', 0, 530, ['Done', 'What', 'Who', 'Until', 'Signed off'], 3);
		},
	},
	{
		id: 'strengths',
		title: 'Strengths and weaknesses',
		purposes: ['look back', 'plan'],
		group: [2, 20],
		how: 'Inside first (strengths, weaknesses), then outside (chances, risks); draw one conclusion a corner.',
		words: 'swot opportunities threats',
		draw(s) {
			s.text('Where do we stand?', 0, 0, 900, 'title');
			s.field('Strengths', 0, 80, 480, 300, 'moss');
			s.field('Weaknesses', 510, 80, 480, 300, 'brick');
			s.field('Chances', 0, 410, 480, 300, 'lake');
			s.field('Risks', 510, 410, 480, 300, 'plum');
			s.field('So we …', 1020, 80, 300, 630, 'ochre');
		},
	},
	{
		id: 'check-out',
		title: 'Expectations, parking lot, check-out',
		purposes: ['teach', 'look back'],
		group: [3, 60],
		how: 'Gather expectations at the start, park questions on the way, ask at the end what was met.',
		words: 'lesson training frame feedback',
		draw(s) {
			s.field('What I hope for', 0, 0, 420, 420, 'ochre');
			s.field('Parking lot', 450, 0, 420, 420, 'lake');
			s.field('What I take with me', 900, 0, 420, 200, 'moss');
			s.field('What stays open', 900, 230, 420, 190, 'brick');
		},
	},
	{
		id: 'lesson',
		title: 'Lesson plan',
		purposes: ['teach', 'plan'],
		group: [1, 6],
		how: 'One column a phase; write what the teacher does, what the learners do, and with what.',
		words: 'teaching training class course',
		draw(s) {
			s.text('Subject and aim of the lesson', 0, 0, 900, 'heading');
			s.holder(
				'table',
				'Phases',
				0,
				60,
				['Minutes', 'Phase', 'We do', 'Learners do', 'Material'],
				['', '', '', '', '', ''],
			);
		},
	},
	{
		id: 'know-want-learned',
		title: 'Known, wanted, learned',
		purposes: ['teach'],
		group: [2, 40],
		how: 'Fill the first two columns before, the third afterwards.',
		words: 'kwl learning',
		draw(s) {
			s.holder('columns', 'About the subject', 0, 0, [
				'What we know',
				'What we want to know',
				'What we have learned',
			]);
		},
	},
	{
		id: 'notebook',
		title: 'Notebook',
		purposes: ['teach', 'find ideas'],
		group: [1, 4],
		how: 'Words at the left, the notes beside them, the sum of it in two sentences below.',
		words: 'notes cornell page',
		draw(s) {
			s.text('Subject', 0, 0, 700, 'heading');
			s.text('Date', 800, 6, 140);
			s.field('Key words', 0, 60, 270, 560, 'ochre');
			s.field('Notes', 300, 60, 640, 560, 'lake');
			s.field('In two sentences', 0, 650, 940, 150, 'moss');
		},
	},
];
