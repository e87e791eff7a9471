import { describe, expect, it } from 'vitest';
import * as Y from 'yjs';
import { nod } from '../board/ops/approve';
import { fragmentOf } from '../board/document';
import { addObject, addObjects, moveObjects, removeObjects, restyle, setText } from '../board/ops/edits';
import type { EditContext } from '../board/store';
import { lockObjects } from '../board/ops/groups';
import { addSheet } from '../board/ops/sheets';
import { BoardModel } from '../board/model/model';
import { fieldAt, noteAt, testBoard, type TestBoard } from '../board/testing';
import { violationOf } from './stage-check';
import { STEP_MAY, type StepMay } from '../access/step-grants';
import { describeUpdate } from './describe-update';

/** A board with a field, a note of Ilka's and one of Maren's; and Maren's copy of it. */
function twoHands(): {
	stage: TestBoard;
	maren: EditContext;
	model: BoardModel;
	own: string;
	other: string;
	field: string;
} {
	const stage = testBoard();
	const field = addObject(stage.editContext, stage.model, fieldAt(stage.sheet, 0, 0, 600, 400));
	const other = addObject(stage.editContext, stage.model, noteAt(stage.sheet, 20, 80));
	const copy = new Y.Doc();
	let ids = 0;
	const newId = (): string => `m${ids++}`;
	const maren: EditContext = {
		...stage.editContext,
		newId,
		doc: copy,
		person: { id: 'p-maren', name: 'Maren' },
		origin: 'maren',
	};
	Y.applyUpdate(copy, Y.encodeStateAsUpdate(stage.doc));
	const model = new BoardModel(copy);
	const own = addObject(maren, model, {
		kind: 'note',
		sheet: stage.sheet,
		box: [300, 80, 160, 96, 0],
		style: { form: 'card', pigment: 'moss' },
		text: 'Mine',
	});
	Y.applyUpdate(stage.doc, Y.encodeStateAsUpdate(copy, Y.encodeStateVector(stage.doc)));
	return { stage, maren, model, own, other, field };
}

/** What Maren does, as an update that the stage has not taken in yet. */
function doing(
	hands: ReturnType<typeof twoHands>,
	work: (hands: ReturnType<typeof twoHands>) => void,
): Uint8Array {
	const before = Y.encodeStateVector(hands.stage.doc);
	work(hands);
	return Y.encodeStateAsUpdate(hands.maren.doc, before);
}

const note = (hands: ReturnType<typeof twoHands>, more: object = {}): string =>
	addObject(hands.maren, hands.model, {
		kind: 'note',
		sheet: hands.stage.sheet,
		box: [10, 10, 160, 96, 0],
		style: { form: 'card', pigment: 'ochre' },
		text: 'New',
		...more,
	});

describe('what an update changes', () => {
	it('is told by the path to each value, before it is applied', () => {
		const hands = twoHands();
		const update = doing(hands, ({ maren, model, own }) => moveObjects(maren, model, [own], 5, 0));
		const updated = describeUpdate(hands.stage.doc, update)!;
		expect(new Set(updated.map(({ path }) => path.join('/')))).toEqual(
			new Set([`objects/${hands.own}/box`, `objects/${hands.own}/changed`]),
		);
		expect(hands.stage.model.find(hands.own)!.box[0]).toBe(300);
	});

	it('goes into texts and no further', () => {
		const hands = twoHands();
		const update = doing(hands, ({ maren, own }) => {
			const text = maren.doc.getMap<Y.Map<unknown>>('objects').get(own)!.get('text') as Y.XmlFragment;
			((text.get(0) as Y.XmlElement).get(0) as Y.XmlText).insert(0, 'All ');
		});
		const paths = describeUpdate(hands.stage.doc, update)!.map(({ path }) => path.join('/'));
		expect(paths).toEqual([`objects/${hands.own}/text`]);
	});

	it('cannot be told where something in between is missing', () => {
		const hands = twoHands();
		doing(hands, ({ maren, model, own }) => moveObjects(maren, model, [own], 5, 0));
		const between = Y.encodeStateVector(hands.maren.doc);
		moveObjects(hands.maren, hands.model, [hands.own], 5, 0);
		const later = Y.encodeStateAsUpdate(hands.maren.doc, between);
		expect(describeUpdate(hands.stage.doc, later)).toBeUndefined();
	});

	it('is told of twenty thousand notes at once, and of a text that hangs on itself letter by letter', () => {
		const hands = twoHands();
		const ids: string[] = [];
		const many = doing(hands, ({ maren, model }) => {
			const specs = Array.from({ length: 20_000 }, (_, i) => noteAt(hands.stage.sheet, i, i));
			ids.push(...addObjects(maren, model, specs));
		});
		const updated = describeUpdate(hands.stage.doc, many)!;
		expect(updated.filter(({ path }) => path.length === 2)).toHaveLength(20_000);
		const violation = violationOf(hands.stage.doc, updated, { may: 'watch' }, 'p-maren')!;
		expect(violation.added.size).toBe(20_000);

		const typed = doing(hands, ({ maren, own }) => {
			const text = fragmentOf(maren.doc, own)!.get(0) as Y.XmlElement;
			// In front of one another, they do not become one piece.
			maren.doc.transact(() => {
				for (let i = 0; i < 20_000; i++) (text.get(0) as Y.XmlText).insert(0, 'x');
			});
		});
		expect(new Set(describeUpdate(hands.stage.doc, typed)!.map(({ path }) => path.join('/')))).toContain(
			`objects/${hands.own}/text`,
		);
	});

	it('leaves out what is there already', () => {
		const hands = twoHands();
		expect(describeUpdate(hands.stage.doc, Y.encodeStateAsUpdate(hands.maren.doc))).toEqual([]);
	});
});

