/**
 * Bundles what SvelteKit does not: the server's entry, its worker threads and the shell commands;
 * and lists the pictograms.
 */
import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

const at = (path) => fileURLToPath(new URL(path, import.meta.url));

await build({
	entryPoints: {
		server: at('../server/main.ts'),
		'workers/snapshots': at('../src/workers/snapshots.ts'),
		'workers/summaries': at('../src/workers/summaries.ts'),
		'workers/exports': at('../src/workers/exports.ts'),
		'workers/themes': at('../src/workers/themes.ts'),
		'cli/seed': at('./seed.ts'),
		'cli/migrate': at('./migrate.ts'),
		'cli/themes': at('./themes.ts'),
		'cli/stand-in-model': at('./stand-in-model.ts'),
		'cli/flow': at('./flow.ts'),
		'cli/export': at('./export.ts'),
		'cli/password': at('./password.ts'),
		'cli/archive-schema': at('./archive-schema.ts'),
		'cli/check-messages': at('./messages/check.ts'),
		'cli/bench': at('./bench/run.ts'),
		'cli/bench-relay': at('./bench/relay.ts'),
		'cli/rehearse': at('./rehearse.ts'),
		'cli/screenshots': at('./screenshots.ts'),
	},
	outdir: at('../build'),
	bundle: true,
	platform: 'node',
	format: 'esm',
	target: 'node20',
	packages: 'external',
	alias: { $core: at('../src/core'), $lib: at('../src/lib') },
	// As where the application is built for the server.
	define: { 'import.meta.env.SSR': 'true' },
	logLevel: 'warning',
});

await import('./pictograms/build.mjs');
