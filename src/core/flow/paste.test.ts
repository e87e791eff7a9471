import { describe, expect, it } from 'vitest';
import { fillingFrom } from './paste';

const STEPS = ['Ask', 'Weigh', 'Pay the bill'].map((name, i) => ({ id: `s${i}`, name }));
const filled = (text: string, from = 's0', column: 'minutes' | 'cost' | 'who' = 'minutes') =>
	Object.fromEntries(fillingFrom(text, STEPS, from, column));

describe('cells from a spreadsheet', () => {
	it('go to the steps that their rows name, whatever their order', () => {
		expect(filled('pay the  Bill\t5\t2\tNele\r\nAsk\t3\r\nUnknown\t9\r\n')).toEqual({
			s2: { minutes: '5', cost: '2', who: 'Nele' },
			s0: { minutes: '3' },
		});
	});

	it('fill one step after the other from where they are pasted, where no row names one', () => {
		expect(filled('4\n5\n6\n7', 's1')).toEqual({ s1: { minutes: '4' }, s2: { minutes: '5' } });
		expect(filled('Nele\nTomasz', 's0', 'who')).toEqual({ s0: { who: 'Nele' }, s1: { who: 'Tomasz' } });
		expect(filled('1.5\tNele', 's0', 'cost')).toEqual({ s0: { cost: '1.5', who: 'Nele' } });
	});

	it('take three numbers in a row for one estimate', () => {
		expect(filled('Ask\t5\t10\t20\t3\tNele')).toEqual({
			s0: { minutes: '5 / 10 / 20', cost: '3', who: 'Nele' },
		});
		expect(filled('5\t10\tNele')).toEqual({ s0: { minutes: '5', cost: '10', who: 'Nele' } });
	});
});
