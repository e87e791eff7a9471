import { describe, expect, it } from 'vitest';
import { roughMeasure } from '../text/fonts';
import {
	blend,
	CHALKS,
	chalkOn,
	contrast,
	extremes,
	pigmentOf,
	PIGMENT_COLOURS,
	PIGMENTS,
	SURFACE_COLOURS,
	SURFACES,
} from './colours';
import type { Primitive } from './drawing';
import { addObject, addObjects, restyle, setText } from './ops/edits';
import { flatten } from '../link/curved';
import { crossesAny } from '../link/polyline';
import { boxOf, inOutline } from './kinds/outline';
import { SHAPE_FORMS } from './shapes';
import { drawingOf, hits, outlineOf, leastSize, neededHeight, settingOf } from './kinds';
import { NOTE_FORMS, SHAPES } from './objects';
import { groundOf, MIN_CONTRAST, ownGround, plainGround } from './ground';
import { inPaintOrder, pictureOf, sceneContext } from './scene';
import { fieldAt, linkBetween, noteAt, shapeAt, testBoard } from './testing';

const textIn = (items: Primitive[]): string[] =>
	items.flatMap((item) => (item.type === 'text' ? [item.text] : []));

describe('a picture on the ground', () => {
	it('is veiled as much as every chalk needs to be read on its darkest and lightest parts', () => {
		for (const surface of SURFACES) {
			for (const [dark, light] of [
				['#000000', '#FFFFFF'],
				['#203040', '#708090'],
				['#D8D0C0', '#FFF8E8'],
			] as const) {
				const ground = groundOf({
					surface,
					ground: { picture: { file: 'a'.repeat(64), natural: [3200, 800], dark, light } },
				});
				expect(ground.picture).toMatchObject({ w: 1600, h: 400 });
				expect(ground.pattern).toBe('none');
				for (const part of [dark, light]) {
					const seen = blend(part, ground.colour, ground.picture!.veil);
					for (const chalk of CHALKS)
						expect(contrast(chalkOn(chalk, ground.surface), seen)).toBeGreaterThanOrEqual(4.4);
				}
			}
		}
	});

	it('has its darkest and lightest parts found among pixels', () => {
		const pixels = [10, 20, 30, 255, 250, 240, 230, 255, 128, 128, 128, 255];
		expect(extremes(pixels)).toEqual({ dark: '#0A141E', light: '#FAF0E6' });
	});
});

describe('colours', () => {
	it('has text on every pigment with a contrast of at least 7', () => {
		for (const pigment of PIGMENTS) {
			const { ground, ink } = PIGMENT_COLOURS[pigment];
			expect(contrast(ground, ink), pigment).toBeGreaterThanOrEqual(7);
		}
	});

	it('has every chalk readable on every surface', () => {
		for (const surface of SURFACES) {
			for (const chalk of CHALKS) {
				expect(
					contrast(chalkOn(chalk, surface), SURFACE_COLOURS[surface].ground),
					`${chalk} on ${surface}`,
				).toBeGreaterThanOrEqual(4.5);
			}
		}
	});

	it('keeps chalks readable on any ground of one’s own', () => {
		for (let i = 0; i < 60; i++) {
			const wanted = `#${((i * 2654435761) >>> 8).toString(16).padStart(6, '0').slice(0, 6)}`;
			const { colour, surface } = ownGround(wanted);
			for (const chalk of CHALKS) {
				expect(contrast(chalkOn(chalk, surface), colour), `${chalk} on ${wanted}`).toBeGreaterThanOrEqual(
					MIN_CONTRAST,
				);
			}
		}
		expect(ownGround('#101820').colour).toBe('#101820');
		expect(groundOf({ surface: 'linen', ground: { pattern: 'lines' } })).toEqual({
			...plainGround('linen'),
			pattern: 'lines',
		});
	});

	it('gives a person the same pigment everywhere', () => {
		expect(pigmentOf('demo-ilka')).toBe(pigmentOf('demo-ilka'));
		expect(new Set(Array.from({ length: 40 }, (_, i) => pigmentOf(`p${i}`))).size).toBeGreaterThan(4);
	});
});

