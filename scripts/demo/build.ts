/** Builds the demo board: four sheets, about eighty notes, a flow, a season map, a plan, a run sheet half run. */
import { addObjects, type NewObject } from '$core/board/ops/edits';
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

function buildPath(editContext: EditContext, model: BoardModel, ids: DemoIds, sheet: string): void {
	const shape = (
		id: string,
		form: 'terminator' | 'process' | 'decision' | 'delay',
		x: number,
		y: number,
		text: string,
		fill: Pigment,
	): NewObject => ({
		id: editContext.newId() + id,
		kind: 'shape',
		sheet,
		box: form === 'decision' ? [x - 12, y - 26, 194, 132, 0] : [x, y, 170, 80, 0],
		style: { shape: form, fill, chalk: 'white' },
		text,
	});
	const steps = {
		arrive: shape('a', 'terminator', 0, 0, 'Visitor arrives', 'lake'),
		ticket: shape('b', 'process', 260, 0, 'Draws a number, tells what is broken', 'chalk'),
		quick: shape('c', 'decision', 520, 0, 'Quick repair?', 'ochre'),
		bench: shape('d', 'process', 800, 0, 'Quick bench, ten minutes', 'moss'),
		wait: shape('e', 'delay', 520, 220, 'Tea corner, wait to be called', 'clay'),
		repair: shape('f', 'process', 520, 420, 'Repair together at a bench', 'moss'),
		parts: shape('g', 'decision', 800, 420, 'Spare part in the drawers?', 'ochre'),
		order: shape('h', 'process', 800, 640, 'Order the part, new date', 'brick'),
		mains: shape('i', 'decision', 1090, 0, 'Plugs into the mains?', 'ochre'),
		check: shape('j', 'process', 1380, 0, 'Safety check', 'plum'),
		passed: shape('k', 'decision', 1380, 220, 'Passed?', 'ochre'),
		tape: shape('n', 'process', 1380, 420, 'Red tape on the plug, home unmended', 'brick'),
		story: shape('l', 'process', 1660, 220, 'Photo and story for the wall', 'chalk'),
		donate: shape('m', 'terminator', 1660, 420, 'Donation, goodbye', 'lake'),
	};
	type Name = keyof typeof steps;
	const link = (from: Name, to: Name, text = ''): NewObject => ({
		kind: 'connector',
		sheet,
		box: [0, 0, 0, 0, 0],
		style: { route: 'right-angled', start: 'none', end: 'arrow', chalk: 'white' },
		ends: [{ object: steps[from].id! }, { object: steps[to].id! }],
		text,
	});
	addObjects(editContext, model, [
		{
			kind: 'text',
			sheet,
			box: [0, -170, 900, 47, 0],
			style: { role: 'title', chalk: 'white' },
			text: 'From the door to the goodbye',
		},
		...Object.values(steps),
		link('arrive', 'ticket'),
		link('ticket', 'quick'),
		link('quick', 'bench', 'yes'),
		link('quick', 'wait', 'no'),
		link('wait', 'repair'),
		link('repair', 'parts'),
		link('parts', 'order', 'no'),
		link('parts', 'mains', 'yes'),
		link('bench', 'mains'),
		link('mains', 'check', 'yes'),
		link('check', 'passed'),
		link('passed', 'story', 'yes'),
		link('passed', 'tape', 'no'),
		link('tape', 'donate'),
		link('story', 'donate'),
		// A new date leads back to the number: this line has to go round everything in between.
		link('order', 'ticket'),
	]);
	const spots: [number, number][] = [
		[-5, 140],
		[265, 140],
		[1385, -140],
		[945, 200],
		[-5, 270],
		[1010, 645],
		[265, 300],
		[1665, 70],
		[1665, 560],
	];
	writeEach(
		editContext,
		model,
		PATH_NOTES.map((note, i) => noteSpec(ids, sheet, note.by, note.text, ...spots[i]!)),
	);
}

function buildMap(editContext: EditContext, model: BoardModel, ids: DemoIds, sheet: string): void {
	const branches: [string, Pigment, number, number][] = [
		['Dates', 'ochre', -560, -260],
		['Room', 'lake', 560, -260],
		['Electricity and safety', 'plum', 640, 40],
		['Word of mouth', 'moss', -640, 40],
		['Money', 'brick', 0, 330],
	];
	const centre = editContext.newId();
	const branchIds = branches.map(() => editContext.newId());
	addObjects(editContext, model, [
		{
			kind: 'text',
			sheet,
			box: [-160, -420, 500, 47, 0],
			style: { role: 'title', chalk: 'white' },
			text: 'Season map',
		},
		{
			id: centre,
			kind: 'shape',
			sheet,
			box: [-130, -60, 260, 120, 0],
			style: { shape: 'ellipse', fill: 'chalk', chalk: 'white' },
			text: 'January to June',
		},
		...branches.map(([text, fill, x, y], i): NewObject => ({
			id: branchIds[i]!,
			kind: 'shape',
			sheet,
			box: [x - 95, y - 36, 190, 72, 0],
			style: { shape: 'rounded', fill, chalk: 'white' },
			text,
		})),
	]);
	addObjects(
		editContext,
		model,
		branchIds.map((id): NewObject => ({
			kind: 'connector',
			sheet,
			box: [0, 0, 0, 0, 0],
			style: { route: 'straight', start: 'none', end: 'none', chalk: 'grey' },
			ends: [{ object: centre }, { object: id }],
		})),
	);
	const counts = branches.map(() => 0);
	const notes = MAP_NOTES.map((note) => {
		const [, , x, y] = branches[note.branch]!;
		const nth = counts[note.branch]!++;
		return noteSpec(ids, sheet, note.by, note.text, x - 168 + nth * 176, y + 62);
	});
	writeEach(editContext, model, notes);
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
