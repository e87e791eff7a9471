import { describe, expect, it } from 'vitest';
import { addObject } from '../board/ops/edits';
import { nod } from '../board/ops/approve';
import { setFact, writeBlock } from '../board/holders/edits';
import { partOf } from '../board/holders/parts';
import { newParts } from '../board/holders/make';
import { linkInTurn } from '../board/ops/flow-links';
import { setWork, waive } from '../board/ops/flow-values';
import { fieldAt, noteAt, shapeAt, testBoard } from '../board/testing';
import { richFrom } from '../text/rich';
import { outcomeOf } from '../decide/outcome';
import { termsSchema } from '../decide/vote';
import type { ShownVote } from '../contract/votes';
import { EMPTY_SESSION } from '../meeting/runsheet';
import { buildReport, type ReportWords, type Source } from './build';
import { head, listOf, plainOf, reportSchema, say, words } from './document';
import { markdownOf } from './markdown';
import { askedFor } from './votes';

const WORDS: ReportWords = {
	question: 'Question',
	date: 'When',
	people: 'Who',
	steps: 'Steps',
	step: (title, planned, took) => `${title}: ${planned} planned, ${took} taken`,
	themes: 'Themes',
	fields: 'Fields',
	votes: 'Votes',
	result: ({ outcome }) => ({
		lines: outcome!.results.map(({ option, score }) => `${option.text}: ${score}`),
		more: ['Turnout'],
	}),
	decisions: 'Decisions',
	decided: (question, titles) => `${question} ${titles}`,
	undecided: (question, titles) => `${question} tied: ${titles}`,
	partly: (question, titles, open) => `${question} ${titles}; open: ${open}`,
	how: ({ round, terms }) => `Round ${round}, ${terms.method}`,
	actions: 'Actions',
	action: (what, who, until, isDone) => `${isDone ? 'done: ' : ''}${what} (${who}, ${until})`,
	round: ({ title, notes, disputed }) => `Sorted in ${title}: ${notes} notes, ${disputed} disputed.`,
	parking: 'Parked',
	pictures: 'Pictures',
	nothing: 'No title',
	flows: 'Flows',
	flow: (steps) => `${steps} steps`,
	findings: 'Findings',
	finding: ({ type }) => type,
	aside: (finding, reason) => `${finding} (${reason})`,
	noFindings: 'Nothing found',
	times: 'Times',
	timeLines: ({ shortest, expected }) => [`shortest ${shortest}`, `expected ${expected}`],
};

function voted(id: string, dots: Record<string, number>, more: Partial<ShownVote> = {}): ShownVote {
	const terms = termsSchema.parse({ method: 'dots', question: 'What first?' });
	const options = ['a', 'b'].map((each) => ({ id: each, text: `Option ${each}` }));
	const outcome = outcomeOf({ ...terms, options }, [{ dots }], 3);
	return {
		id,
		terms,
		options,
		openedAt: 1,
		closedAt: 2,
		round: 1,
		mayVote: true,
		turnout: outcome.turnout,
		outcome,
		...more,
	} as ShownVote;
}

function source(): { source: Source; board: ReturnType<typeof testBoard> } {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	addObject(editContext, model, fieldAt(sheet, 0, 0));
	const theme = addObject(editContext, model, {
		kind: 'theme',
		sheet,
		box: [900, 0, 300, 200, 0],
		style: { chalk: 'moss' },
		text: 'Waiting',
	});
	addObject(editContext, model, { ...noteAt(sheet, 40, 80, 'Queue'), theme });
	const lamps = addObject(editContext, model, noteAt(sheet, 220, 80, 'Lamps pile up'));
	addObject(editContext, model, noteAt(sheet, 40, 200, 'Fuses'));
	nod(editContext, model, [lamps]);
	const parts = newParts(editContext, 'actions', 2, { columns: ['', 'What', 'Who', 'Until', 'Signed'] });
	const actions = addObject(editContext, model, {
		kind: 'actions',
		sheet,
		box: [0, 600, 500, 200, 0],
		style: { chalk: 'lake' },
		parts,
	});
	const [row] = model.find(actions)!.parts!.rows;
	writeBlock(editContext, model, actions, partOf(row!.id, 'text'), [[richFrom('Order fuses')]]);
	setFact(editContext, actions, row!.id, 'person', { name: 'Maren' });
	setFact(editContext, actions, row!.id, 'due', '2026-12-01');
	return {
		board,
		source: {
			title: 'Season',
			when: 'today',
			model,
			session: {
				...EMPTY_SESSION,
				question: 'How do we go on?',
				past: [{ step: 's', title: 'Gather', startedAt: 0, endedAt: 600_000, paused: 60_000, planned: 8 }],
			},
			votes: [voted('v', { a: 3, b: 1 })],
			rounds: [{ title: 'Sort', notes: 60, people: 8, agreement: 0.8, disputed: 2 }],
			parking: [{ id: 'p', by: ['n', 'Nele'], made: 1, text: 'Insurance?', z: 'a0', answer: 'The city' }],
			people: ['Nele', 'Maren'],
			pictureOf: (what) => `/picture/${Object.values(what).join('')}`,
		},
	};
}

