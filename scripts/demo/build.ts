/** Builds the demo board: four sheets, about eighty notes, a flow, a season map, a plan, a run sheet half run. */
import { addFlow } from '$core/board/ops/add-flow';
import { addObjects, restyle, setText, type NewObject } from '$core/board/ops/edits';
import type { Flow, FlowStep, StepType } from '$core/flow/flow';
import { freshKeys } from '$core/order/keys';
import type { EditContext } from '$core/board/store';
import { addSheet } from '$core/board/ops/sheets';
import { roomOfField } from '$core/board/ops/gather';
import { plainText } from '$core/text/rich';
import { acceptThemes } from '$core/board/ops/accept-themes';
import type { BoardModel } from '$core/board/model/model';
import { NOTE_SIZES, type BoardObject } from '$core/board/objects';
import { freePlace } from '$core/geometry/free-place';
import type { Box } from '$core/geometry/box';
import { newStep, type Step } from '$core/meeting/runsheet';
import type { Pigment } from '$core/board/colours';
import { buildPlan } from './plan';
import { DEMO_NOTES, MAP_NOTES, PATH_NOTES, type DemoNote, type Topic } from './notes';

export const DEMO_PEOPLE = [
	'Ilka',
	'Tomasz',
	'Maren',
	'Rashid',
	'Femke',
	'Joao',
	'Sunniva',
	'Bilal',
] as const;

const PIGMENT_OF: Record<string, Pigment> = {
	Ilka: 'ochre',
	Tomasz: 'brick',
	Maren: 'lake',
	Rashid: 'moss',
	Femke: 'plum',
	Joao: 'clay',
	Sunniva: 'chalk',
	Bilal: 'slate',
};

export interface DemoIds {
	/** Id of the person who goes by that name. */
	person: (name: string) => string;
}

export interface DemoBoard {
	sheets: { gather: string; path: string; map: string };
	fields: Record<DemoNote['field'], string>;
}

/** A note of somebody of the team, in their pigment. */
export const noteSpec = (
	ids: DemoIds,
	sheet: string,
	name: string,
	text: string,
	x: number,
	y: number,
): NewObject => ({
	kind: 'note',
	sheet,
	box: [x, y, NOTE_SIZES.card.w, NOTE_SIZES.card.h, 0],
	style: { form: 'card', pigment: PIGMENT_OF[name]! },
	text,
	by: [ids.person(name), name],
});

/** Puts notes down one by one, each in the name of whoever wrote it: the origin says whose edit it is. */
function writeEach(editContext: EditContext, model: BoardModel, specs: NewObject[]): void {
	for (const spec of specs) {
		const [id, name] = spec.by!;
		addObjects({ ...editContext, person: { id, name }, origin: id }, model, [spec]);
	}
}

/** Writes everything that stands on the board; the model must follow the hand's document. */
export function buildBoard(editContext: EditContext, model: BoardModel, ids: DemoIds): DemoBoard {
	const sheets = {
		gather: addSheet(editContext, model, 'Gather'),
		path: addSheet(editContext, model, 'Visitor’s path'),
		map: addSheet(editContext, model, 'Season map'),
	};
	const fields = buildGather(editContext, model, ids, sheets.gather);
	buildPath(editContext, model, ids, sheets.path);
	buildMap(editContext, model, ids, sheets.map);
	buildPlan(editContext, model, ids, addSheet(editContext, model, 'Plan'));
	return { sheets, fields };
}

function buildGather(
	editContext: EditContext,
	model: BoardModel,
	ids: DemoIds,
	sheet: string,
): DemoBoard['fields'] {
	addObjects(editContext, model, [
		{
			kind: 'text',
			sheet,
			box: [0, -150, 900, 47, 0],
			style: { role: 'title', chalk: 'white' },
			text: 'Zweite Runde: the next season',
		},
		{
			kind: 'text',
			sheet,
			box: [0, -94, 900, 42, 0],
			style: { role: 'body', chalk: 'grey' },
			text: 'What held us up, what worked, and what we try from January on. One thing a note.',
		},
	]);
	const places: [DemoNote['field'], string, Box, 'brick' | 'moss' | 'ochre'][] = [
		['held', 'What held us up?', { x: 0, y: 0, w: 910, h: 640 }, 'brick'],
		['worked', 'What worked?', { x: 960, y: 0, w: 736, h: 640 }, 'moss'],
		['ideas', 'Ideas for next season', { x: 1746, y: 0, w: 910, h: 640 }, 'ochre'],
	];
	const fieldIds = addObjects(
		editContext,
		model,
		places.map(([, text, { x, y, w, h }, chalk]): NewObject => ({
			kind: 'field',
			sheet,
			box: [x, y, w, h, 0],
			style: { chalk },
			text,
		})),
	);
	const fields = Object.fromEntries(places.map(([key], i) => [key, fieldIds[i]!])) as DemoBoard['fields'];
	for (const [key] of places) {
		const field = model.find(fields[key]) as BoardObject;
		const room = roomOfField(field);
		const taken: Box[] = [];
		const own = DEMO_NOTES.filter((note) => note.field === key);
		// What is sorted into themes below leaves the field; what stays comes first, so that no gaps are left.
		const staying = (note: DemoNote): boolean => key !== 'worked' || !(note.about in SORTED);
		const specs = [...own.filter(staying), ...own.filter((note) => !staying(note))].map((note) => {
			const place = freePlace({ room, size: NOTE_SIZES.card, taken, gap: 14 });
			taken.push({ ...NOTE_SIZES.card, x: place.x, y: place.y });
			return noteSpec(ids, sheet, note.by, note.text, place.x, place.y);
		});
		writeEach(editContext, model, specs);
	}
	sortWorked(editContext, model, fields.worked);
	return fields;
}

