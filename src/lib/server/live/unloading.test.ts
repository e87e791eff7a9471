import { Hocuspocus, type Document } from '@hocuspocus/server';
import { describe, expect, it } from 'vitest';
import { keepSuccessor } from './unloading';

describe('a document that leaves memory a second time', () => {
	it('does not take along what was loaded under its name meanwhile', async () => {
		const hub: Hocuspocus = new Hocuspocus({
			quiet: true,
			beforeUnloadDocument: async (payload) => {
				await Promise.resolve();
				keepSuccessor(hub.documents, payload);
			},
		});
		const open = (): Promise<Document> =>
			hub.createDocument('board', {}, 'test', { isAuthenticated: true, readOnly: false }, {});
		const first = await open();
		await hub.unloadDocument(first);
		expect(hub.documents.has('board')).toBe(false);
		const second = await open();
		await hub.unloadDocument(first);
		expect(hub.documents.get('board')).toBe(second);
		await hub.unloadDocument(second);
		expect(hub.documents.has('board')).toBe(false);
	});
});
