/**
 * Takes libraries of other systems out of what was installed: the runtime of the sentence encoder
 * brings those of all systems along, five times of what this one needs.
 */
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';

const BIN = 'node_modules/onnxruntime-node/bin';
const dirs = (path) =>
	existsSync(path)
		? readdirSync(path, { withFileTypes: true }).flatMap((entry) => (entry.isDirectory() ? [entry.name] : []))
		: [];

for (const api of dirs(BIN))
	for (const platform of dirs(join(BIN, api)))
		for (const arch of dirs(join(BIN, api, platform)))
			if (platform !== process.platform || arch !== process.arch)
				rmSync(join(BIN, api, platform, arch), { recursive: true, force: true });