const SORTED: Partial<Record<Topic, string>> = {
	word: 'Word of mouth',
	team: 'Working together',
	queue: 'Friendly waiting',
};

/** What worked has been sorted into themes already; the others wait for the step that sorts. */
function sortWorked(editContext: EditContext, model: BoardModel, field: string): void {
	const notes = model.contentsOf(model.find(field)!).map((id) => model.find(id)!);
	const topicOf = new Map(DEMO_NOTES.map((note) => [note.text, note.about]));
	const themes = Object.entries(SORTED).map(([topic, name]) => ({
		name,
		noteIds: notes.filter((note) => topicOf.get(plainText(note.text)) === topic).map((note) => note.id),
	}));
	acceptThemes(editContext, model, themes);
}

/** Steps of the visitor's path by lane; minutes are least, likely and most. */
type PathStep = [
	lane: string,
	type: StepType,
	name: string,
	fill: Pigment,
	minutes?: [number, number, number],
	cost?: number,
];
const PATH_STEPS: Record<string, PathStep> = {
	arrive: ['Welcome desk', 'terminator', 'Visitor arrives', 'lake'],
	ticket: ['Welcome desk', 'process', 'Draws a number, tells what is broken', 'chalk', [2, 3, 8]],
	quick: ['Welcome desk', 'decision', 'Quick repair?', 'ochre'],
	wait: ['Welcome desk', 'process', 'Tea corner, wait to be called', 'clay', [5, 25, 60], 0.5],
	bench: ['Benches', 'process', 'Quick bench', 'moss', [5, 10, 15]],
	repair: ['Benches', 'process', 'Repair together at a bench', 'moss', [20, 35, 90], 2],
	parts: ['Benches', 'decision', 'Spare part in the drawers?', 'ochre'],
	order: ['Benches', 'process', 'Order the part, new date', 'brick', [5, 8, 15], 6],
	mains: ['Testers', 'decision', 'Plugs into the mains?', 'ochre'],
	check: ['Testers', 'process', 'Safety check', 'plum', [5, 12, 20]],
	passed: ['Testers', 'decision', 'Passed?', 'ochre'],
	tape: ['Testers', 'process', 'Red tape on the plug, home unmended', 'brick', [1, 2, 4]],
	story: ['Welcome desk', 'process', 'Photo and story for the wall', 'chalk', [3, 5, 12]],
	donate: ['Welcome desk', 'terminator', 'Donation, goodbye', 'lake'],
};
/** Links as from, to, name and share; a new date leads back to the number. */
const PATH_LINKS: [from: string, to: string, name?: string, share?: number][] = [
	['arrive', 'ticket'],
	['ticket', 'quick'],
	['quick', 'bench', 'yes', 35],
	['quick', 'wait', 'no', 65],
	['wait', 'repair'],
	['repair', 'parts'],
	['parts', 'mains', 'yes', 85],
	['parts', 'order', 'no', 15],
	['order', 'ticket'],
	['bench', 'mains'],
	['mains', 'check', 'yes'],
	['check', 'passed'],
	['passed', 'story', 'yes', 90],
	['passed', 'tape', 'no', 10],
	['tape', 'donate'],
	['story', 'donate'],
];

/**
 * The flow in lanes, laid out as it is on the board; one exit is still missing, which its check
 * tells.
 */
function buildPath(editContext: EditContext, model: BoardModel, ids: DemoIds, sheet: string): void {
	const flow: Flow = {
		steps: Object.entries(PATH_STEPS).map(([id, [lane, type, name, , minutes, cost]]): FlowStep => ({
			id,
			lane,
			type,
			name,
			cost,
			minutes: minutes && { least: minutes[0], likely: minutes[1], most: minutes[2] },
		})),
		links: PATH_LINKS.map(([from, to, name = '', share], i) => ({ id: String(i), from, to, name, share })),
	};
	const heightOf = ({ box }: NewObject): number => box[3];
	const added = addFlow(editContext, model, flow, {
		sheet,
		at: { x: 0, y: 0 },
		direction: 'right',
		heightOf,
	});
	const steps = new Map(Object.keys(PATH_STEPS).map((name, i) => [name, added[i]!]));
	for (const [name, id] of steps) {
		const [, , , fill] = PATH_STEPS[name]!;
		restyle(editContext, model, [id], { fill, ...(name === 'wait' ? { shape: 'delay' } : {}) });
	}
	const lanes = model.find(added.at(-1)!)!;
	setText(editContext, lanes.id, 'From the door to the goodbye');
	const [, top, , height] = lanes.box;
	const taken: Box[] = [];
	const notes = PATH_NOTES.map((note) => {
		const [x] = model.find(steps.get(note.at)!)!.box;
		const room = { x, y: top + height + 40, w: 400, h: 1000 };
		const place = freePlace({ room, size: NOTE_SIZES.card, taken, gap: 14 });
		taken.push({ ...NOTE_SIZES.card, x: place.x, y: place.y });
		return noteSpec(ids, sheet, note.by, note.text, place.x, place.y);
	});
	writeEach(editContext, model, notes);
}

