/**
 * `rehearse --sort`: everybody sorts, see rehearse-sorting.ts.
 * `rehearse [--people N] [--minutes N] [--seed N] [--speed N]`: a whole session with a simulated team on a server and a database of its
 * own, led by this script through the same routes as the interface. Ends with a count of what was written and cast, of what is there, and of
 * losses; any loss is a failure.
 */
import { parseArgs } from 'node:util';
import { objectsOf } from '$core/board/document';
import { readSession, type Step } from '$core/meeting/runsheet';
import { silencesIn } from '$core/meeting/silence';
import { Team } from '$lib/rehearsal/team';
import * as Y from 'yjs';
import { facilitator, makeLink, type TestPerson } from '../tests/support/people';
import { startServer } from '../tests/support/server';
import { rehearseSorting } from './rehearse-sorting';

const { values } = parseArgs({
	options: {
		people: { type: 'string' },
		minutes: { type: 'string', default: '5' },
		seed: { type: 'string', default: '1' },
		speed: { type: 'string', default: '4' },
		sort: { type: 'boolean', default: false },
		notes: { type: 'string', default: '60' },
	},
});
// A room that sorts at once is a smaller one.
const usual = values.sort ? '8' : '30';
const given = [values.people ?? usual, values.minutes, values.seed, values.speed, values.notes].map(Number);
const [people, minutes, seed, speed, notes] = given as [number, number, number, number, number];
if (!given.every((value) => Number.isFinite(value) && value > 0)) {
	process.stderr.write(
		'rehearse takes --people, --minutes, --seed, --speed and --notes, each with a number above 0.\n',
	);
	process.exit(1);
}
const say = (text: string): void => void process.stdout.write(`${text}\n`);
const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

const server = await startServer();
let lost: number;
try {
	const owner = await facilitator(server, 'Ilka');
	lost = values.sort ? await rehearseSorting(server, owner, { people, notes, say }) : await rehearse(owner);
} finally {
	await server.stop();
}
process.exit(lost === 0 ? 0 : 1);

async function documentOf(owner: TestPerson, board: string, layer: string): Promise<Y.Doc> {
	const answer = await owner.request('GET', `/api/boards/${board}/live/${layer}`);
	const doc = new Y.Doc();
	Y.applyUpdateV2(doc, new Uint8Array(await answer.arrayBuffer()));
	return doc;
}

/** Leads a session; returns how much was lost. */
async function rehearse(owner: TestPerson): Promise<number> {
	const made = await owner.request('POST', '/api/boards', {
		start: 'recipe',
		recipe: 'idea-round',
		people,
		minutes: 30,
	});
	const { id: board } = (await made.json()) as { id: string };
	const { token } = await makeLink(owner, board, 'editor');
	const problems: string[] = [];
	const where = { base: server.url, origin: server.url, board, token, language: 'en' as const };
	const team = new Team(people, seed, where, speed, (error) => problems.push(String(error)));
	await team.start();
	const { steps } = readSession(await documentOf(owner, board, 'session'));
	const whole = steps.reduce((sum, step) => sum + step.minutes, 0);
	const lead = (order: object): Promise<Response> =>
		owner.request('POST', `/api/boards/${board}/session`, order);
	let vote: string | undefined;
	for (const step of steps) {
		say(`${step.title}: ${Math.round((step.minutes / whole) * minutes * 60)} s`);
		await lead({ do: 'start', step: step.id });
		if (step.kind === 'vote') vote = await beginVote(owner, board);
		await wait((step.minutes / whole) * minutes * 60_000);
		if (step.silent) await revealAll(owner, board, step);
	}
	await lead({ do: 'end' });
	// Notes of those who came after the reveal are on their way.
	await team.end();
	await revealRest(owner, board);
	return count(owner, board, team, vote, problems);
}

async function beginVote(owner: TestPerson, board: string): Promise<string> {
	const objects = [...objectsOf(await documentOf(owner, board, 'stage'))]
		.filter(([, map]) => map.get('kind') === 'note')
		.map(([id]) => id)
		.slice(0, 60);
	const begun = await owner.request('POST', `/api/boards/${board}/votes`, {
		terms: { method: 'dots', question: 'What do we try first?', each: 5, most: 3 },
		objects,
	});
	return ((await begun.json()) as { id: string }).id;
}

async function revealAll(owner: TestPerson, board: string, step: Step): Promise<void> {
	const silence = silencesIn(await documentOf(owner, board, 'session')).find((each) => each.step === step.id);
	if (silence)
		await owner.request('POST', `/api/boards/${board}/session`, {
			do: 'reveal',
			run: silence.run,
			all: true,
			names: true,
		});
}

async function revealRest(owner: TestPerson, board: string): Promise<void> {
	for (const { run } of silencesIn(await documentOf(owner, board, 'session')))
		await owner.request('POST', `/api/boards/${board}/session`, {
			do: 'reveal',
			run,
			all: true,
			names: true,
		});
	await wait(1500);
}

async function count(
	owner: TestPerson,
	board: string,
	team: Team,
	vote: string | undefined,
	problems: readonly string[],
): Promise<number> {
	const there = new Set(objectsOf(await documentOf(owner, board, 'stage')).keys());
	const written = team.people.flatMap(({ tally }) => [...tally.notes, ...tally.silent]);
	const missing = written.filter((id) => !there.has(id));
	const cast = team.people.reduce((sum, { tally }) => sum + tally.ballots, 0);
	let counted = 0;
	if (vote) {
		const orders = await owner.request('POST', `/api/boards/${board}/votes/${vote}`, { do: 'close' });
		if (!orders.ok) problems = [...problems, 'the vote could not be closed'];
		const shown = (await (await owner.request('GET', `/api/boards/${board}/votes/${vote}`)).json()) as {
			turnout: { voted: number };
		};
		counted = shown.turnout.voted;
	}
	const losses = missing.length + (cast - counted);
	for (const problem of problems) say(`stumbled: ${problem}`);
	say(
		`${people} people, ${minutes} minutes: ${written.length} notes written, ${written.length - missing.length} there; ` +
			`${cast} ballots cast, ${counted} counted; ${losses} lost, ${problems.length} stumbled`,
	);
	return losses + problems.length;
}
