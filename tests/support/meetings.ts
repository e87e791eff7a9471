/** A board in the middle of a meeting, for tests of steps: people in it through websockets, and whoever leads it. */
import { expect } from 'vitest';
import { addStep, newStep, readSession, type Step } from '$core/meeting/runsheet';
import { connect, saved, type TestClient } from './client';
import { makeBoard, type TestPerson } from './people';
import type { TestServer } from './server';

/** A board with a field, and a run sheet of one step of each sort. */
export interface Meeting {
	board: string;
	field: string;
	stage: TestClient;
	session: TestClient;
}

/** Makes meetings of one owner on one server; `end` closes every connection that was opened. */
export class Meetings {
	private readonly open: TestClient[] = [];

	constructor(
		private readonly server: TestServer,
		private readonly owner: TestPerson,
	) {}

	async through(who: TestPerson, board: string, layer = 'stage'): Promise<TestClient> {
		const client = await connect(this.server, who, board, layer);
		this.open.push(client);
		return client;
	}

	async room(): Promise<Meeting> {
		const board = await makeBoard(this.owner, 'idea-round');
		const stage = await this.through(this.owner, board);
		const session = await this.through(this.owner, board, 'session');
		const field = [...stage.model.fields][0]!;
		const steps: Partial<Step>[] = [
			{ id: 'watch', may: 'watch' },
			{ id: 'line', kind: 'gather', may: 'line', field },
			{ id: 'own', may: 'own' },
			{ id: 'nod', may: 'nod' },
			{ id: 'free', may: 'everything' },
			{ id: 'silent', kind: 'gather', may: 'line', field, silent: true },
		];
		for (const step of steps)
			addStep(
				session.doc,
				newStep({ title: step.id!, minutes: 5, kind: 'discuss', ...step, id: step.id! }),
				readSession(session.doc).steps.at(-1)?.id,
			);
		await saved(session);
		return { board, field, stage, session };
	}

	lead(board: string, order: object, who = this.owner): Promise<Response> {
		return who.request('POST', `/api/boards/${board}/session`, order);
	}

	async start(board: string, step: string): Promise<void> {
		expect((await this.lead(board, { do: 'start', step })).status).toBe(200);
	}

	end(): void {
		for (const client of this.open) client.destroy();
	}
}