/** The season as a map: what there is to plan, with the first thoughts of the team hung on it. */
function buildMap(editContext: EditContext, model: BoardModel, ids: DemoIds, sheet: string): void {
	const branches: [text: string, fill: Pigment, side: 'left' | 'right'][] = [
		['Dates', 'ochre', 'right'],
		['Room', 'lake', 'right'],
		['Electricity and safety', 'plum', 'right'],
		['Word of mouth', 'moss', 'left'],
		['Money', 'brick', 'left'],
	];
	const root = editContext.newId();
	const branchIds = branches.map(() => editContext.newId());
	const keys = freshKeys(Math.max(branches.length, MAP_NOTES.length));
	const hung = (parent: string, i: number): NonNullable<NewObject['branch']> => ({
		parent,
		order: keys[i]!,
		movedAt: editContext.now(),
	});
	addObjects(editContext, model, [
		{
			kind: 'text',
			sheet,
			box: [-160, -420, 500, 47, 0],
			style: { role: 'title', chalk: 'white' },
			text: 'Season map',
		},
		{
			id: root,
			kind: 'shape',
			sheet,
			box: [-130, -60, 260, 120, 0],
			style: { shape: 'ellipse', fill: 'chalk', chalk: 'white' },
			text: 'January to June',
			mapStyle: { layout: 'both' },
		},
		...branches.map(([text, fill, side], i): NewObject => ({
			id: branchIds[i]!,
			kind: 'shape',
			sheet,
			box: [0, 0, 190, 72, 0],
			style: { shape: 'rounded', fill, chalk: 'white' },
			text,
			branch: { ...hung(root, i), side },
			mapStyle: { chalk: fill },
		})),
	]);
	const notes = MAP_NOTES.map((note, i): NewObject => ({
		...noteSpec(ids, sheet, note.by, note.text, 0, 0),
		branch: hung(branchIds[note.branch]!, i),
	}));
	writeEach(editContext, model, notes);
	// A promise between two branches: an ordinary line.
	addObjects(editContext, model, [
		{
			kind: 'connector',
			sheet,
			box: [0, 0, 0, 0, 0],
			style: { route: 'curved', start: 'none', end: 'arrow', chalk: 'grey', dash: 'dashed' },
			ends: [{ object: branchIds[4]! }, { object: branchIds[1]! }],
			text: 'pays for',
		},
	]);
}

/** Seven steps, the third running, with the notes of those who lead. */
export function demoSteps(board: DemoBoard): { steps: Step[]; asides: Record<string, string> } {
	const { sheets, fields } = board;
	const steps = [
		newStep({
			id: 'welcome',
			title: 'Welcome',
			minutes: 5,
			kind: 'welcome',
			may: 'watch',
			sheet: sheets.gather,
		}),
		newStep({
			id: 'warm-up',
			title: 'What worked?',
			minutes: 6,
			kind: 'gather',
			prompt: 'What should stay as it is? One thing a note.',
			field: fields.worked,
			sheet: sheets.gather,
		}),
		newStep({
			id: 'held-up',
			title: 'What held us up?',
			minutes: 8,
			kind: 'gather',
			prompt: 'What kept people waiting last season? One thing a note.',
			field: fields.held,
			sheet: sheets.gather,
		}),
		newStep({ id: 'read', title: 'Read', minutes: 5, kind: 'read', may: 'nod', sheet: sheets.gather }),
		newStep({
			id: 'sort',
			title: 'Sort',
			minutes: 10,
			kind: 'sort',
			prompt: 'Which notes belong together?',
			field: fields.held,
			sheet: sheets.gather,
		}),
		newStep({ id: 'path', title: 'Walk the path', minutes: 12, kind: 'map', sheet: sheets.path }),
		newStep({ id: 'close', title: 'Close', minutes: 4, kind: 'wrap-up', may: 'nod', sheet: sheets.map }),
	];
	return {
		steps,
		asides: {
			welcome: 'Keys are with the caretaker.',
			'held-up': 'Ask Sunniva about the front desk if she stays quiet.',
			sort: 'Let the proposal stand for a minute before anybody moves anything.',
			close: 'Next date: first Saturday in January.',
		},
	};
}
