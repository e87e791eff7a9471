/**
 * `themes FILE.json`: sorts notes from a file into themes and prints the proposal as JSON, nothing
 * else.
 *
 *     --count N      so many themes
 *     --names FILE   themes by name, one a line
 *     --seed FILE    some notes already placed: {"Name of a theme": ["id of a note", ...]}
 *     --deal         deals note by note: each as a line of JSON, answers are read line by line
 */
import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { parseArgs } from 'node:util';
import { z } from 'zod';
import { sortIntoThemes, type NoteText } from '../src/core/themes';
import { placeNotes, type Meanings, type ThemeToFill } from '../src/core/themes/place-notes';
import { PlacingSpace, surenessOf } from '../src/core/themes/placing';
import { encodeTexts } from '../src/workers/model';
import { loadTopics } from '../src/workers/topics';

const notesSchema = z.array(z.object({ id: z.string(), text: z.string() }));
const seedSchema = z.record(z.string().min(1), z.array(z.string()));
const USAGE = './wandtafel themes FILE.json [--count N] [--names FILE] [--seed FILE] [--deal]';

function fail(message: string): never {
	process.stderr.write(message + '\n');
	process.exit(1);
}

function read(path: string): string {
	try {
		return readFileSync(path, 'utf8');
	} catch {
		fail(`${path} cannot be read.`);
	}
}

function readJson<T>(path: string, schema: z.ZodType<T>, form: string): T {
	let json: unknown;
	const text = read(path);
	try {
		json = JSON.parse(text);
	} catch (error) {
		fail(`${path} is not JSON: ${(error as Error).message}`);
	}
	const parsed = schema.safeParse(json);
	if (parsed.success) return parsed.data;
	const issue = parsed.error.issues[0]!;
	fail(`${path} should hold ${form}: ${issue.path.join('.') || 'the whole'}: ${issue.message}`);
}

function readArguments() {
	try {
		return parseArgs({
			allowPositionals: true,
			options: {
				count: { type: 'string' },
				names: { type: 'string' },
				seed: { type: 'string' },
				deal: { type: 'boolean' },
			},
		});
	} catch (error) {
		fail(`${(error as Error).message}\n${USAGE}`);
	}
}

const { positionals, values } = readArguments();
const [path, more] = positionals;
if (path === undefined || more !== undefined) fail(`Name a file: ${USAGE}`);
const count = values.count === undefined ? undefined : Number(values.count);
if (count !== undefined && !(Number.isInteger(count) && count >= 1 && count <= 50))
	fail('--count takes a number from 1 to 50.');
const notes = readJson(path, notesSchema, '[{"id": "...", "text": "..."}]');
const known = new Set(notes.map(({ id }) => id));
if (known.size !== notes.length) fail(`${path} has two notes with the same id.`);
const themes = readThemes();

/** Themes by name, with the notes that were placed in them. */
function readThemes(): ThemeToFill[] {
	const seed =
		values.seed === undefined
			? {}
			: readJson(values.seed, seedSchema, '{"Name of a theme": ["id of a note", ...]}');
	const lines = values.names === undefined ? [] : read(values.names).split('\n');
	const names = [...lines.map((line) => line.trim()).filter(Boolean), ...Object.keys(seed)];
	const placed = Object.values(seed).flat();
	const stranger = placed.find((id) => !known.has(id));
	if (stranger !== undefined) fail(`${values.seed} places "${stranger}", which is no note of ${path}.`);
	if (new Set(placed).size !== placed.length) fail(`${values.seed} places a note twice.`);
	return [...new Set(names)].map((name) => ({ name, noteIds: seed[name] ?? [] }));
}

// Libraries of the encoder may print; standard output is for the proposal alone.
const print = process.stdout.write.bind(process.stdout);
process.stdout.write = process.stderr.write.bind(process.stderr) as typeof process.stdout.write;
const line = (value: unknown): void => void print(JSON.stringify(value) + '\n');

