/** Puts generated boards into a database, owned by the person who measures. */
import * as Y from 'yjs';
import type postgres from 'postgres';
import { generateBoard } from '$core/board/generate';
import type { EditContext } from '$core/board/store';
import { BoardModel } from '$core/board/model/model';

/** Makes a board of `count` objects in one snapshot-sized update. Returns its id. */
export async function largeBoard(sql: postgres.Sql, owner: string, count: number): Promise<string> {
	const doc = new Y.Doc();
	const model = new BoardModel(doc);
	const [person] = await sql`select id from people where name = ${owner}`;
	let id = 0;
	const editContext: EditContext = {
		doc,
		person: { id: person!['id'] as string, name: owner },
		origin: 'bench',
		now: () => Date.now(),
		newId: () => `b${id++}`,
	};
	generateBoard(editContext, model, count);
	const board = `bench-${count}-${Math.random().toString(36).slice(2, 8)}`;
	await sql`insert into boards (id, title) values (${board}, ${`${count} objects`})`;
	await sql`insert into memberships (board_id, person_id, role) values (${board}, ${editContext.person.id}, 'owner')`;
	await sql`insert into updates (board_id, document, person_id, data)
		values (${board}, ${`board/${board}/stage`}, ${editContext.person.id}, ${Buffer.from(Y.encodeStateAsUpdate(doc))})`;
	return board;
}
