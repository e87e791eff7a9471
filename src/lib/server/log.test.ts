import { describe, expect, it } from 'vitest';
import { loggedError } from './log';

describe('what of an error is logged', () => {
	it('is its kind, its words, its code and its place', () => {
		const logged = loggedError(Object.assign(new TypeError('The disk is full'), { code: 'ENOSPC' }));
		expect(logged).toMatchObject({ type: 'TypeError', message: 'The disk is full', code: 'ENOSPC' });
		expect(logged.stack).toContain('log.test.ts');
	});

	it('is never what it was about', () => {
		const secret = 'The roof leaks over bench three';
		const cause = Object.assign(new Error('violates not-null constraint'), {
			detail: secret,
			parameters: [secret],
		});
		const error = new Error(`Failed query: insert into x values ($1)\nparams: ${secret}`, { cause });
		Object.assign(error, { query: 'insert', params: [secret] });
		const logged = JSON.stringify(loggedError(error));
		expect(logged).not.toContain('roof');
		expect(logged).toContain('violates not-null constraint');
		expect(loggedError(`thrown: ${secret}`)).toEqual({ type: 'string', message: 'not an error' });
	});
});
