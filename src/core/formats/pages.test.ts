import { describe, expect, it } from 'vitest';
import { acceptThemes } from '../board/ops/accept-themes';
import { addObject } from '../board/ops/edits';
import { putInSequence } from '../board/ops/sequence';
import { addSheet } from '../board/ops/sheets';
import { fieldAt, linkBetween, noteAt, testBoard, type TestBoard } from '../board/testing';
import { isFault } from '../fault';
import { roughMeasure } from '../text/fonts';
import type { ExportServices } from './exports';
import { pagesOf } from './pages';
import { MAX_PAGE, ownSize, paperSize } from './paper';
import type { PdfDocument } from './pdf';
import { pdfFile } from './pdf-file';
import { posterFile } from './poster-file';
import { slidesFile, type SlideDeck, type SlideText } from './slides';

/** Services that only keep what they were given. */
function recorder(): { services: ExportServices; pdf: () => PdfDocument; deck: () => SlideDeck } {
	let pdf: PdfDocument | undefined;
	let deck: SlideDeck | undefined;
	const nothing = new Uint8Array();
	const services = {
		measure: roughMeasure,
		pdf: async (given: PdfDocument) => ((pdf = given), nothing),
		slides: async (given: SlideDeck) => ((deck = given), nothing),
	} as unknown as ExportServices;
	return { services, pdf: () => pdf!, deck: () => deck! };
}

const textsOn = (page: PdfDocument['pages'][number]): string[] =>
	[...page.pictures.flatMap(({ drawings }) => drawings.flatMap(({ items }) => items)), ...page.items].flatMap(
		(item) => (item.type === 'text' ? [item.text] : []),
	);

function board(): TestBoard & { fields: string[]; notes: string[] } {
	const test = testBoard();
	const { model, editContext, sheet } = test;
	const fields = ['Late', 'Early'].map((text, i) =>
		addObject(editContext, model, { ...fieldAt(sheet, i * 700, 0), text }),
	);
	const notes = [
		addObject(editContext, model, noteAt(sheet, 60, 100, 'Lamp')),
		addObject(editContext, model, noteAt(sheet, 300, 100, 'Wire')),
		addObject(editContext, model, noteAt(sheet, 760, 100, 'Toaster')),
		addObject(editContext, model, noteAt(sheet, 0, 900, 'Outside')),
	];
	addObject(editContext, model, linkBetween(sheet, notes[0]!, notes[1]!));
	addObject(editContext, model, linkBetween(sheet, notes[1]!, notes[2]!));
	return { ...test, fields, notes };
}

describe('pages of a board', () => {
	it('are its fields in the order of slides, each with what lies in it and the lines between', () => {
		const { model, editContext, fields, notes } = board();
		putInSequence(editContext, model, fields[1]!, fields[0]!);
		const pages = pagesOf({ model, title: 'Café' }, { by: 'fields', colours: 'screen' }, roughMeasure);
		expect(pages.map(({ title }) => title)).toEqual(['Early', 'Late']);
		const ids = pages.map(({ objects }) => objects.map(({ id }) => id));
		expect(ids[0]).toContain(notes[2]);
		expect(ids[0]).not.toContain(notes[3]);
		// The line within the field is there, the one that leads out is not.
		expect(pages[1]!.objects.filter(({ kind }) => kind === 'connector')).toHaveLength(1);
		expect(pages[0]!.objects.filter(({ kind }) => kind === 'connector')).toHaveLength(0);
	});

	it('are whole sheets where these have no fields, or where that is wanted', () => {
		const { model, editContext, notes } = board();
		const second = addSheet(editContext, model, 'Ideas');
		addObject(editContext, model, noteAt(second, 0, 0, 'Alone'));
		addSheet(editContext, model, 'Empty');
		const by = (each: 'fields' | 'sheets') =>
			pagesOf({ model, title: '' }, { by: each, colours: 'screen' }, roughMeasure).map(({ title }) => title);
		expect(by('fields')).toEqual(['Late', 'Early', 'Ideas']);
		expect(by('sheets')).toEqual(['Gather', 'Ideas']);
		const chosen = pagesOf(
			{ model, title: '', ids: [notes[3]!] },
			{ by: 'fields', colours: 'screen' },
			roughMeasure,
		);
		expect(chosen.map(({ objects }) => objects.map(({ id }) => id))).toEqual([[notes[3]]]);
	});

	it('have dark lines and no ground on paper', () => {
		const { model } = board();
		const [screen] = pagesOf({ model, title: '' }, { by: 'sheets', colours: 'screen' }, roughMeasure);
		const [paper] = pagesOf({ model, title: '' }, { by: 'sheets', colours: 'paper' }, roughMeasure);
		expect(screen!.ground).toBe('#25322E');
		expect(paper!.ground).toBeUndefined();
		expect(paper!.surface).toBe('paper');
	});

	it('are refused where there is nothing', () => {
		const { model } = testBoard();
		expect(() => pagesOf({ model, title: '' }, { by: 'fields', colours: 'screen' }, roughMeasure)).toThrow(
			expect.toSatisfy((error) => isFault(error, 'nothing to export')),
		);
	});
});

