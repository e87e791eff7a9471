import { fileURLToPath } from 'node:url';
import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** Unit tests stand beside their code; server tests need a running PostgreSQL and a build. */
export default defineConfig({
	// State that lives in runes is tested without a page as well.
	plugins: [svelte()],
	resolve: { alias: { $core: at('./src/core'), $lib: at('./src/lib') } },
	test: {
		maxWorkers: 2,
		projects: [
			{
				extends: true,
				test: {
					// Functions of what they are given: they leave nothing behind that others would find.
					name: 'unit-core',
					include: ['{src/core,scripts}/**/*.test.ts'],
					environment: 'node',
					testTimeout: 30_000,
					isolate: false,
				},
			},
			{
				extends: true,
				test: {
					name: 'unit-parts',
					include: ['src/{lib,workers}/**/*.test.ts'],
					environment: 'node',
					testTimeout: 30_000,
				},
			},
			{
				extends: true,
				test: {
					name: 'server',
					include: ['tests/server/**/*.test.ts'],
					environment: 'node',
					testTimeout: 60_000,
					hookTimeout: 120_000,
					// They wait for servers most of the time.
					maxWorkers: 3,
				},
			},
		],
	},
});
