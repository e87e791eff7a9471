/** Measures the search over many boards: 50,000 notes on 500 boards of one person. */
import { plainForm } from '$core/text/search';
import type { TestPerson } from '../../tests/support/people';
import type { TestServer } from '../../tests/support/server';
import { figure, quantile } from './report';

const BOARDS = 500;
const NOTES = 100;
const ASKED = 20;

/** Words of made-up notes; a few stand in very many of them, most in few. */
const COMMON = ['repair', 'café', 'tools', 'people', 'Saturday', 'zu wenig', 'Werkzeug', 'Räume', 'more'];
const STEMS = ['Lampe', 'kettle', 'Stuhl', 'radio', 'Nähmaschine', 'bicycle', 'Fahrrad', 'toaster'];

function noteText(i: number): string {
	const word = (list: readonly string[], by: number): string => list[(i * by) % list.length]!;
	return `${word(COMMON, 7)} ${word(STEMS, 5)} ${word(COMMON, 11)} Halle${(i * 7919) % 9973} needs a hand`;
}

async function fill({ sql }: TestServer, person: string): Promise<void> {
	for (let at = 0; at < BOARDS; at++) {
		const id = `search-${at}`;
		await sql`insert into boards (id, title) values (${id}, ${`Meeting ${at}`})`;
		await sql`insert into memberships (board_id, person_id, role) values (${id}, ${person}, 'owner')`;
		const rows = Array.from({ length: NOTES }, (_, note) => {
			const text = noteText(at * NOTES + note);
			return { board_id: id, object_id: `n${note}`, text, plain: plainForm(text) };
		});
		await sql`insert into board_texts ${sql(rows)}`;
	}
	await sql`analyze`;
}

export async function benchSearch(server: TestServer, owner: TestPerson): Promise<void> {
	const [person] = await server.sql`select id from people where name = 'Bench'`;
	await fill(server, String(person!['id']));
	const cases = {
		'one word in few notes': 'Halle4711',
		'two words': 'toaster Räume',
		'a word in a ninth of all notes': 'repair',
		'a word in all notes': 'hand',
		'inside a word': 'maschin',
		'two letters': 'ha',
		'a word nearly so': 'Nahmaschiene',
	};
	for (const [name, words] of Object.entries(cases)) {
		const took: number[] = [];
		for (let i = 0; i < ASKED; i++) {
			const started = performance.now();
			const response = await owner.request('GET', `/api/search?words=${encodeURIComponent(words)}`);
			const hits = (await response.json()) as unknown[];
			if (!response.ok || hits.length === 0) throw new Error(`${words}: ${response.status}`);
			took.push(performance.now() - started);
		}
		for (const [label, share] of [
			['middle', 0.5],
			['p95', 0.95],
		] as const)
			figure(
				`search, ${name}, ${label}`,
				quantile(took, share),
				'ms',
				`${BOARDS} boards, ${NOTES} notes each`,
			);
	}
}
