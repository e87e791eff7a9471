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
		// The heading that the notes about spare parts fit under.
		expect(names).toContain('Stock and storage');
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

	const few = file(
		JSON.stringify([
			{ id: 'a', text: 'Queue round the corner' },
			{ id: 'b', text: 'Nobody says whose turn it is' },
			{ id: 'c', text: 'Fuses were gone by noon' },
			{ id: 'd', text: 'No belts for sewing machines' },
		]),
	);
	const plain = (content: string): string => {
		const path = join(mkdtempSync(join(tmpdir(), 'themes-')), 'given');
		writeFileSync(path, content);
		return path;
	};

	it('takes a number, names, and notes that are placed already', async () => {
		const all = file(JSON.stringify(DEMO_NOTES.map(({ text }, i) => ({ id: `n${i}`, text }))));
		const five = await run('build/cli/themes.js', [all, '--count', '5'], {});
		expect((JSON.parse(five.out) as { themes: unknown[] }).themes).toHaveLength(5);
		const args = [
			few,
			'--names',
			plain('Waiting\nSpare parts\n'),
			'--seed',
			plain('{"Waiting": ["b"], "Spare parts": ["d"]}'),
		];
		const { out } = await run('build/cli/themes.js', args, {});
		const { themes, left, likeliest } = JSON.parse(out) as {
			themes: { name: string; noteIds: string[] }[];
			left: string[];
			likeliest: Record<string, string[]>;
		};
		expect(themes.map(({ name }) => name)).toEqual(['Waiting', 'Spare parts']);
		expect(themes[0]!.noteIds).toContain('b');
		expect([...themes.flatMap(({ noteIds }) => noteIds), ...left].sort()).toEqual(['a', 'b', 'c', 'd']);
		expect(likeliest['a']![0]).toBe('Waiting');
		expect(likeliest['c']![0]).toBe('Spare parts');
	});

	it('deals note by note, takes answers and takes them back', async () => {
		// The first is named, the next taken back and put aside, all others as they are likely.
		const { out, code } = await run('build/cli/themes.js', [few, '--deal'], {}, 'Waiting\nParts\n-\n0\n\n\n');
		expect(code).toBe(0);
		const lines = out
			.trim()
			.split('\n')
			.map((each) => JSON.parse(each) as Record<string, unknown>);
		const result = lines.at(-1) as { themes: { name: string; noteIds: string[] }[]; left: string[] };
		expect(lines[0]).toMatchObject({ likeliest: [], left: 4 });
		expect(result.themes.map(({ name }) => name)).toEqual(['Waiting']);
		expect(result.themes[0]!.noteIds).toHaveLength(3);
		expect(result.left).toHaveLength(1);
	});

	it('takes an empty list', async () => {
		const { out } = await run('build/cli/themes.js', [file('[]')], {});
		expect(JSON.parse(out)).toEqual({ themes: [], left: [], doubles: [] });
	});
});
