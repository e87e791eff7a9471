/** What locks and rules of the sheets hold against clients that go past the interface. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { lockObjects } from '$core/board/ops/groups';
import { removeTrack, writeBlock } from '$core/board/holders/edits';
import { addObject } from '$core/board/ops/edits';
import { addSheet } from '$core/board/ops/sheets';
import { holderAt, noteAt } from '$core/board/testing';
import { plainText } from '$core/text/rich';
import { connect, until } from '../support/client';
import { facilitator, guest, makeBoard, makeLink, type TestPerson } from '../support/people';
import { startServer, type TestServer } from '../support/server';

let server: TestServer;
let owner: TestPerson;
let board: string;

beforeAll(async () => {
	server = await startServer();
	owner = await facilitator(server);
	board = await makeBoard(owner, 'idea-round');
});
afterAll(() => server?.stop());

describe('a facilitator’s lock', () => {
	it('holds against whatever another client sends', async () => {
		const editor = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Joao');
		const ilka = await connect(server, owner, board);
		const joao = await connect(server, editor, board);
		const [locked, open, doomed] = [ilka.write('stays'), ilka.write('free'), ilka.write('stays too')];
		lockObjects(ilka.editContext, ilka.model, [locked, doomed], 'led');
		await until(() => joao.model.find(doomed)?.lock === 'led', 'the lock has arrived');
		const before = ilka.model.find(locked)!;
		// Past every check of the interface, straight at the document.
		joao.doc.transact(() => {
			const objects = joao.doc.getMap<Y.Map<unknown>>('objects');
			objects.get(locked)!.set('box', [900, 900, 10, 10, 0]);
			objects.get(locked)!.delete('lock');
			objects.get(locked)!.set('text', new Y.XmlFragment());
			objects.get(locked)!.set('own', 'smuggled in');
			objects.delete(doomed);
			objects.get(open)!.set('lock', 'led');
			objects.get(open)!.set('box', [5, 5, 160, 96, 0]);
		});
		const isBack = (client: typeof ilka): boolean => {
			const { objects } = client.model;
			return (
				objects.get(locked)?.lock === 'led' &&
				JSON.stringify(objects.get(locked)!.box) === JSON.stringify(before.box) &&
				plainText(objects.get(locked)!.text) === 'stays' &&
				client.doc.getMap<Y.Map<unknown>>('objects').get(locked)!.get('own') === undefined &&
				plainText(objects.get(doomed)?.text ?? []) === 'stays too' &&
				objects.get(open)?.lock === undefined &&
				objects.get(open)?.box[0] === 5
			);
		};
		await until(() => isBack(ilka) && isBack(joao), 'everything locked is as it was, for both');
		lockObjects(ilka.editContext, ilka.model, [locked], undefined);
		await until(() => joao.model.find(locked)?.lock === undefined, 'the owner lifts the lock');
		joao.doc.getMap<Y.Map<unknown>>('objects').get(locked)!.set('box', [7, 7, 160, 96, 0]);
		await until(() => ilka.model.find(locked)?.box[0] === 7, 'then it can be moved');
		ilka.destroy();
		joao.destroy();
	});
});

describe('a sheet with something locked on it', () => {
	it('comes back when another client deletes it, with what is locked; other sheets go', async () => {
		const editor = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Femke R.');
		const ilka = await connect(server, owner, board);
		const femke = await connect(server, editor, board);
		const [kept, gone] = [
			addSheet(ilka.editContext, ilka.model, 'Agreed'),
			addSheet(ilka.editContext, ilka.model, 'Scratch'),
		];
		const note = addObject(ilka.editContext, ilka.model, noteAt(kept, 0, 0, 'signed'));
		lockObjects(ilka.editContext, ilka.model, [note], 'led');
		await until(() => femke.model.find(note)?.lock === 'led', 'the lock has arrived');
		femke.doc.transact(() => {
			for (const id of [kept, gone]) femke.doc.getMap('sheets').delete(id);
			femke.doc.getMap('objects').delete(note);
		});
		const titles = (client: typeof ilka): string[] => client.model.sheets.map(({ title }) => title);
		const isBack = (client: typeof ilka): boolean =>
			titles(client).includes('Agreed') &&
			!titles(client).includes('Scratch') &&
			client.model.find(note)?.lock === 'led';
		await until(() => isBack(ilka) && isBack(femke), 'the sheet and the note are back, for both');
		ilka.destroy();
		femke.destroy();
	});
});

describe('holders on the server', () => {
	const objects = (client: { doc: Y.Doc }): Y.Map<Y.Map<unknown>> => client.doc.getMap('objects');
	const idOf = async (name: string): Promise<string> => {
		const rows =
			await server.sql`select id from people where name = ${name} order by created_at desc limit 1`;
		return String(rows[0]!['id']);
	};

	it('keep the cells of a locked table, and let others nod at the lines of a locked list', async () => {
		const editor = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Bilal');
		const ilka = await connect(server, owner, board);
		const bilal = await connect(server, editor, board);
		const here = { ...ilka, sheet: ilka.model.sheets[0]!.id };
		const [table, list] = [holderAt(here, 'table', ['Thing', 'Count']), holderAt(here, 'list')];
		const { rows, cols } = ilka.model.find(table)!.parts!;
		const part = `${rows[1]!.id}:${cols[0]!.id}`;
		writeBlock(ilka.editContext, ilka.model, table, part, [['lamps']]);
		lockObjects(ilka.editContext, ilka.model, [table, list], 'led');
		await until(() => bilal.model.find(list)?.lock === 'led', 'the lock has arrived');
		const me = await idOf('Bilal');
		const line = bilal.model.find(list)!.parts!.rows[0]!.id;
		bilal.doc.transact(() => {
			const map = objects(bilal).get(table)!;
			(map.get(`cell:${part}`) as Y.XmlFragment).delete(0, 1);
			map.set(`cell:${rows[1]!.id}:${cols[1]!.id}`, new Y.XmlFragment());
			map.delete(`row:${rows[0]!.id}`);
			objects(bilal).get(list)!.set(`nodrow:${line}:${me}`, 'Bilal');
		});
		const isKept = (client: typeof ilka): boolean => {
			const parts = client.model.find(table)?.parts;
			return (
				parts?.rows.length === 2 &&
				plainText(parts.cells[part] ?? []) === 'lamps' &&
				client.model.find(list)?.parts?.nods[line]?.length === 1
			);
		};
		await until(() => isKept(ilka) && isKept(bilal), 'the table is as it was, the nod has gone through');
		ilka.destroy();
		bilal.destroy();
	});

	it('have signatures and nods at lines only in one’s own name', async () => {
		const editor = await guest(server, (await makeLink(owner, board, 'editor')).token, 'Sunniva');
		const ilka = await connect(server, owner, board);
		const sunniva = await connect(server, editor, board);
		const here = { ...ilka, sheet: ilka.model.sheets[0]!.id };
		const actions = holderAt(here, 'actions', ['', 'What', 'Who', 'Until', 'Signed off']);
		const [first, second] = ilka.model.find(actions)!.parts!.rows.map(({ id }) => id) as [string, string];
		const her = await idOf(owner.name);
		const me = await idOf('Sunniva');
		const signed = (id: string, name: string) => ({ id, name, at: 5 });
		objects(ilka).get(actions)!.set(`fact:${first}:signed`, signed(her, 'Ilka'));
		await until(() => Boolean(sunniva.model.find(actions)?.parts?.facts[first]?.signed), 'it is signed');
		sunniva.doc.transact(() => {
			const map = objects(sunniva).get(actions)!;
			map.delete(`fact:${first}:signed`);
			map.set(`fact:${second}:signed`, signed(her, 'Ilka'));
			map.set(`nodrow:${first}:${her}`, 'Ilka');
			map.set(`fact:${second}:due`, '2027-01-01');
		});
		const isTrue = (client: typeof ilka): boolean => {
			const parts = client.model.find(actions)?.parts;
			return (
				parts?.facts[first]?.signed?.id === her &&
				parts.facts[second]?.signed === undefined &&
				parts.facts[second]?.due === '2027-01-01' &&
				parts.nods[first] === undefined
			);
		};
		await until(() => isTrue(ilka) && isTrue(sunniva), 'only what people said themselves is left');
		objects(sunniva).get(actions)!.set(`fact:${second}:signed`, signed(me, 'Sunniva'));
		await until(() => ilka.model.find(actions)?.parts?.facts[second]?.signed?.id === me, 'she signs herself');
		// With its row a signature goes, whoever removes it.
		removeTrack(sunniva.editContext, sunniva.model, actions, 'row', first);
		await until(() => ilka.model.find(actions)?.parts?.rows.length === 1, 'the row is gone');
		expect(ilka.model.find(actions)!.parts!.facts[first]).toBeUndefined();
		ilka.destroy();
		sunniva.destroy();
	});
});
