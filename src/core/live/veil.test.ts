import { describe, expect, it } from 'vitest';
import { objectsOf } from '../board/document';
import { addObject } from '../board/ops/edits';
import { holderAt, noteAt, testBoard } from '../board/testing';
import { answer, beginThread } from '../talk/edits';
import { FILE_WRITERS, fileWriter } from '../people/file-writer';
import { talkOf } from '../talk/shape';
import { isVeiled, OPEN_POLICY, seesNames } from '../access/rights';
import { ROLES } from '../access/roles';
import { veilStage, veilTalk } from './veil';

const VEILS = new Map([['p-Rosa', { id: 'voice-1', name: 'Voice 7' }]]);

describe('names', () => {
	it('are hidden for everybody but those who lead, and from them only when wholly hidden', () => {
		const told = ROLES.map((role) => [
			role,
			...(['shown', 'veiled', 'hidden'] as const).flatMap((names) => [
				isVeiled(role, { ...OPEN_POLICY, names }),
				seesNames(role, { ...OPEN_POLICY, names }),
			]),
		]);
		expect(told).toEqual([
			['owner', false, true, false, true, false, false],
			['facilitator', false, true, false, true, false, false],
			['editor', false, true, true, false, true, false],
			['commenter', false, true, true, false, true, false],
			['viewer', false, true, true, false, true, false],
		]);
	});

	it('go from objects: who wrote, nodded, signed, is to do something; nobody else is touched', () => {
		const board = testBoard('Rosa');
		const { doc, model, editContext, sheet } = board;
		const mine = addObject(editContext, model, noteAt(sheet, 0, 0, 'mine'));
		const theirs = addObject(editContext, model, {
			...noteAt(sheet, 300, 0, 'theirs'),
			by: ['p-Ilka', 'Ilka'],
		});
		objectsOf(doc).get(theirs)!.set('nod:p-Rosa', 'Rosa');
		objectsOf(doc).get(theirs)!.set('nod:p-Ilka', 'Ilka');
		const actions = holderAt(board, 'actions', ['What']);
		const row = model.find(actions)!.parts!.rows[0]!.id;
		const map = objectsOf(doc).get(actions)!;
		map.set(`fact:${row}:signed`, { id: 'p-Rosa', name: 'Rosa', at: 5 });
		map.set(`fact:${row}:person`, { id: 'p-Ilka', name: 'Ilka' });
		expect(veilStage(doc, VEILS)).toBe(3);
		expect(model.find(mine)?.by).toEqual(['voice-1', 'Voice 7']);
		expect(model.find(theirs)).toMatchObject({
			by: ['p-Ilka', 'Ilka'],
			nods: [
				{ person: 'p-Ilka', name: 'Ilka' },
				{ person: 'voice-1', name: 'Voice 7' },
			],
		});
		expect(model.find(actions)!.parts!.facts[row]).toMatchObject({
			signed: { id: 'voice-1', name: 'Voice 7', at: 5 },
			person: { id: 'p-Ilka', name: 'Ilka' },
		});
		expect(JSON.stringify(doc.toJSON())).not.toContain('Rosa"');
		expect(veilStage(doc, VEILS)).toBe(0);
	});

	it('that came from files go as well, and say no more who it was', () => {
		const { doc, model, editContext, sheet } = testBoard('Ilka');
		const writers = ['Maren', 'Tomasz'].map((name) =>
			addObject(editContext, model, { ...noteAt(sheet, 0, 0, 'Tea'), by: fileWriter(name) }),
		);
		expect(veilStage(doc, VEILS)).toBe(0);
		expect(veilStage(doc, new Map([...VEILS, [FILE_WRITERS, { id: 'voice-2', name: 'Earlier' }]]))).toBe(2);
		for (const id of writers) expect(model.find(id)?.by).toEqual(['voice-2', 'Earlier']);
		expect(JSON.stringify(doc.toJSON())).not.toMatch(/Maren|Tomasz/);
	});

	it('go from what was said, and from whom it was said to', () => {
		const { editContext, doc } = testBoard('Rosa');
		const id = beginThread(editContext, { sheet: 's', at: [0, 0] }, 'Who?');
		const ilka = { ...editContext, person: { id: 'p-Ilka', name: 'Ilka' } };
		answer(ilka, id, 'You', ['p-Rosa']);
		expect(veilTalk(doc, VEILS)).toBe(3);
		const all = JSON.stringify(talkOf(doc).toJSON());
		expect(all).not.toContain('p-Rosa');
		expect(all).toContain('"to":["voice-1"]');
		expect(all).toContain('"by":["p-Ilka","Ilka"]');
	});
});
