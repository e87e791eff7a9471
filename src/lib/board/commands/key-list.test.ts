import { describe, expect, it, vi } from 'vitest';
import { COMMANDS } from '.';
import { preferences } from '../../ui/preferences.svelte';
import { findKeys, groupOf, keyGroups } from './key-list';

vi.mock('../../ui/toaster', () => ({ toaster: {} }));

describe('the list of keys', () => {
	it('has every command with a key, in a group that was chosen for it', () => {
		const shown = keyGroups(false).flatMap(({ rows }) => rows.map(({ label }) => label));
		for (const { id, label, keys, quiet } of COMMANDS) {
			if (keys.length === 0 || quiet) continue;
			expect(groupOf(id), id).toBeDefined();
			expect(shown, id).toContain(label());
		}
	});

	it('says every thing once', () => {
		const shown = keyGroups(false).flatMap(({ rows }) => rows.map(({ label }) => label));
		expect(shown).toHaveLength(new Set(shown).size);
	});

	it('has copy, cut, paste and the keys of the wayfinder', () => {
		const keys = keyGroups(false).flatMap(({ rows }) => rows.map(({ keys: each }) => each));
		expect(keys).toEqual(expect.arrayContaining(['Ctrl C', 'Ctrl X', 'Ctrl V', 'F2', 'Alt ← → ↑ ↓']));
	});

	it('shows the keys as the person has set them', () => {
		const keysOf = (label: string) =>
			keyGroups(false)
				.flatMap(({ rows }) => rows)
				.find((row) => row.label === label)?.keys;
		expect([keysOf('Nod, or take it back'), keysOf('Duplicate')]).toEqual(['N', 'Ctrl D']);
		preferences.set({ keys: 'modifier' });
		expect([keysOf('Nod, or take it back'), keysOf('Duplicate')]).toEqual(['Ctrl Alt N', 'Ctrl D']);
		preferences.set({ keys: 'off' });
		expect([keysOf('Nod, or take it back'), keysOf('Duplicate')]).toEqual([undefined, 'Ctrl D']);
		preferences.set({ keys: 'single' });
	});

	it('is searched by label, key and what people call it', () => {
		const groups = keyGroups(true);
		const labels = (words: string) =>
			findKeys(groups, words).flatMap(({ rows }) => rows.map((row) => row.label));
		expect(labels('duplic')).toEqual(['Duplicate']);
		expect(labels('⌘ d')).toContain('Duplicate');
		expect(labels('löschen')).toContain('Delete');
		expect(labels('xylophone')).toEqual([]);
	});
});
