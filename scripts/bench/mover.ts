/** Another person who moves notes all the time while frames are measured. */
import { patch } from '$core/board/store';
import { frame, KIND } from '$lib/server/live/frames';
import { createDecoder, readVarString, readVarUint } from 'lib0/decoding';
import { writeUpdate } from 'y-protocols/sync';
import { connect, socketFor } from '../../tests/support/client';
import type { TestPerson } from '../../tests/support/people';
import type { TestServer } from '../../tests/support/server';
import { enter } from './people';

/** Edits made in advance, for as many seconds. */
const SECONDS = 150;
/** Edits that go out at one go. */
const MAX = 3;

/**
 * Prepares another person, who moves a note with every edit. Their edits are made in advance and only
 * sent later: what their own machine would have to do is not what is measured.
 * @returns what starts them, and gives the way to stop them: it says how many edits a second were saved
 */
export async function editing(
	server: TestServer,
	person: TestPerson,
	board: string,
	perSecond: number,
): Promise<() => () => number> {
	const edits = await makeEdits(server, person, board, perSecond * SECONDS);
	const stage = `board/${board}/stage`;
	const socket = socketFor(server, person);
	let saved = 0;
	socket.on('message', (data: Buffer) => {
		const decoder = createDecoder(data);
		if (readVarString(decoder) === stage && readVarUint(decoder) === KIND.syncStatus) saved++;
	});
	await enter(socket, [stage]);
	socket.on('close', (code) => {
		throw new Error(`The server sent the other person away: ${code}.`);
	});
	return () => {
		const start = performance.now();
		let sent = 0;
		const timer = setInterval(() => {
			// What the timer was late for is made up for, a little at a time.
			const due = Math.floor(((performance.now() - start) * perSecond) / 1000);
			for (const end = Math.min(due, sent + MAX); sent < end; sent++) {
				const edit = edits[sent];
				if (!edit)
					throw new Error(`The other person had edits for ${SECONDS} seconds, and more were asked of them.`);
				socket.send(frame(stage, KIND.sync, (encoder) => writeUpdate(encoder, edit)));
			}
		}, 1000 / perSecond);
		return () => {
			clearInterval(timer);
			socket.removeAllListeners('close');
			socket.terminate();
			return (1000 * saved) / (performance.now() - start);
		};
	};
}

/** Edits as they go over the line: one note after the other moves a little. */
async function makeEdits(
	server: TestServer,
	person: TestPerson,
	board: string,
	count: number,
): Promise<Uint8Array[]> {
	const client = await connect(server, person, board);
	const { doc, editContext } = client;
	const notes = [...client.model.objects.values()].filter((object) => object.kind === 'note');
	client.destroy();
	const edits: Uint8Array[] = [];
	doc.on('update', (update: Uint8Array) => edits.push(update));
	for (let at = 0; at < count; at++) {
		const { id, box } = notes[(at * 37) % notes.length]!;
		const [x, y, w, h, angle] = box;
		const moved = [x + (at % 2 ? 6 : -6), y, w, h, angle];
		doc.transact(() => patch(editContext, id, { box: moved }), editContext.origin);
	}
	doc.destroy();
	return edits;
}
