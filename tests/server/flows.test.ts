/** Flows at the shell: what is printed, and what is said of files that hold none. */
import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const run = promisify(execFile);
let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'flows-'))));
afterAll(() => rmSync(folder, { recursive: true }));

function file(name: string, text: string): string {
	const path = join(folder, name);
	writeFileSync(path, text);
	return path;
}
const shell = async (...words: string[]): Promise<unknown> =>
	JSON.parse((await run(process.execPath, ['build/cli/flow.js', ...words])).stdout);
const said = (...words: string[]): Promise<string> =>
	run(process.execPath, ['build/cli/flow.js', ...words]).then(
		() => 'nothing',
		(error: { stderr: string }) => error.stderr,
	);

const GRAPHML = `<graphml xmlns="http://graphml.graphdrawing.org/xmlns">
	<key id="n" for="node" attr.name="name" attr.type="string"/><key id="m" for="node" attr.name="likely" attr.type="double"/>
	<key id="e" for="edge" attr.name="name" attr.type="string"/><key id="l" for="node" attr.name="lane" attr.type="string"/>
	<graph edgedefault="directed">
	<node id="s"><data key="n">Start</data></node>
	<node id="a"><data key="n">Repair</data><data key="m">20</data><data key="l">Bench</data></node>
	<node id="d"><data key="n">Works?</data></node>
	<node id="e"><data key="n">Done</data></node>
	<edge source="s" target="a"/><edge source="a" target="d"/>
	<edge source="d" target="e"><data key="e">yes</data></edge><edge source="d" target="a"/>
	</graph></graphml>`;

describe('a flow at the shell', () => {
	it('is checked: findings in sentences, times and runs', async () => {
		const checked = await shell('check', file('repair.graphml', GRAPHML));
		expect(checked).toMatchObject({
			steps: 4,
			links: 4,
			findings: [{ type: 'unnamed-exit', says: 'An exit of “Works?” has no name.' }],
			times: { shortest: 20, expected: 40 },
			runs: { runs: 10_000, unfinished: 0 },
		});
	});

	it('is laid out, right or down, with its lanes', async () => {
		const path = file('repair.graphml', GRAPHML);
		const at = async (...words: string[]) => {
			const { steps, lanes } = (await shell('layout', path, ...words)) as {
				steps: { id: string; x: number; y: number; w: number; h: number }[];
				lanes: { name: string }[];
			};
			return { lanes, order: [...steps].sort((a, b) => a.x + a.w / 2 - (b.x + b.w / 2)).map(({ id }) => id) };
		};
		expect(await at()).toEqual({
			lanes: [{ name: 'Bench', size: expect.any(Number) as number }],
			order: ['s', 'a', 'd', 'e'],
		});
		const dot = file('down.dot', 'digraph { a -> b; b -> c }');
		const { steps } = (await shell('layout', dot, 'down')) as {
			steps: { id: string; x: number; w: number; y: number }[];
		};
		expect(new Set(steps.map(({ x, w }) => x + w / 2)).size).toBe(1);
		expect([...steps].sort((a, b) => a.y - b.y).map(({ id }) => id)).toEqual(['a', 'b', 'c']);
	});

	it('says in plain words what is wrong with a file', async () => {
		expect(await said('check', file('wrong.graphml', 'none'))).toContain(
			'No flow could be read from this file.',
		);
		expect(await said('check', join(folder, 'missing.dot'))).toContain('cannot be read');
		expect(await said('check', file('flow.docx', ''))).toContain('.graphml, .gv, .dot, .csv, .tsv');
		expect(await said('check')).toContain('Name a file with a flow');
		expect(await said('layout', file('a.dot', 'digraph { a -> b }'), 'up')).toContain('right or down');
	});
});
