/** Fails when the tables in the code differ from what the checked-in migrations make. */
import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';

const work = mkdtempSync(join(tmpdir(), 'migrations-'));
try {
	cpSync('drizzle', join(work, 'drizzle'), { recursive: true });
	const config = join(work, 'drizzle.config.json');
	const out = relative(process.cwd(), join(work, 'drizzle'));
	writeFileSync(
		config,
		JSON.stringify({ dialect: 'postgresql', schema: './src/lib/server/db/schema.ts', out }),
	);
	const count = () => readdirSync(join(work, 'drizzle')).filter((name) => name.endsWith('.sql')).length;
	const before = count();
	execFileSync('npx', ['--no-install', 'drizzle-kit', 'generate', '--config', config], { stdio: 'inherit' });
	if (count() !== before) {
		console.error('The tables have changed: make a migration with npx drizzle-kit generate.');
		process.exit(1);
	}
} finally {
	rmSync(work, { recursive: true, force: true });
}
