/** Fails where a source file is longer than it may be: one thing, one place. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const MAX_LINES = 400;
const FOLDERS = ['src', 'server', 'scripts', 'tests'];
const isSource = (file) => /\.(ts|svelte|js|mjs|cjs|sh|css)$/.test(file) && !file.includes('/compiled/');

const sources = FOLDERS.flatMap((folder) =>
	readdirSync(folder, { recursive: true }).map((file) => join(folder, file)),
).filter(isSource);
for (const file of sources) {
	const lines = readFileSync(file, 'utf8').split('\n').length - 1;
	if (lines <= MAX_LINES) continue;
	console.error(`${file} has ${lines} lines, more than ${MAX_LINES}`);
	process.exitCode = 1;
}
