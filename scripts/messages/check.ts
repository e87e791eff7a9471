/**
 * Fails where messages are missing in a language, take other values than in English, or are used
 * nowhere.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { BASE, faultsOf, unusedIn } from './compile';
import { readCatalogs } from './files';

function* sourcesIn(folder: string): Generator<string> {
	for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
		if (!entry.isFile() || !/\.(ts|svelte)$/.test(entry.name)) continue;
		if (entry.parentPath.includes('compiled')) continue;
		yield readFileSync(join(entry.parentPath, entry.name), 'utf8');
	}
}

const root = process.cwd();
const catalogs = readCatalogs(root);
const base = catalogs.get(BASE)!;
const faults = [
	...[...catalogs].flatMap(([language, catalog]) => faultsOf(language, catalog, base)),
	...unusedIn(base, sourcesIn(join(root, 'src'))).map((key) => `${key} is used nowhere`),
];
for (const fault of faults) console.error(fault);
if (faults.length > 0) process.exitCode = 1;
