import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../rehearsal/random';
import type { Flow } from '../flow';
import { flowOf, randomFlow, withValues } from '../testing';
import { FLOW_FORMATS, flowFormatOf, type FlowFormatName } from '.';
import { readDot } from './dot';
import { readGraphml } from './graphml';
import { readFlowTable, writeFlowTable, type FlowTableWords } from './table';

const WORDS: FlowTableWords = {
	columns: {
		number: 'No',
		step: 'Step',
		type: 'Kind',
		who: 'Who',
		least: 'Least',
		likely: 'Likely',
		most: 'Most',
		cost: 'Cost',
		next: 'Leads to',
	},
	types: {
		process: 'Step',
		decision: 'Decision',
		terminator: 'Start or end',
		data: 'Data',
		jump: 'Connector',
	},
};

/** What a flow says, whatever its ids are. */
function saying({ steps, links }: Flow) {
	const index = new Map(steps.map(({ id }, i) => [id, i]));
	return {
		steps: steps.map(({ name, type, minutes, cost, who, lane }) => ({
			name,
			type,
			minutes,
			cost,
			who: who ?? lane,
		})),
		links: links
			.map(({ from, to, name, share }) => ({ from: index.get(from!), to: index.get(to!), name, share }))
			.sort((a, b) => a.from! - b.from! || a.to! - b.to!),
	};
}

const HARD = withValues(
	flowOf('(Start) > [A] > <B?> yes> [C] > (End)', '<B?> no> [A]'),
	{
		A: {
			name: 'Quotes " & <tags> \\ and = signs',
			minutes: { least: 1, likely: 2.5, most: 9 },
			cost: 12.5,
			who: 'Nele & Co',
		},
		C: { name: '=SUM(1; 2), in two\nlines', lane: 'Werkstatt: „hinten“' },
		'B?': { name: 'Läuft es wieder? 🔧' },
	},
	{ 'B?>C': { share: 62.5 }, 'B?>A': { name: 'noch nicht' } },
);

describe('files of flows', () => {
	for (const name of Object.keys(FLOW_FORMATS) as FlowFormatName[]) {
		const { read, write } = FLOW_FORMATS[name];
		it(`${name}: what is written is read again`, async () => {
			for (const flow of [HARD, ...[1, 2, 3, 4, 5].map((seed) => randomFlow(seed))]) {
				const again = await read(await write(flow, WORDS));
				expect(saying(again)).toEqual(saying(flow));
			}
		});

		it(`${name}: whatever is read, it ends with a flow or in plain words`, async () => {
			const random = randomFrom(11);
			const good = await write(HARD, WORDS);
			for (let i = 0; i < 200; i++) {
				const at = Math.floor(random() * good.length);
				const broken =
					good.slice(0, at) +
					['', '<', '"', '{', '\0', ';;', ']]>'][i % 7]! +
					good.slice(at + Math.floor(random() * 9));
				try {
					const flow = await read(broken);
					for (const { from, to } of flow.links) {
						const ids = flow.steps.map(({ id }) => id);
						expect(ids).toContain(from);
						expect(ids).toContain(to);
					}
				} catch (error) {
					expect((error as Error).name).toBe('Fault');
				}
			}
			for (const empty of ['', ' ', 'x']) await expect(read(empty)).rejects.toThrow('no flow');
		});
	}

	it('are told by the ending of their names', () => {
		expect(flowFormatOf('Repair.GraphML')).toBe(FLOW_FORMATS.graphml);
		expect(flowFormatOf('a.b.dot')).toBe(FLOW_FORMATS.dot);
		expect(flowFormatOf('picture.png')).toBeUndefined();
	});
});