describe('drawing notes', () => {
	it('shows writer and text on every form, inside its box', () => {
		const { model, editContext, sheet } = testBoard();
		for (const form of NOTE_FORMS) {
			const id = addObject(editContext, model, {
				...noteAt(sheet, 0, 0, 'Spare fuses gone'),
				style: { form, pigment: 'lake' },
			});
			const { items } = drawingOf(model.find(id)!, sceneContext(model, 'slate', roughMeasure));
			const words = textIn(items).join(' ');
			expect(words).toContain('Ilka');
			expect(words).toContain('Spare');
			for (const item of items) {
				if (item.type === 'text') {
					expect(item.x).toBeGreaterThanOrEqual(0);
					expect(item.x + item.width).toBeLessThanOrEqual(160);
				}
			}
		}
	});

	it('shrinks long text to the least size, then asks for a higher note', () => {
		const { model, editContext, sheet } = testBoard();
		const context = sceneContext(model, 'slate', roughMeasure);
		const id = addObject(editContext, model, noteAt(sheet, 0, 0, 'Short'));
		expect(settingOf(model.find(id)!, context)!.laid.size).toBe(17);
		expect(neededHeight(model.find(id)!, context)).toBe(96);
		setText(editContext, id, 'Everybody wants to talk about the roof and nobody about the rent. '.repeat(6));
		const note = model.find(id)!;
		expect(settingOf(note, context)!.laid).toMatchObject({ size: 10, fits: false });
		const height = neededHeight(note, context);
		const grown = { ...note, box: [0, 0, 160, height, 0] as (typeof note)['box'] };
		expect(settingOf(grown, context)!.laid.fits).toBe(true);
	});

	it('shortens a long name to the room in the band', () => {
		const { model, editContext, sheet } = testBoard();
		const by: [string, string] = ['x', 'Maximiliane von und zu Obernkirchen'];
		const id = addObject(editContext, model, { ...noteAt(sheet, 0, 0), by });
		const name = textIn(drawingOf(model.find(id)!, sceneContext(model, 'slate', roughMeasure)).items)[0]!;
		expect(name.endsWith('…')).toBe(true);
		expect(name.startsWith('Maxi')).toBe(true);
	});
});

