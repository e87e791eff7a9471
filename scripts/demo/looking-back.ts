/** The demo's second board, in German: the team looks back on autumn, from a recipe. */
import { addObjects } from '$core/board/ops/edits';
import type { EditContext } from '$core/board/store';
import { fitRows, setFact, writeBlock } from '$core/board/holders/edits';
import { partOf } from '$core/board/holders/parts';
import type { BoardModel } from '$core/board/model/model';
import { nod } from '$core/board/ops/approve';
import { addSheet } from '$core/board/ops/sheets';
import { roomOfField } from '$core/board/ops/gather';
import { NOTE_SIZES } from '$core/board/objects';
import { sceneContext } from '$core/board/scene';
import { freePlace } from '$core/geometry/free-place';
import type { Box } from '$core/geometry/box';
import type { Step } from '$core/meeting/runsheet';
import { RECIPES, recipesIn, withId } from '$core/templates';
import { make } from '$core/templates/recipe';
import { plainText } from '$core/text/rich';
import { serverMeasure } from '$lib/server/export/fonts';
import { noteSpec, type DemoIds } from './build';

export const LOOKING_BACK = 'Rückschau Herbst';

/** Notes by the field that they lie in: who wrote it, what it says, who nodded. */
const NOTES: Record<string, [by: string, text: string, nods?: string[]][]> = {
	Beibehalten: [
		['Femke', 'Tee und Kuchen am Eingang', ['Ilka', 'Joao', 'Maren']],
		['Ilka', 'Zu zweit an einer Werkbank', ['Tomasz', 'Bilal']],
		['Rashid', 'Nummern ziehen statt Schlange stehen', ['Sunniva']],
		['Maren', 'Nähmaschinen im hellen Raum'],
		['Joao', 'Fotos der reparierten Dinge an der Wand', ['Femke', 'Ilka']],
		['Bilal', 'Das Schild an der Haltestelle'],
		['Sunniva', 'Kinder dürfen mitschrauben', ['Maren', 'Rashid']],
	],
	Ändern: [
		['Tomasz', 'Nur einer darf Netzstecker prüfen', ['Ilka', 'Rashid', 'Femke', 'Joao']],
		['Joao', 'Besucher warten eine Stunde auf zwei Minuten Arbeit', ['Sunniva', 'Bilal']],
		['Maren', 'Es regnet über Bank drei herein', ['Femke']],
		['Rashid', 'Sicherungen sind mittags alle', ['Tomasz']],
		['Femke', 'Sicherheitsprüfung fällt aus, wenn viel los ist', ['Tomasz', 'Ilka', 'Maren']],
		['Sunniva', 'Niemand begrüßt an der Tür'],
		['Bilal', 'Die Spendendose steht hinter der Garderobe', ['Joao']],
		['Ilka', 'Keine Liste, welche Ersatzteile da sind', ['Rashid']],
	],
	Ausprobieren: [
		['Ilka', 'Schnellbank gleich neben der Tür', ['Joao', 'Rashid', 'Bilal', 'Sunniva']],
		['Tomasz', 'Zwei weitere Leute fürs Prüfen anlernen', ['Ilka', 'Femke', 'Maren']],
		['Femke', 'Rote Schnur um alles Ungeprüfte', ['Tomasz']],
		['Maren', 'Im Winter in die Schulaula ausweichen'],
		['Joao', 'Ersatzteile gemeinsam mit anderen Cafés bestellen', ['Rashid', 'Ilka']],
		['Sunniva', 'Termine für lange Reparaturen', ['Bilal']],
	],
};

const MEASURES: [what: string, who: string, due: string, done: boolean][] = [
	['Schnellbank aufbauen, Schild dazu malen', 'Ilka', '2026-12-05', true],
	['Zwei Leute beim Prüfkurs anmelden', 'Tomasz', '2026-12-12', false],
	['Ersatzteile zählen, Liste aushängen', 'Rashid', '2027-01-09', false],
];

/** Writes the board; returns its steps, of which none has begun. */
export function buildLookingBack(editContext: EditContext, model: BoardModel, ids: DemoIds): Step[] {
	const sheet = addSheet(editContext, model, 'Rückschau');
	const recipe = withId(recipesIn('de', RECIPES), 'retrospective')!;
	const request = { question: 'Wie war der Herbst?', people: 8, minutes: recipe.minutes };
	const { objects, steps } = make(recipe, request, editContext.newId, sheet);
	addObjects(editContext, model, objects);
	for (const { id } of model.onSheet(sheet).filter(({ kind }) => kind === 'field')) {
		const field = model.find(id)!;
		const room = roomOfField(field);
		const taken: Box[] = [];
		for (const [name, text, nods = []] of NOTES[plainText(field.text)] ?? []) {
			const { x, y } = freePlace({ room, size: NOTE_SIZES.card, taken, gap: 14 });
			taken.push({ ...NOTE_SIZES.card, x, y });
			const note = noteSpec(ids, sheet, name, text, x, y);
			const [noteId] = addObjects({ ...editContext, person: { id: ids.person(name), name } }, model, [note]);
			for (const other of nods)
				nod({ ...editContext, person: { id: ids.person(other), name: other } }, model, [noteId!]);
		}
	}
	writeMeasures(editContext, model, sheet);
	return steps;
}

function writeMeasures(editContext: EditContext, model: BoardModel, sheet: string): void {
	const { id, parts } = model
		.onSheet(sheet)
		.map(({ id: each }) => model.find(each)!)
		.find(({ kind }) => kind === 'actions')!;
	const rows = parts!.rows;
	writeBlock(
		editContext,
		model,
		id,
		partOf(rows[0]!.id, 'text'),
		MEASURES.map(([what]) => [what]),
	);
	MEASURES.forEach(([, name, due, done], i) => {
		const row = rows[i]!.id;
		setFact(editContext, id, row, 'person', { name });
		setFact(editContext, id, row, 'due', due);
		if (done) setFact(editContext, id, row, 'done', true);
	});
	fitRows(editContext, model, id, sceneContext(model, 'slate', serverMeasure));
}
