/** Sorting with the encoder that ships: held against what the notes of the demo are about. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { adjustedRandIndex } from '../../src/core/themes/agreement';
import { DEMO_NOTES } from '../../scripts/demo/notes';
import { run } from '../support/server';

const file = (content: string): string => {
	const path = join(mkdtempSync(join(tmpdir(), 'themes-')), 'notes.json');
	writeFileSync(path, content);
	return path;
};

describe('the themes command', () => {
	it('agrees well with people about the notes of the demo, and prints nothing else', async () => {
		const notes = DEMO_NOTES.map((note, i) => ({ id: `n${i}`, text: note.text }));
		const { out, code } = await run('build/cli/themes.js', [file(JSON.stringify(notes))], {});
		expect(code).toBe(0);
		const proposal = JSON.parse(out) as {
			themes: { name: string; noteIds: string[] }[];
			left: string[];
			doubles: string[][];
		};
		const found = notes.map(({ id }) =>
			String(proposal.themes.findIndex((theme) => theme.noteIds.includes(id))),
		);
		const meant = DEMO_NOTES.map((note, i) => (note.about === 'none' ? `none${i}` : note.about));
		expect(
			adjustedRandIndex(
				meant,
				found.map((label, i) => (label === '-1' ? `left${i}` : label)),
			),
		).toBeGreaterThan(0.5);
		const names = proposal.themes.map((theme) => theme.name);
		expect(new Set(names).size).toBe(names.length);
		expect(names).toContain('Spare parts');
		expect(proposal.doubles.map((pair) => pair.map((id) => notes[Number(id.slice(1))]!.text))).toContainEqual(
			['Show the waiting time on a board at the door', 'Show the waiting time on a screen by the door'],
		);
	});

	it.each([
		['[{"id": 1}]', 'should hold'],
		['not json', 'is not JSON'],
		['[{"id":"a","text":"x"},{"id":"a","text":"y"}]', 'two notes with the same id'],
	])('says what is wrong with %s', async (content, message) => {
		const { out, err, code } = await run('build/cli/themes.js', [file(content)], {});
		expect(code).toBe(1);
		expect(out).toBe('');
		expect(err).toContain(message);
	});

	it('takes an empty list', async () => {
		const { out } = await run('build/cli/themes.js', [file('[]')], {});
		expect(JSON.parse(out)).toEqual({ themes: [], left: [], doubles: [] });
	});
});