describe('drawing the rest', () => {
	it('sets text in the true inner room of each shape', () => {
		const { model, editContext, sheet } = testBoard();
		const context = sceneContext(model, 'slate', roughMeasure);
		for (const shape of SHAPES) {
			const { size } = SHAPE_FORMS[shape];
			const id = addObject(editContext, model, {
				...shapeAt(sheet, 0, 0, 'Go?'),
				box: [0, 0, size.w, size.h, 0],
				style: { shape, fill: 'moss', chalk: 'white' },
			});
			const object = model.find(id)!;
			const { room, laid } = settingOf(object, context)!;
			expect(laid.fits || shape === 'parallel', shape).toBe(true);
			const outline = outlineOf(object);
			for (const [x, y] of [
				[room.x, room.y],
				[room.x + room.w, room.y],
				[room.x, room.y + room.h],
				[room.x + room.w, room.y + room.h],
			] as const) {
				expect.soft(inOutline(outline, boxOf(object.box), { x, y }, 1), `${shape} at ${x} ${y}`).toBe(true);
			}
			expect(leastSize(object).w).toBeGreaterThan(0);
		}
		expect(SHAPES.length).toBeGreaterThanOrEqual(28);
	});

	it('draws every shape inside its box, in any proportion', () => {
		for (const shape of SHAPES) {
			for (const [w, h] of [
				[160, 80],
				[60, 200],
				[24, 24],
			] as const) {
				for (const part of SHAPE_FORMS[shape].parts(w, h)) {
					const points =
						part.type === 'curve'
							? flatten(part.points.map(([x, y]) => ({ x, y })))
							: part.type === 'path'
								? part.points.map(([x, y]) => ({ x, y }))
								: [];
					for (const p of points) {
						expect(p.x, `${shape} ${w} ${h}`).toBeGreaterThan(-w * 0.03 - 1);
						expect(p.x, `${shape} ${w} ${h}`).toBeLessThan(w * 1.03 + 1);
						expect(p.y, `${shape} ${w} ${h}`).toBeGreaterThan(-h * 0.03 - 1);
						expect(p.y, `${shape} ${w} ${h}`).toBeLessThan(h * 1.03 + 1);
					}
				}
			}
		}
	});

	it('changes into another shape keeping text and look', () => {
		const { model, editContext, sheet } = testBoard();
		const id = addObject(editContext, model, {
			...shapeAt(sheet, 0, 0, 'Passed?'),
			style: { shape: 'process', fill: 'moss', chalk: 'white', width: 4 },
		});
		restyle(editContext, model, [id], { shape: 'decision' });
		expect(model.find(id)).toMatchObject({ style: { shape: 'decision', fill: 'moss', width: 4 } });
		expect(textIn(drawingOf(model.find(id)!, sceneContext(model, 'slate', roughMeasure)).items)).toEqual([
			'Passed?',
		]);
	});

	it('draws a connector with its arrowhead and keeps its label clear of the line', () => {
		const { model, editContext, sheet } = testBoard();
		const [a, b] = addObjects(editContext, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 500, 0)]) as [
			string,
			string,
		];
		const id = addObject(editContext, model, { ...linkBetween(sheet, a, b), text: 'yes' });
		const { items } = drawingOf(model.find(id)!, sceneContext(model, 'paper', roughMeasure));
		expect(items.filter((item) => item.type === 'path')).toHaveLength(2);
		const label = settingOf(model.find(id)!, sceneContext(model, 'paper', roughMeasure))!.room;
		expect(crossesAny(model.routeOf(id)!.path, [label])).toBe(false);
		expect(textIn(items)).toEqual(['yes']);
	});

	it('lets the hand reach into a field, and take the field by its title or edge', () => {
		const { model, editContext, sheet } = testBoard();
		const context = sceneContext(model, 'slate', roughMeasure);
		const field = model.find(addObject(editContext, model, fieldAt(sheet, 0, 0)))!;
		const note = model.find(addObject(editContext, model, noteAt(sheet, 200, 150)))!;
		expect(hits(field, { x: 300, y: 20 }, 4, context)).toBe(true);
		expect(hits(field, { x: 1, y: 300 }, 4, context)).toBe(true);
		expect(hits(field, { x: 500, y: 350 }, 4, context)).toBe(false);
		expect(model.at(sheet, { x: 250, y: 200 }, 4, context)?.id).toBe(note.id);
		expect(model.at(sheet, { x: 1, y: 300 }, 4, context)?.id).toBe(field.id);
		expect(model.fieldOf(note)?.id).toBe(field.id);
	});

	it('paints regions first and links under what they tie', () => {
		const { model, editContext, sheet } = testBoard();
		const [a, b] = addObjects(editContext, model, [shapeAt(sheet, 0, 0), shapeAt(sheet, 400, 0)]) as [
			string,
			string,
		];
		addObject(editContext, model, linkBetween(sheet, a, b));
		addObject(editContext, model, fieldAt(sheet, -50, -50));
		expect(inPaintOrder(model.onSheet(sheet)).map((object) => object.kind)).toEqual([
			'field',
			'connector',
			'shape',
			'shape',
		]);
		const picture = pictureOf(model, model.onSheet(sheet), plainGround('slate'), roughMeasure)!;
		expect(picture.view).toEqual({ x: -82, y: -82, w: 642 + 32, h: 464 });
		expect(pictureOf(model, [], plainGround('slate'), roughMeasure)).toBeUndefined();
	});
});
