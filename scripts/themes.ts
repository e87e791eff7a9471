/** `themes FILE.json`: sorts notes from a file into themes and prints the proposal as JSON, nothing else. */
import { readFileSync } from 'node:fs';
import { z } from 'zod';
import { sortIntoThemes } from '../src/core/themes';
import { encodeTexts } from '../src/workers/model';

const notesSchema = z.array(z.object({ id: z.string(), text: z.string() }));

function fail(message: string): never {
	process.stderr.write(message + '\n');
	process.exit(1);
}

const path = process.argv[2];
if (!path) fail('Name a file: ./wandtafel themes FILE.json');
let text: string;
try {
	text = readFileSync(path, 'utf8');
} catch {
	fail(`${path} cannot be read.`);
}
let json: unknown;
try {
	json = JSON.parse(text);
} catch (error) {
	fail(`${path} is not JSON: ${(error as Error).message}`);
}
const parsed = notesSchema.safeParse(json);
if (!parsed.success) {
	const issue = parsed.error.issues[0]!;
	fail(
		`${path} should hold [{"id": "...", "text": "..."}]: ${issue.path.join('.') || 'the whole'}: ${issue.message}`,
	);
}
const notes = parsed.data;
if (new Set(notes.map((note) => note.id)).size !== notes.length)
	fail(`${path} has two notes with the same id.`);

// Libraries of the encoder may print; standard output is for the proposal alone.
const print = process.stdout.write.bind(process.stdout);
process.stdout.write = process.stderr.write.bind(process.stderr) as typeof process.stdout.write;
let vectors: Float32Array[] | undefined;
try {
	vectors = await encodeTexts(notes.map((note) => note.text));
} catch (error) {
	process.stderr.write(`No sentence vectors, words alone decide: ${String(error)}\n`);
}
print(JSON.stringify(sortIntoThemes(notes, { vectors, topics })) + '\n', () => process.exit(0));
