/**
 * Measures a server with people on it: edits on their way to others and to "saved", what the server takes for it, and whether
 * anything is lost; and the same people on a relay that does nothing but pass on.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { guest, idOf, makeBoard, makeLink, type TestPerson } from '../../tests/support/people';
import { freePort, type TestServer } from '../../tests/support/server';
import { sitDown, type Person, type Times } from './people';
import { figure, p95, quantile } from './report';

interface Scene {
	label: string;
	boards: number;
	/** On each board. */
	people: number;
	/** Between two notes of one person, ms. */
	every: number;
	seconds: number;
}
const SCENES: Scene[] = [
	{ label: '30 people on one board, a note a second each', boards: 1, people: 30, every: 1000, seconds: 15 },
	{
		label: '100 people on one board, a note in 5 s each, pointers',
		boards: 1,
		people: 100,
		every: 5000,
		seconds: 20,
	},
	{
		label: '20 boards with 10 people each, a note in 2 s each',
		boards: 20,
		people: 10,
		every: 2000,
		seconds: 15,
	},
];
/** How often pointers move, ms. */
const POINTING = 50;
const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** Processor time of a process until now, s, and its memory, MB. */
function costOf(pid: number): { cpu: number; memory: number } {
	const stat = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
	const pages = Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]);
	return { cpu: (Number(stat[11]) + Number(stat[12])) / 100, memory: (pages * 4096) / 2 ** 20 };
}

/** Where people sit: our server, or the bare relay. */
interface BoardPolicy {
	pid: number;
	url: string;
	seats: (
		board: number,
		person: number,
	) => { headers: Record<string, string>; board: string; id: string; name: string };
}

interface Outcome {
	times: Times;
	lost: number;
	/** Processor time an edit, ms. */
	cpu: number;
	memory: number;
	share: number;
}

async function play(scene: Scene, policy: BoardPolicy): Promise<Outcome> {
	const times: Times = { toPeer: [], toSaved: [], written: new Map() };
	const boards: Person[][] = [];
	for (let board = 0; board < scene.boards; board++) {
		const people: Person[] = [];
		for (let i = 0; i < scene.people; i++) {
			const seat = policy.seats(board, i);
			// Each one's notes are timed at the next one's document.
			const watches = policy.seats(board, (i + scene.people - 1) % scene.people).name;
			people.push(await sitDown({ ...seat, url: policy.url, company: scene.people, times, watches }));
		}
		boards.push(people);
	}
	await wait(500);
	const before = costOf(policy.pid);
	const started = performance.now();
	const end = started + scene.seconds * 1000;
	const everybody = boards.flat();
	await Promise.all([
		...everybody.map(async (person, i) => {
			await wait((i * scene.every) / everybody.length);
			while (performance.now() < end) {
				person.write();
				await wait(scene.every);
			}
		}),
		(async () => {
			while (performance.now() < end) {
				for (const person of everybody) person.point();
				await wait(POINTING);
			}
		})(),
	]);
	const took = (performance.now() - started) / 1000;
	const after = costOf(policy.pid);
	await wait(1500);
	let lost = 0;
	boards.forEach((people) => {
		const all = new Set(people.flatMap(({ doc }) => [...doc.getMap('objects').keys()]));
		for (const { doc } of people) lost += all.size - doc.getMap('objects').size;
	});
	const arrived = new Set(everybody.flatMap(({ doc }) => [...doc.getMap('objects').keys()]));
	// Notes of the same name stand on several boards.
	lost += [...times.written.keys()].filter((id) => !arrived.has(id)).length;
	for (const person of everybody) person.leave();
	const cpu = after.cpu - before.cpu;
	const edits = times.toPeer.length;
	return { times, lost, cpu: (cpu * 1000) / edits, memory: after.memory, share: (100 * cpu) / took };
}

function tell(scene: Scene, { times, lost, cpu, memory, share }: Outcome, bare: Outcome): void {
	const { label } = scene;
	figure('edit to peer, p95', p95(times.toPeer), 'ms', label);
	figure('edit to peer, median', quantile(times.toPeer, 0.5), 'ms', label);
	figure('edit to saved, p95', p95(times.toSaved), 'ms', label);
	figure('edit to saved, median', quantile(times.toSaved, 0.5), 'ms', label);
	figure('edits lost', lost, 'edits', label);
	figure('server, processor time an edit', cpu, 'ms', label);
	figure('server, share of a core', share, '%', label);
	figure('server, memory', memory, 'MB', label);
	figure('bare relay, edit to peer, p95', p95(bare.times.toPeer), 'ms', label);
	figure('bare relay, processor time an edit', bare.cpu, 'ms', label);
	figure('server against bare relay, processor time', cpu / bare.cpu, 'times', label);
}

async function startRelay(): Promise<{ child: ChildProcess; url: string }> {
	const port = await freePort();
	const child = spawn(process.execPath, ['build/cli/bench-relay.js', String(port)], {
		stdio: ['ignore', 'pipe', 'inherit'],
	});
	await new Promise<void>((resolve, reject) => {
		child.stdout.once('data', () => resolve());
		child.once('exit', () => reject(new Error('The relay did not start.')));
	});
	return { child, url: `ws://127.0.0.1:${port}` };
}

/** Puts somebody who is known onto another board. */
const addMember = ({ sql }: TestServer, board: string, name: string): Promise<unknown> =>
	sql`insert into memberships (board_id, person_id, role) select ${board}, id, 'editor' from people where name = ${name}`;

export async function benchSync(server: TestServer, owner: TestPerson): Promise<void> {
	const people: TestPerson[] = [];
	for (const scene of SCENES) {
		const boards: string[] = [];
		const ids: string[][] = [];
		for (let b = 0; b < scene.boards; b++) {
			const board = await makeBoard(owner);
			const { token } = await makeLink(owner, board, 'editor');
			for (let i = 0; i < scene.people; i++) {
				const nth = b * scene.people + i;
				// Past the door: as many guests at once from one address are not let in.
				if (people[nth]) await addMember(server, board, `P${nth}`);
				else people[nth] = await guest(server, token, `P${nth}`);
			}
			boards.push(board);
			const mine: string[] = [];
			for (let i = 0; i < scene.people; i++) mine.push(await idOf(owner, board, `P${b * scene.people + i}`));
			ids.push(mine);
		}
		const ours = await play(scene, {
			pid: server.pid(),
			url: `${server.url.replace('http', 'ws')}/sync`,
			seats: (board, i) => ({
				headers: { cookie: people[board * scene.people + i]!.cookie, origin: server.url },
				board: boards[board]!,
				id: ids[board]![i]!,
				name: `P${board * scene.people + i}`,
			}),
		});
		const relay = await startRelay();
		const bare = await play(scene, {
			pid: relay.child.pid!,
			url: relay.url,
			seats: (board, i) => ({
				headers: {},
				board: `b${board}`,
				id: `P${i}`,
				name: `P${board * scene.people + i}`,
			}),
		});
		relay.child.kill();
		tell(scene, ours, bare);
	}
}
