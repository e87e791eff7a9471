import { describe, expect, it } from 'vitest';
import { readSettings, SettingsError } from './settings';

const good = { DATABASE_URL: 'postgres://a:b@host/db', WANDTAFEL_SECRET: 'x'.repeat(32) };
const problemsOf = (env: Record<string, string>): string => {
	try {
		readSettings(env);
		return '';
	} catch (error) {
		expect(error).toBeInstanceOf(SettingsError);
		return (error as Error).message;
	}
};

describe('settings', () => {
	it('have defaults for what need not be said', () => {
		expect(readSettings({ ...good, PATH: '/usr/bin', PORT: '' })).toMatchObject({
			HOST: '127.0.0.1',
			PORT: 3000,
		});
	});

	it('are named when missing, bad or unknown, all at once', () => {
		const problems = problemsOf({
			PORT: '70000',
			WANDTAFEL_COLOUR: 'blue',
			ORIGIN: 'nowhere',
			WANDTAFEL_SECRET: 'short',
		});
		for (const name of [
			'DATABASE_URL is missing',
			'PORT',
			'WANDTAFEL_COLOUR is not a setting',
			'ORIGIN',
			'WANDTAFEL_SECRET',
		]) {
			expect(problems).toContain(name);
		}
		expect(problemsOf({ ...good, DATABASE_URL: 'mysql://host' })).toContain('postgres://');
	});
});