describe('a PDF file', () => {
	it('has a page a field on the paper that was chosen, and bookmarks under the sheet', async () => {
		const { model } = board();
		const { services, pdf } = recorder();
		await pdfFile({ model, title: 'Café', author: 'Ilka', paper: 'a3' }, services);
		const { title, author, pages } = pdf();
		expect({ title, author }).toEqual({ title: 'Café', author: 'Ilka' });
		expect(pages.map(({ bookmark }) => bookmark)).toEqual([
			{ title: 'Late', under: ['Gather'] },
			{ title: 'Early', under: ['Gather'] },
		]);
		for (const { size, pictures } of pages) {
			expect(size).toEqual(paperSize('a3', true));
			const { view, at } = pictures[0]!;
			expect(at.w / at.h).toBeCloseTo(view.w / view.h);
			expect(at.x).toBeGreaterThanOrEqual(0);
			expect(at.x + at.w).toBeLessThanOrEqual(size.w);
		}
	});

	it('has everything that is written as a list at the end, with its writers, over as many pages as that takes', async () => {
		const { model, editContext, sheet } = board();
		for (let i = 0; i < 120; i++) addObject(editContext, model, noteAt(sheet, i * 170, 2000, `Idea ${i}`));
		const { services, pdf } = recorder();
		await pdfFile({ model, title: '', noteList: 'All notes' }, services);
		const list = pdf().pages.slice(2);
		expect(list.length).toBeGreaterThan(2);
		expect(list[0]!.bookmark).toEqual({ title: 'All notes', under: [] });
		const texts = list.flatMap(textsOn);
		expect(texts.slice(0, 2)).toEqual(['All notes', 'Late']);
		expect(texts.filter((text) => text === 'Ilka')).toHaveLength(124);
		for (let i = 0; i < 120; i++) expect(texts).toContain(`Idea ${i}`);
		for (const { items, size } of list)
			for (const item of items) if (item.type === 'text') expect(item.y).toBeLessThan(size.h);
	});

	it('keeps pages of the size of what they show within what such a file can hold', () => {
		expect(ownSize({ w: 400, h: 200 })).toEqual({ w: 300, h: 150 });
		expect(ownSize({ w: 90_000, h: 30 }).w).toBe(MAX_PAGE);
		expect(ownSize({ w: 90_000, h: 3 }).h).toBe(1);
	});

	it('of a poster begins with the plan and names each page of paper', async () => {
		const { model } = board();
		const { services, pdf } = recorder();
		await posterFile(
			{ model, title: 'Café', poster: { paper: 'a4', extent: { heightMm: 400 }, overlapMm: 10 } },
			services,
		);
		const names = pdf().pages.map(({ bookmark }) => bookmark!.title);
		expect(names.slice(0, 3)).toEqual(['Café', 'A1', 'A2']);
		const drawn = pdf().pages.map(({ items }) => items.filter(({ type }) => type === 'text').length);
		expect(drawn[0]).toBe(names.length);
		expect(drawn.slice(1).every((count) => count === 1)).toBe(true);
	});
});

describe('slides', () => {
	it('carry the text of an object as one box, as it was written', async () => {
		const { model, editContext, sheet } = testBoard();
		addObject(editContext, model, {
			...noteAt(sheet, 0, 0),
			text: [
				{ runs: [{ text: 'Mend ' }, { text: 'the lamp', bold: true }] },
				{ runs: [{ text: 'site', link: 'https://cafe.example' }], list: 'bullet' },
			],
		});
		const { services, deck } = recorder();
		await slidesFile({ model, title: 'Café' }, services);
		const texts = deck().slides[0]!.items.filter((item): item is SlideText => item.type === 'text');
		const own = texts.find(({ wraps }) => wraps)!;
		expect(own.paragraphs.map(({ runs }) => runs.map(({ text }) => text))).toEqual([
			['Mend ', 'the lamp'],
			['site'],
		]);
		expect(own.paragraphs[0]!.runs[1]).toMatchObject({ bold: true, colour: '#1D2421' });
		expect(own.paragraphs[1]).toMatchObject({ list: 'bullet' });
		expect(own.paragraphs[1]!.runs[0]!.link).toBe('https://cafe.example');
		// The writer's name is a line of its own; nothing is there twice.
		expect(texts.filter(({ wraps }) => !wraps).map(({ paragraphs }) => paragraphs[0]!.runs[0]!.text)).toEqual(
			['Ilka'],
		);
	});

	it('keep a theme’s notes and its place', async () => {
		const { model, editContext, notes } = board();
		acceptThemes(editContext, model, [{ name: 'Repairs', noteIds: notes.slice(0, 2) }]);
		const { services, deck } = recorder();
		await slidesFile({ model, title: '', by: 'sheets' }, services);
		const words = deck().slides.flatMap(({ items }) =>
			items.flatMap((item) =>
				item.type === 'text' ? item.paragraphs.flatMap(({ runs }) => runs.map(({ text }) => text)) : [],
			),
		);
		expect(words).toEqual(expect.arrayContaining(['Repairs', 'Lamp', 'Wire', 'Toaster', 'Outside']));
		for (const { at } of deck().slides[0]!.items)
			expect(Number.isFinite(at.x + at.y + at.w + at.h)).toBe(true);
	});
});