describe('GraphML of others', () => {
	it('is read by what its keys are called, and what is missing is inferred', () => {
		const flow = readGraphml(`<?xml version="1.0"?>
			<graphml xmlns="http://graphml.graphdrawing.org/xmlns">
			<key id="d0" for="node" attr.name="Label" attr.type="string"/><key id="d1" for="edge" attr.name="label" attr.type="string"/>
			<key id="d2" for="node" attr.name="duration" attr.type="int"/>
			<graph edgedefault="directed">
			<node id="n0"><data key="d0">Begin</data></node>
			<node id="n1"><data key="d0">Look &amp; ask</data><data key="d2">15</data></node>
			<node id="n2"><data key="d0">Fine?</data></node>
			<node id="n3"/>
			<edge source="n0" target="n1"/><edge source="n1" target="n2"/>
			<edge source="n2" target="n3"><data key="d1">yes</data></edge><edge source="n2" target="n1"><data key="d1">no</data></edge>
			<edge source="n2" target="gone"/>
			</graph></graphml>`);
		expect(flow.steps.map(({ name, type }) => [name, type])).toEqual([
			['Begin', 'terminator'],
			['Look & ask', 'process'],
			['Fine?', 'decision'],
			['n3', 'terminator'],
		]);
		expect(flow.steps[1]!.minutes).toEqual({ least: 15, likely: 15, most: 15 });
		expect(flow.links.map(({ name }) => name)).toEqual(['', '', 'yes', 'no']);
	});
});

describe('the DOT language of others', () => {
	it('is read with chains, defaults, lanes and labels in HTML', () => {
		const flow = readDot(`
			// A comment
			strict digraph "Repair" {
				rankdir=LR; node [shape=box]; edge [color=red];
				start [shape=oval, label="Guest\\ncomes"];
				start -> look -> "works?" /* on */ ;
				"works?" [shape=diamond label=<Does it <b>work</b>?>];
				"works?" -> { home; repair } [label=maybe];
				subgraph cluster_a { label="Workshop"; repair [label=Repair, likely=20, least=10, most=40] }
			}`);
		expect(flow.steps.map(({ name, type, lane }) => [name, type, lane])).toEqual([
			['Guest\ncomes', 'terminator', undefined],
			['look', 'process', undefined],
			['Does it work?', 'decision', undefined],
			['home', 'process', undefined],
			['Repair', 'process', 'Workshop'],
		]);
		expect(flow.steps[4]!.minutes).toEqual({ least: 10, likely: 20, most: 40 });
		expect(flow.links.map(({ from, to, name }) => [from, to, name])).toEqual([
			['start', 'look', ''],
			['look', 'works?', ''],
			['works?', 'home', 'maybe'],
			['works?', 'repair', 'maybe'],
		]);
	});
});

describe('tables of flows', () => {
	it('are read in German, with names instead of numbers, and without headings', () => {
		const flow = readFlowTable(
			'Schritt;Art;Wer;Minuten;führt zu\r\nAnnahme;Anfang;Empfang;5;Prüfen\r\nPrüfen;Entscheidung;Werkstatt;10;"ja 70 %: Reparieren; nein: Ende"\r\nReparieren;;Werkstatt;30;Ende\r\nEnde;Ende;;;\r\n',
		);
		expect(flow.steps.map(({ name, type, who }) => [name, type, who])).toEqual([
			['Annahme', 'terminator', 'Empfang'],
			['Prüfen', 'decision', 'Werkstatt'],
			['Reparieren', 'process', 'Werkstatt'],
			['Ende', 'terminator', undefined],
		]);
		expect(flow.links.map(({ name, share }) => [name, share])).toEqual([
			['', undefined],
			['ja', 70],
			['nein', undefined],
			['', undefined],
		]);
		expect(readFlowTable('A,B\nB,"C; A"\nC,').links).toHaveLength(3);
	});

	it('write no cell that a spreadsheet takes for a formula', () => {
		const text = writeFlowTable(HARD, WORDS);
		expect(text).toContain("'=SUM");
		expect(text.startsWith('\uFEFFNo,Step,Kind')).toBe(true);
	});
});
