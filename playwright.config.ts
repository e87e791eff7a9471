import { defineConfig } from '@playwright/test';

export default defineConfig({
	testDir: 'tests/browser',
	testMatch: '**/*.spec.ts',
	outputDir: 'test-results',
	workers: 2,
	// Each journey has a server and data of its own.
	fullyParallel: true,
	retries: 0,
	timeout: 240_000,
	expect: { timeout: 40_000 },
	use: {
		viewport: { width: 1280, height: 800 },
		locale: 'en-GB',
		actionTimeout: 40_000,
		launchOptions: {
			executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
			args: [
				'--no-sandbox',
				'--disable-gpu',
				'--disable-background-networking',
				'--disable-component-update',
				'--disable-sync',
				// Letters as in a window on a screen: the headless shell would fit them to the
				// pixels.
				'--font-render-hinting=none',
			],
		},
	},
});