let vectors: Float32Array[] | undefined;
try {
	vectors = await encodeTexts(notes.map((note) => note.text));
} catch (error) {
	process.stderr.write(`No sentence vectors, words alone decide: ${String(error)}\n`);
}
const topics = vectors && (await loadTopics());
const space = vectors && new PlacingSpace(vectors, topics);

async function place(among: readonly ThemeToFill[], last?: string) {
	const meanings: Meanings | undefined = vectors && {
		notes: vectors,
		names: await encodeTexts(among.map(({ name }) => name)),
		topics,
	};
	return placeNotes(notes, among, meanings, { last, space });
}

if (values.deal) await deal();
else if (themes.length > 0) line(await fromNames());
else {
	const { doubles, left, themes: found } = sortIntoThemes(notes, { vectors, topics, count });
	line({ themes: found.map(({ name, noteIds }) => ({ name, noteIds })), left, doubles });
}
print('', () => process.exit(0));

/** Notes fall in place where that is likely; for all others the likeliest themes are told. */
async function fromNames() {
	const { placings, order } = await place(themes);
	const filled = themes.map(({ name, noteIds }) => ({ name, noteIds: [...noteIds] }));
	const left: string[] = [];
	const likeliest: Record<string, string[]> = {};
	for (const i of [...order].sort((a, b) => a - b)) {
		const { id } = notes[i]!;
		likeliest[id] = placings[i]!.ranked.slice(0, 3).map((t) => themes[t]!.name);
		if (surenessOf(placings[i]!) === 'doubtful') left.push(id);
		else filled[placings[i]!.ranked[0]!]!.noteIds.push(id);
	}
	return { themes: filled, left, doubles: [], likeliest };
}

/**
 * Asks about one note after the other. An answer is the name of a theme, new ones too, or its
 * number among those told as the likeliest; nothing takes the first, `0` puts the note aside, `-`
 * takes the last answer back. At the end of the answers what was sorted is printed.
 */
async function deal(): Promise<void> {
	const sorted = themes.map(({ name, noteIds }) => ({ name, noteIds: [...noteIds] }));
	const aside = new Set<string>();
	const answers = createInterface({ input: process.stdin })[Symbol.asyncIterator]();
	const history: { note: NoteText; takeBack: () => void }[] = [];
	for (;;) {
		const last = history.at(-1)?.note.id;
		const { placings, order } = await place(sorted, last);
		const next = order.find((i) => !aside.has(notes[i]!.id));
		if (next === undefined) break;
		const note = notes[next]!;
		const likeliest = placings[next]!.ranked.slice(0, 3).map((t) => sorted[t]!.name);
		line({ note: note.id, text: note.text, likeliest, left: order.length - aside.size });
		const { value, done } = await answers.next();
		if (done) break;
		const answer = value.trim();
		if (answer === '-') {
			history.pop()?.takeBack();
			continue;
		}
		if (answer === '0') {
			aside.add(note.id);
			history.push({ note, takeBack: () => aside.delete(note.id) });
			continue;
		}
		const name = answer === '' ? likeliest[0] : (likeliest[Number(answer) - 1] ?? answer);
		if (name === undefined) {
			process.stderr.write('There is no theme yet: give it a name.\n');
			continue;
		}
		const isNew = !sorted.some((theme) => theme.name === name);
		if (isNew) sorted.push({ name, noteIds: [] });
		const theme = sorted.find((each) => each.name === name)!;
		theme.noteIds.push(note.id);
		history.push({
			note,
			takeBack: () => {
				theme.noteIds.pop();
				if (isNew) sorted.splice(sorted.indexOf(theme), 1);
			},
		});
	}
	const placed = new Set(sorted.flatMap(({ noteIds }) => noteIds));
	line({ themes: sorted, left: notes.map(({ id }) => id).filter((id) => !placed.has(id)), doubles: [] });
}
