import { describe, expect, it } from 'vitest';
import { agreementWords, optionName, otherRules, scaleEnds, scoreShort, scoreWords } from './votes';

const outcome = (more: object) =>
	({
		rule: 'borda',
		results: [],
		tied: [],
		turnout: { voted: 3, entitled: 3 },
		others: [],
		...more,
	}) as Parameters<typeof agreementWords>[0];

describe('votes in words', () => {
	it('count in the singular and in the plural', () => {
		expect([1, 2, 0].map((count) => scoreWords('dots', count))).toEqual(['1 dot', '2 dots', '0 dots']);
		expect(scoreWords('mean', 3.14159)).toBe('3.14');
		expect([scoreShort('dots', 3), scoreShort('mean', 2.5)]).toEqual(['● 3', '2.5']);
	});

	it('name the ends of scales by numbers where nobody named them', () => {
		expect(scaleEnds({ ends: [], steps: 7 })).toEqual(['1', '7', '1', '7']);
		expect(scaleEnds({ ends: ['Little', '', 'Few', 'All'], steps: 5 })).toEqual([
			'Little',
			'5',
			'Few',
			'All',
		]);
	});

	it('call an option by its words on one line', () => {
		expect(optionName('  A bench\n for waiting ')).toBe('A bench for waiting');
		expect(optionName(' \n')).toBe('Without words');
	});

	it('tell how much people agree by what was measured', () => {
		const strong = agreementWords(outcome({ agreement: { measure: 'W', value: 0.9 } }))!;
		const weak = agreementWords(outcome({ agreement: { measure: 'W', value: 0.05 } }))!;
		expect(strong.figure).toContain('0.90');
		expect(strong.sentence).not.toBe(weak.sentence);
		const gathered = agreementWords(outcome({ agreement: { measure: 'gathering', value: 0.9 } }))!;
		expect(gathered.sentence).not.toBe(strong.sentence);
		expect(agreementWords(outcome({}))).toBeUndefined();
	});

	it('say which other rule would put something else on top', () => {
		const [same, other] = otherRules(
			outcome({
				others: [
					{ rule: 'schulze', top: [{ id: 'a', text: 'A bench' }], isSame: true },
					{ rule: 'plurality', top: [{ id: 'b', text: 'Slips' }], isSame: false },
				],
			}),
		);
		expect(same).not.toContain('“');
		expect(other).toContain('“Slips”');
	});
});
