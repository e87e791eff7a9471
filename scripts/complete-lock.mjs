/**
 * Completes package-lock.json after `npm install`: packages for other platforms that the registry in use
 * does not carry are left out by npm, and `npm ci` then refuses the whole file. They are entered by name,
 * version and platform; no machine of another platform is needed, and none of them is fetched on this one.
 */
import { readFileSync, writeFileSync } from 'node:fs';

const OS = [
	'android',
	'darwin',
	'linux',
	'win32',
	'freebsd',
	'netbsd',
	'openbsd',
	'openharmony',
	'sunos',
	'aix',
	'wasi',
];
const CPU = [
	'arm64',
	'x64',
	'ia32',
	'arm',
	'ppc64',
	's390x',
	'riscv64',
	'loong64',
	'mips64el',
	'mipsel',
	'wasm32',
];

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
let added = 0;
for (const [path, entry] of Object.entries(lock.packages)) {
	for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
		const inner = `${path}/node_modules/${name}`;
		const outer = `node_modules/${name}`;
		if (lock.packages[inner] || lock.packages[outer]?.version === version) continue;
		const words = name.split(/[-/]/);
		const os = OS.filter((each) => words.includes(each));
		const cpu = CPU.filter((each) =>
			words.some((word) => word === each || (each === 'arm' && /^arm(v\d|eabi)/.test(word))),
		);
		if (os.length + cpu.length === 0) continue;
		const place = lock.packages[outer] ? inner : outer;
		lock.packages[place] = {
			version,
			...(cpu.length ? { cpu } : {}),
			...(entry.dev ? { dev: true } : {}),
			optional: true,
			...(os.length ? { os } : {}),
		};
		added++;
	}
}
const root = lock.packages[''];
delete lock.packages[''];
lock.packages = {
	'': root,
	...Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => a.localeCompare(b, 'en'))),
};
writeFileSync('package-lock.json', JSON.stringify(lock, null, '\t') + '\n');
console.log(`${added} entries added`);