describe('a report', () => {
	it('writes itself from the board and the session', () => {
		const report = buildReport(source().source, WORDS);
		expect(reportSchema.parse(report)).toEqual(report);
		const text = markdownOf(report);
		expect(text).toContain('# Season');
		expect(text).toContain('**Question:** How do we go on?');
		expect(text).toContain('**Who:** Nele, Maren');
		expect(text).toContain('- What first? “Option a”');
		expect(text).toContain('- Order fuses (Maren, 2026-12-01)');
		expect(text).toContain('### Waiting\n\n- Queue');
		expect(text).toContain('- Lamps pile up *(+1)*\n- Fuses');
		expect(text).toContain('- Insurance? *— The city*');
		expect(text).toContain('1. Gather: 8 planned, 9 taken');
		expect(text).toMatch(/!\[Field\]\(\/picture\/.+\)/);
	});

	it('names nobody when names are hidden, and leaves out what there is none of', () => {
		const { source: full } = source();
		const text = markdownOf(buildReport({ ...full, people: undefined, votes: [], parking: [] }, WORDS));
		expect(text).not.toContain('Who:');
		expect(text).not.toMatch(/Votes|Decisions|Parked/);
	});

	it('says what is tied, and lets the last round decide', () => {
		const { source: full } = source();
		const tied = voted('v1', { a: 1, b: 1 });
		expect(markdownOf(buildReport({ ...full, votes: [tied] }, WORDS))).toContain(
			'tied: “Option a”, “Option b”',
		);
		const again = voted('v2', { b: 2 }, { follows: 'v1', round: 2 });
		const text = markdownOf(buildReport({ ...full, votes: [tied, again] }, WORDS));
		expect(text).not.toContain('tied:');
		expect(text).toContain('- What first? “Option b”');
		expect(text).toContain('Round 2, dots');
	});

	it('tells each question once, however often it was asked again', () => {
		const { source: full } = source();
		const first = voted('v1', { a: 1 });
		const [second, third] = ['v2', 'v3'].map((id, i) =>
			voted(id, { b: 2 }, { follows: 'v1', round: 2, openedAt: 5 + i }),
		);
		const text = markdownOf(buildReport({ ...full, votes: [first, second!, third!] }, WORDS));
		expect(text.match(/- What first\?/g)).toHaveLength(1);
	});

	it('takes as many as the question asks for, and says where the rest is tied', () => {
		const { source: full } = source();
		const which = (question: string, dots: Record<string, number>): string => {
			const vote = voted('v', dots);
			vote.terms = { ...vote.terms, question };
			return markdownOf(buildReport({ ...full, votes: [vote] }, WORDS));
		};
		expect(which('Which two do we try?', { a: 3, b: 1 })).toContain(
			'- Which two do we try? “Option a”, “Option b”',
		);
		expect(askedFor('Welche drei zuerst?')).toBe(3);
		expect(askedFor('The two rooms: which one?')).toBe(1);
		expect(askedFor('What first?')).toBe(1);
	});

	it('lists what stands in a theme that won', () => {
		const { source: full } = source();
		const theme = [...full.model.objects.values()].find(({ kind }) => kind === 'theme')!;
		const vote = voted('v', { a: 3 });
		vote.options[0] = { id: theme.id, text: 'Waiting' };
		vote.outcome!.results[0]!.option = vote.options[0];
		const decisions = markdownOf(buildReport({ ...full, votes: [vote] }, WORDS)).split('## Actions')[0]!;
		expect(decisions).toContain('### Waiting\n\n- Queue');
	});
});

describe('Markdown', () => {
	it('writes signs as they are and keeps marks close to the words', () => {
		const report = {
			type: 'doc' as const,
			content: [head(2, 'A * B'), say(words('bold ', 'bold'), '1 < 2'), say('1. not a list')],
		};
		expect(markdownOf(report)).toBe('## A \\* B\n\n**bold** 1 \\< 2\n\n1\\. not a list\n');
	});

	it('nests lists and breaks lines inside of them', () => {
		const inner = listOf(['deep']);
		const list = listOf(['first\nline'], true);
		list.content[0]!.content.push(inner);
		expect(markdownOf({ type: 'doc', content: [list] })).toBe('1. first  \n   line\n   - deep\n');
		expect(plainOf(words('a\nb'))).toBe('a\nb');
	});
});

describe('flows in a report', () => {
	const board = testBoard();
	const { editContext, model, sheet } = board;
	const shape = (form: 'terminator' | 'process', text: string): string =>
		addObject(editContext, model, {
			...shapeAt(sheet, 0, 0, text),
			style: { shape: form, fill: 'none', chalk: 'white' },
		});
	const reported = (): string => markdownOf(buildReport({ ...source().source, model }, WORDS));

	it('are there with what was found and what the times say; linked notes alone are not', () => {
		const notes = [noteAt(sheet, 0, 900, 'a'), noteAt(sheet, 300, 900, 'b')].map((note) =>
			addObject(editContext, model, note),
		);
		linkInTurn(editContext, model, notes, { yes: 'yes', no: 'no' });
		expect(reported()).not.toContain('## Flows');
		const steps = [shape('terminator', 'Start'), shape('process', 'Look'), shape('process', 'Repair')];
		linkInTurn(editContext, model, steps, { yes: 'yes', no: 'no' });
		setWork(editContext, model, [steps[1]!], { minutes: { least: 4, likely: 5, most: 6 } });
		expect(reported()).toContain('### Gather: 3 steps');
		expect(reported()).toContain('- dead-end');
		expect(reported()).toContain('- shortest 4');
		expect(reported()).toContain('- expected 5');
		waive(editContext, model, steps[2]!, 'dead-end', 'So far');
		expect(reported()).toContain('- dead-end (So far)');
	});
});