type Hands = ReturnType<typeof twoHands>;
const DOINGS: [string, (hands: Hands) => void, readonly StepMay[]][] = [
	['a note from the line', (h) => void note(h, { landing: h.field }), ['line', 'own', 'everything']],
	['a note anywhere', (h) => void note(h), ['own', 'everything']],
	[
		'a note in another name',
		(h) => void note(h, { landing: h.field, by: ['p-ilka', 'Ilka'] }),
		['everything'],
	],
	['a field', (h) => void addObject(h.maren, h.model, fieldAt(h.stage.sheet, 900, 0)), ['everything']],
	['words on an own note', (h) => setText(h.maren, h.own, 'Other words'), ['line', 'own', 'everything']],
	[
		'another colour of an own note',
		(h) => restyle(h.maren, h.model, [h.own], { pigment: 'lake' }),
		['line', 'own', 'everything'],
	],
	['an own note moved', (h) => moveObjects(h.maren, h.model, [h.own], 9, 9), ['own', 'everything']],
	['an own note taken away', (h) => removeObjects(h.maren, h.model, [h.own]), ['line', 'own', 'everything']],
	['an own note locked', (h) => lockObjects(h.maren, h.model, [h.own], 'own'), ['everything']],
	['another’s note moved', (h) => moveObjects(h.maren, h.model, [h.other], 9, 9), ['everything']],
	['another’s note taken away', (h) => removeObjects(h.maren, h.model, [h.other]), ['everything']],
	['words on another’s note', (h) => setText(h.maren, h.other, 'Not yours'), ['everything']],
	['a nod at another’s note', (h) => nod(h.maren, h.model, [h.other]), ['own', 'nod', 'everything']],
	['a sheet', (h) => void addSheet(h.maren, h.model, 'Another'), ['everything']],
	[
		'an own note swapped for a field',
		(h) =>
			h.maren.doc.transact(() => {
				removeObjects(h.maren, h.model, [h.own]);
				addObject(h.maren, h.model, {
					id: h.own,
					kind: 'field',
					sheet: h.stage.sheet,
					box: [0, 0, 9, 9, 0],
					style: { chalk: 'ochre' },
				});
			}),
		['everything'],
	],
];

describe('what a step lets people do', () => {
	it.each(DOINGS)('%s', (_, work, allowed) => {
		for (const may of STEP_MAY) {
			const hands = twoHands();
			const updated = describeUpdate(hands.stage.doc, doing(hands, work))!;
			expect(updated.length).toBeGreaterThan(0);
			const violation = violationOf(hands.stage.doc, updated, { may, field: hands.field }, 'p-maren');
			expect(violation === undefined, `${may}: ${JSON.stringify([...(violation?.objects ?? [])])}`).toBe(
				allowed.includes(may),
			);
		}
	});

	it('in silent writing nothing goes onto the sheets', () => {
		for (const may of ['line', 'own'] as const) {
			const hands = twoHands();
			const updated = describeUpdate(
				hands.stage.doc,
				doing(hands, (h) => void note(h, { landing: h.field })),
			)!;
			const rule = { may, field: hands.field, silent: true };
			expect(violationOf(hands.stage.doc, updated, rule, 'p-maren')?.added.size).toBe(1);
		}
	});

	it('a note for another field is not for this step', () => {
		const hands = twoHands();
		const updated = describeUpdate(
			hands.stage.doc,
			doing(hands, (h) => void note(h, { landing: 'elsewhere' })),
		)!;
		expect(
			violationOf(hands.stage.doc, updated, { may: 'line', field: hands.field }, 'p-maren'),
		).toBeDefined();
	});
});
