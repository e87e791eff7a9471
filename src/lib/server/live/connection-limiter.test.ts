import type { IncomingMessage } from 'node:http';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Document } from '@hocuspocus/server';
import * as Y from 'yjs';
import { addObject, removeObjects, setText } from '$core/board/ops/edits';
import { noteAt, testBoard } from '$core/board/testing';
import { addressOf, ConnectionLimiter } from './connection-limiter';
import { Fullness } from './fullness';

beforeEach(() => {
	vi.stubEnv('DATABASE_URL', 'postgres://x@localhost/x');
	vi.stubEnv('WANDTAFEL_SECRET', 'a-secret-for-tests-of-at-least-32-characters');
	vi.stubEnv('WANDTAFEL_CONNECTIONS_PER_ADDRESS', '3');
	vi.stubEnv('WANDTAFEL_LARGEST_DOCUMENT_MB', '0.02');
});
afterEach(() => vi.unstubAllEnvs());

const from = (forwarded?: string | string[]): IncomingMessage =>
	({
		socket: { remoteAddress: '10.0.0.1' },
		headers: forwarded === undefined ? {} : { 'x-forwarded-for': forwarded },
	}) as unknown as IncomingMessage;

describe('where a connection comes from', () => {
	it('is its own address, unless a proxy that is trusted says another', () => {
		expect(addressOf(from('192.0.2.7'))).toBe('10.0.0.1');
		vi.stubEnv('ADDRESS_HEADER', 'X-Forwarded-For');
		expect(addressOf(from('192.0.2.7'))).toBe('192.0.2.7');
		expect(addressOf(from('6.6.6.6, 192.0.2.7'))).toBe('192.0.2.7');
		vi.stubEnv('XFF_DEPTH', '2');
		expect(addressOf(from(['6.6.6.6', '192.0.2.7, 10.9.9.9']))).toBe('192.0.2.7');
		// Fewer than there ought to be: nobody who counts has written it.
		expect(addressOf(from('192.0.2.7'))).toBe('10.0.0.1');
		expect(addressOf(from())).toBe('10.0.0.1');
	});
});

describe('limiter', () => {
	it('count by address and by person, and let the same one go once', () => {
		const limiter = new ConnectionLimiter();
		const ways = ['a', 'b', 'c'].map((person) => limiter.enter('192.0.2.1', person)!);
		expect(limiter.hasRoom('192.0.2.1')).toBe(false);
		expect(limiter.enter('192.0.2.1', 'd')).toBeUndefined();
		ways[0]!();
		ways[0]!();
		expect(limiter.enter('192.0.2.1', 'd')).toBeDefined();
		expect(limiter.enter('192.0.2.1', 'e')).toBeUndefined();
		let mine = 0;
		while (limiter.enter(`198.51.100.${mine}`, 'one')) mine++;
		expect(mine).toBe(40);
		expect(limiter.enter('203.0.113.1', 'another')).toBeDefined();
	});
});

describe('how full a document is', () => {
	it('is what stands in it, not what was ever written; taking away always has room', () => {
		const { doc, model, editContext, sheet } = testBoard();
		// As on the server, where nobody keeps what was deleted for an undo.
		const document = new Y.Doc() as unknown as Document;
		Y.applyUpdate(document, Y.encodeStateAsUpdate(doc));
		const fullness = new Fullness();
		fullness.noteLoaded(document, Y.encodeStateAsUpdate(doc).length);
		let isTaken = true;
		doc.on('update', (update: Uint8Array) => {
			isTaken = fullness.takes(document, update, Y.decodeUpdate(update).structs.length > 0);
			if (isTaken) Y.applyUpdate(document, update);
		});
		// One text that is written over and over takes no more room than it has.
		const id = addObject(editContext, model, noteAt(sheet, 0, 0, 'x'));
		for (let i = 0; i < 50; i++) {
			setText(editContext, id, `${i} ${'long '.repeat(100)}`);
			expect(isTaken).toBe(true);
		}
		const ids: string[] = [];
		while (isTaken && ids.length < 500)
			ids.push(addObject(editContext, model, noteAt(sheet, 0, 0, `${'many '.repeat(40)}`)));
		expect(ids.length).toBeGreaterThan(10);
		expect(ids.length).toBeLessThan(100);
		removeObjects(editContext, model, ids);
		expect(isTaken).toBe(true);
		addObject(editContext, model, noteAt(sheet, 0, 0, 'room again'));
		expect(isTaken).toBe(true);
	});
});
