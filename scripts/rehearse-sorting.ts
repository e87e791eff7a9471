/**
 * `rehearse --sort [--people N] [--notes N]`: everybody sorts at once. First in time of its own,
 * for twenty seeds; then on a real server, each person through the same routes as the interface,
 * with 1.6 s for a note and one mistake in ten.
 */
import { addStep, newStep } from '$core/meeting/runsheet';
import type { ShownRound } from '$core/contract/sorting-round';
import { median } from '$core/decide/count';
import { randomFrom, type Random } from '$core/rehearsal/random';
import { answerOf, rehearseRound, themeMeant, type RoundRehearsal } from '$core/rehearsal/sorting';
import { connect, saved, type TestClient } from '../tests/support/client';
import { guest, idOf, makeBoard, makeLink, type TestPerson } from '../tests/support/people';
import type { TestServer } from '../tests/support/server';

const THEMES = 8;
const SECONDS_PER_NOTE = 1.6;
const MISTAKES = 0.1;
const SEEDS = 20;
/** Larger rooms take long to play; fewer seeds tell as much. */
const seedsFor = (notes: number): number => (notes > 200 ? 3 : SEEDS);
/** How long somebody waits who has nothing to do, before they ask again, ms. */
const IDLE_MS = 500;

const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
const percent = (share: number): string => `${(share * 100).toFixed(1)} %`;

interface Terms {
	people: number;
	notes: number;
	say: (text: string) => void;
}

/** Returns how much went wrong. */
export async function rehearseSorting(
	server: TestServer,
	owner: TestPerson,
	{ people, notes, say }: Terms,
): Promise<number> {
	const terms: RoundRehearsal = {
		people,
		notes,
		themes: THEMES,
		secondsPerNote: SECONDS_PER_NOTE,
		mistakes: MISTAKES,
	};
	const rounds = Array.from({ length: seedsFor(notes) }, (_, i) => rehearseRound(terms, randomFrom(i + 1)));
	say(
		`${people} people, ${notes} notes, ${seedsFor(notes)} seeds, medians: through in ` +
			`${median(rounds.map(({ seconds }) => seconds)).toFixed(1)} s, as meant ` +
			`${percent(median(rounds.map(({ asMeant }) => asMeant)))}, disputed ` +
			`${percent(median(rounds.map(({ disputed }) => disputed)))}`,
	);
	return sortOnServer(server, owner, terms, say);
}

/** What one person does, until nothing is left. */
interface Sorter {
	who: TestPerson;
	client: TestClient;
	random: Random;
}

async function sortOnServer(
	server: TestServer,
	owner: TestPerson,
	terms: RoundRehearsal,
	say: (text: string) => void,
): Promise<number> {
	const board = await makeBoard(owner);
	const path = `/api/boards/${board}/sorting-round`;
	const stage = await connect(server, owner, board);
	const session = await connect(server, owner, board, 'session');
	const numberOf = new Map<string, number>();
	for (let i = 0; i < terms.notes; i++) numberOf.set(stage.write(`${themeMeant(i, THEMES)} note ${i}`), i);
	addStep(
		session.doc,
		newStep({ id: 'sort', title: 'Sort', kind: 'sort', minutes: 10, together: true }),
		undefined,
	);
	await Promise.all([saved(stage), saved(session)]);
	const { token } = await makeLink(owner, board, 'editor');
	const sorters: Sorter[] = [];
	for (let i = 0; i < terms.people; i++) {
		const who = await guest(server, token, `Person ${i}`);
		const presence = { person: await idOf(who, board, who.name), name: who.name };
		const client = await connect(server, who, board, 'stage', 'cookie', presence);
		sorters.push({ who, client, random: randomFrom(i + 1) });
	}
	await owner.request('POST', `/api/boards/${board}/session`, { do: 'start', step: 'sort' });
	const read = async (who: TestPerson): Promise<ShownRound> =>
		((await (await who.request('GET', path)).json()) as { round: ShownRound }).round;
	const { run } = await read(owner);
	for (let t = 0; t < THEMES; t++) await owner.request('POST', path, { do: 'name', run, name: `t${t}` });
	const latencies: number[] = [];
	let failed = 0;
	const began = performance.now();

	async function sortOn({ who, random }: Sorter): Promise<void> {
		let round = await read(who);
		while (round.progress.open > 0) {
			const next = round.deal[0];
			if (!next) {
				await wait(IDLE_MS);
				round = await read(who);
				continue;
			}
			await wait(SECONDS_PER_NOTE * 1000 * (0.8 + 0.4 * random()));
			const name = answerOf(numberOf.get(next.note)!, terms, random);
			const theme = round.themes.find((each) => each.name === name)!.id;
			const asked = performance.now();
			const answer = await who.request('POST', path, { do: 'answer', run, note: next.note, theme });
			latencies.push(performance.now() - asked);
			if (answer.ok) ({ round } = (await answer.json()) as { round: ShownRound });
			else failed++;
			if (!answer.ok) round = await read(who);
		}
	}
	await Promise.all(sorters.map(sortOn));
	const seconds = (performance.now() - began) / 1000;
	const { led, progress } = await read(owner);
	const asMeant = led!.outcome.themes.reduce(
		(sum, { name, noteIds }) =>
			sum + noteIds.filter((id) => themeMeant(numberOf.get(id)!, THEMES) === name).length,
		0,
	);
	latencies.sort((a, b) => a - b);
	const at = (share: number): string => latencies[Math.floor((latencies.length - 1) * share)]!.toFixed(0);
	say(
		`on a server: through in ${seconds.toFixed(1)} s, as meant ${percent(asMeant / terms.notes)}, disputed ` +
			`${progress.disputed}, alpha ${led!.agreement?.toFixed(2) ?? '-'}; ${latencies.length} answers, ` +
			`median ${at(0.5)} ms, 95 % ${at(0.95)} ms, longest ${at(1)} ms; ${failed} failed`,
	);
	for (const { client } of sorters) client.destroy();
	stage.destroy();
	session.destroy();
	return failed + progress.open;
}
