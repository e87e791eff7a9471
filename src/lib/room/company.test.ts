import { describe, expect, it, vi } from 'vitest';
import { applyAwarenessUpdate, Awareness, encodeAwarenessUpdate } from 'y-protocols/awareness';
import * as Y from 'yjs';
import { framesInHand } from '$lib/ui/testing';
import { Company } from './company.svelte';

const { next: nextFrame, waiting } = framesInHand();

/** Somebody who is in, with a wire to others. */
function someone(name: string, mayTalk = true) {
	const awareness = new Awareness(new Y.Doc());
	const company = new Company(awareness, { id: `p-${name}`, name }, () => mayTalk);
	const sent: number[] = [];
	awareness.on('update', (_: unknown, origin: unknown) => {
		if (origin === 'local') sent.push(Date.now());
	});
	return { awareness, company, sent };
}
type Someone = ReturnType<typeof someone>;
const tellAll = (from: Someone, to: Someone): void =>
	applyAwarenessUpdate(
		to.awareness,
		encodeAwarenessUpdate(from.awareness, [from.awareness.clientID]),
		'wire',
	);

describe('what one tells about oneself', () => {
	it('goes out no more often than the number of people lets it, the newest at last', () => {
		const { awareness, company, sent } = someone('Rosa');
		sent.length = 0;
		for (let i = 1; i <= 100; i++) {
			company.tell({ cursor: [i, i] });
			vi.advanceTimersByTime(10);
		}
		vi.advanceTimersByTime(500);
		expect(sent.length).toBeGreaterThan(5);
		expect(sent.length).toBeLessThanOrEqual(22);
		expect(awareness.getLocalState()).toMatchObject({ name: 'Rosa', cursor: [100, 100] });
	});

	it('is told whole again after the connection was gone', () => {
		const { awareness, company } = someone('Rosa');
		company.tell({ sheet: 's1', picked: ['a'] });
		vi.advanceTimersByTime(500);
		awareness.setLocalState(null);
		company.tellNow();
		expect(awareness.getLocalState()).toEqual({ person: 'p-Rosa', name: 'Rosa', sheet: 's1', picked: ['a'] });
	});
});

describe('others', () => {
	it('appear with what they tell, and go when they leave', () => {
		const [rosa, ilka] = [someone('Rosa'), someone('Ilka')];
		rosa.company.tell({ sheet: 's1', cursor: [3, 4] });
		vi.advanceTimersByTime(500);
		tellAll(rosa, ilka);
		nextFrame();
		expect(ilka.company.people.map(({ name, cursor }) => [name, cursor])).toEqual([['Rosa', [3, 4]]]);
		rosa.awareness.setLocalState(null);
		tellAll(rosa, ilka);
		nextFrame();
		expect(ilka.company.people).toEqual([]);
	});

	it('are shown together when many tell at once', () => {
		const ilka = someone('Ilka');
		const others = ['Rosa', 'Piet', 'Maren'].map((name) => someone(name));
		nextFrame();
		for (const each of others) tellAll(each, ilka);
		expect(waiting()).toBe(1);
		nextFrame();
		expect(ilka.company.people.map(({ name }) => name)).toEqual(['Rosa', 'Piet', 'Maren']);
	});

	it('are left out when what they tell cannot be read', () => {
		const ilka = someone('Ilka');
		const odd = new Awareness(new Y.Doc());
		odd.setLocalState({ person: 'p', name: 'Odd', cursor: 'everywhere' });
		applyAwarenessUpdate(ilka.awareness, encodeAwarenessUpdate(odd, [odd.clientID]), 'wire');
		nextFrame();
		expect(ilka.company.people).toEqual([]);
	});
});

describe('quick signs', () => {
	/** Signs that float up now, as this person sees them. */
	const floating = ({ company }: Someone): string[] => company.signs.map(({ name, is }) => `${name}: ${is}`);

	it('float up for whoever gives them and for others, for a moment', () => {
		const [rosa, ilka] = [someone('Rosa'), someone('Ilka')];
		tellAll(rosa, ilka);
		rosa.company.sign('thanks');
		vi.advanceTimersByTime(300);
		tellAll(rosa, ilka);
		expect([floating(rosa), floating(ilka)]).toEqual([['Rosa: thanks'], ['Rosa: thanks']]);
		rosa.company.tell({ cursor: [1, 1] });
		vi.advanceTimersByTime(300);
		tellAll(rosa, ilka);
		expect(floating(ilka), 'a moved pointer is no second sign').toEqual(['Rosa: thanks']);
		vi.advanceTimersByTime(3000);
		expect([floating(rosa), floating(ilka)]).toEqual([[], []]);
		rosa.company.sign('thanks');
		vi.advanceTimersByTime(300);
		tellAll(rosa, ilka);
		expect(floating(ilka), 'the same sign again').toEqual(['Rosa: thanks']);
	});

	it('that were given before one came in are over', () => {
		const [rosa, late] = [someone('Rosa'), someone('Late')];
		rosa.company.sign('done');
		vi.advanceTimersByTime(300);
		tellAll(rosa, late);
		expect(floating(late)).toEqual([]);
	});

	it('are not given by those who may not talk', () => {
		const looks = someone('Looks', false);
		looks.company.sign('question');
		vi.advanceTimersByTime(300);
		expect(floating(looks)).toEqual([]);
		expect(looks.awareness.getLocalState()).not.toHaveProperty('sign');
	});
});
