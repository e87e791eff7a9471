/** Where messages stand, and where their modules are written. */
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PSEUDO, pseudoOf } from './pseudo';
import { BASE, loadersOf, moduleOf, typesOf, type Catalog } from './compile';

const SOURCE = 'messages';
const COMPILED = 'src/lib/messages/compiled';

/** The messages of every language that has a file, by its tag. */
export function readCatalogs(root: string): Map<string, Catalog> {
	const files = readdirSync(join(root, SOURCE)).filter((file) => file.endsWith('.json'));
	return new Map(
		files.map((file) => [
			file.slice(0, -'.json'.length),
			JSON.parse(readFileSync(join(root, SOURCE, file), 'utf8')) as Catalog,
		]),
	);
}

/** Writes the modules of all languages; files that are right already stay untouched. */
export function writeModules(root: string): void {
	const catalogs = readCatalogs(root);
	const base = catalogs.get(BASE);
	if (!base) throw new Error(`${SOURCE}/${BASE}.json is missing`);
	catalogs.set(PSEUDO, pseudoOf(base));
	const types = "import type { Messages } from './types';\n";
	const files: Record<string, string> = {
		'types.d.ts': typesOf(base),
		'loaders.js': loadersOf([...catalogs.keys()]),
		'loaders.d.ts': `${types}declare const loaders: Record<string, () => Promise<{ default: Messages }>>;\nexport default loaders;\n`,
	};
	for (const [language, catalog] of catalogs) {
		files[`${language}.js`] = moduleOf(language, { ...base, ...catalog });
		files[`${language}.d.ts`] = `${types}declare const messages: Messages;\nexport default messages;\n`;
	}
	mkdirSync(join(root, COMPILED), { recursive: true });
	for (const [name, content] of Object.entries(files)) writeIfOther(join(root, COMPILED, name), content);
}

function writeIfOther(path: string, content: string): void {
	try {
		if (readFileSync(path, 'utf8') === content) return;
	} catch {
		// It is not there yet.
	}
	writeFileSync(path, content);
}
