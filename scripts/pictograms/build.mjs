/**
 * Makes the list of pictograms from data packages: names, words to find them by, and the paths of
 * line drawings. It is part of the build; the server reads its result.
 *
 * words.json has the words that the makers of the line drawings give them (ISC licence, as the
 * drawings have).
 */
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const require = createRequire(import.meta.url);
/** Path data of a basic SVG shape. The package is CommonJS whose export is the function itself. */
const elementToPath = require('element-to-path');
const here = dirname(fileURLToPath(import.meta.url));
const root = join(here, '../..');
const folderOf = (name) => join(root, 'node_modules', name);
const readJson = (...path) => JSON.parse(readFileSync(join(...path), 'utf8'));

/** @returns {{ name: string; words: string; d: string }[]} */
function lineDrawings() {
	const words = readJson(here, 'words.json');
	const folder = join(folderOf('@lucide/svelte'), 'dist/icons');
	return readdirSync(folder)
		.filter((file) => file.endsWith('.svelte'))
		.flatMap((file) => {
			const [, json] = readFileSync(join(folder, file), 'utf8').match(/const iconData = (\{.*\});/) ?? [];
			// Other names of a drawing have no data of their own.
			if (json === undefined) return [];
			const { name, node } = JSON.parse(json);
			const d = node
				.map(([tag, attributes]) =>
					tag === 'path' ? (attributes.d ?? '') : elementToPath({ name: tag, attributes }),
				)
				// A path of its own may start with a relative move: joined to another, it would
				// count from there.
				.map((path) => (path.startsWith('m') ? `M0 0${path}` : path))
				.join('');
			return { name, words: words[name] ?? '', d };
		});
}

/**
 * Emoji of a single character, in the order of the Unicode list; flags and combinations are left
 * out.
 * @returns {{ name: string; label: string; words: string; code: number }[]}
 */
function emoji() {
	const names = readJson(folderOf('unicode-emoji-json'), 'data-by-emoji.json');
	const words = readJson(folderOf('emojilib'), 'dist', 'emoji-en-US.json');
	return Object.entries(names).flatMap(([sign, { name, slug, group }]) => {
		const codes = [...sign].map((char) => char.codePointAt(0)).filter((code) => code !== 0xfe0f);
		if (codes.length !== 1) return [];
		const known = [...(words[sign] ?? []), group].flatMap((each) => each.toLowerCase().split(/[\s_&]+/));
		const label = name.toLowerCase();
		return { name: `emoji-${slug}`, label, words: known.filter(Boolean).join(' '), code: codes[0] };
	});
}

const lines = lineDrawings();
if (lines.length < 1000) throw new Error(`only ${lines.length} line drawings were found`);
mkdirSync(join(root, 'build'), { recursive: true });
writeFileSync(join(root, 'build/pictograms.json'), JSON.stringify({ lines, emoji: emoji() }));
