/** Notes: moderation cards in four forms and eight pigments, with a band that says who wrote it. */
import { z } from 'zod';
import type { Box } from '../../geometry/box';
import { fit, heightAt, layout, type LaidText, type LayoutOptions } from '../../text/layout';
import { isEmpty } from '../../text/rich';
import { pigmentColours, PIGMENTS, type Pigment } from '../colours';
import type { Drawing, Primitive, SceneContext } from '../drawing';
import type { ObjectOf } from '../objects';
import { ALIGNMENTS, common, family, pigment } from './common';
import { boxOf, inOutline } from './outline';
import { PIECE, textItems, type Kind, type Setting } from './kind';

export const NOTE_FORMS = ['card', 'square', 'oval', 'round'] as const;
export type NoteForm = (typeof NOTE_FORMS)[number];

/** Size that each form starts with, in board units. */
export const NOTE_SIZES: Record<NoteForm, { w: number; h: number }> = {
	card: { w: 160, h: 96 },
	square: { w: 128, h: 128 },
	oval: { w: 176, h: 112 },
	round: { w: 136, h: 136 },
};

export const noteSchema = z.object({
	...common,
	kind: z.literal('note'),
	style: z.object({
		form: z.enum(NOTE_FORMS),
		pigment,
		family: family.optional(),
		align: z.enum(ALIGNMENTS).optional(),
		/** Type size set by hand, board units; fitted to the room where left out. */
		size: z.number().gte(6).lte(200).optional(),
		/** Whether the band with the writer's name is left out. */
		bare: z.boolean().optional(),
	}),
});

/** Type sizes between which the text of a note is fitted, in board units. */
export const NOTE_TEXT = { least: 10, most: 17 };
const BAND = 20;
const BAND_TEXT = 11;
const SHADOW = '#0000003D';

const isRound = (note: ObjectOf<'note'>): boolean =>
	note.style.form === 'oval' || note.style.form === 'round';

/** Where the text goes: below the band on cards, in the largest inner box on ovals. */
function room(note: ObjectOf<'note'>): Box {
	const [, , w, h] = note.box;
	const top = note.style.bare ? 4 : BAND;
	if (!isRound(note)) return { x: 10, y: top + 5, w: Math.max(8, w - 20), h: Math.max(8, h - top - 12) };
	const inner = { w: w * 0.76, h: h * 0.58 };
	return { x: (w - inner.w) / 2, y: (h - inner.h) / 2 + 4, w: inner.w, h: inner.h };
}

const options = (note: ObjectOf<'note'>, context: SceneContext): LayoutOptions => {
	const { w, h } = room(note);
	return {
		room: { w, h },
		family: note.style.family ?? 'sans',
		align: note.style.align ?? 'centre',
		stand: 'middle',
		measure: context.measure,
	};
};

/** Text at the size set by hand, or as large as its room allows. Large notes carry larger text. */
function lay(note: ObjectOf<'note'>, context: SceneContext): LaidText {
	if (note.style.size !== undefined) return layout(note.text, note.style.size, options(note, context));
	const scale = Math.max(1, Math.min(note.box[2] / 160, note.box[3] / 96));
	return fit(note.text, NOTE_TEXT.least, Math.round(NOTE_TEXT.most * scale), options(note, context));
}

function setText(note: ObjectOf<'note'>, context: SceneContext): Setting {
	const { ink } = pigmentColours(note.style.pigment);
	return {
		room: room(note),
		laid: lay(note, context),
		ink,
		family: note.style.family ?? 'sans',
		bold: false,
		align: note.style.align ?? 'centre',
		stand: 'middle',
		on: ink === '#1D2421' ? 'linen' : 'slate',
	};
}

/**
 * Whether a note has more text than can be read from where a whole wall of notes is seen: its type had to
 * shrink to the least size.
 */
export const isTooLong = (note: ObjectOf<'note'>, context: SceneContext): boolean =>
	!isEmpty(note.text) && lay(note, context).size <= NOTE_TEXT.least + 0.5;

/**
 * The small glyph in the corner that tells pigments apart without colour: a count of ticks and a
 * direction, each pigment its own.
 */
function glyph(pigment: string, x: number, y: number, ink: string): Primitive[] {
	const s = 3.2;
	if (!PIGMENTS.some((each) => each === pigment)) return [];
	const forms: Record<Pigment, { points: [number, number][]; closed: boolean }> = {
		ochre: {
			points: [
				[-s, -s],
				[s, -s],
				[s, s],
				[-s, s],
			],
			closed: true,
		},
		brick: {
			points: [
				[-s, s],
				[0, -s],
				[s, s],
			],
			closed: true,
		},
		moss: {
			points: [
				[-s, 0],
				[0, s],
				[s, -s],
			],
			closed: false,
		},
		lake: {
			points: [
				[-s, 1],
				[-s / 2, -1],
				[0, 1],
				[s / 2, -1],
				[s, 1],
			],
			closed: false,
		},
		plum: {
			points: [
				[0, -s],
				[s, 0],
				[0, s],
				[-s, 0],
			],
			closed: true,
		},
		clay: {
			points: [
				[-s, 0],
				[s, 0],
			],
			closed: false,
		},
		chalk: {
			points: [
				[-s, -s],
				[s, s],
			],
			closed: false,
		},
		slate: {
			points: [
				[0, -s],
				[0, s],
			],
			closed: false,
		},
	};
	const { points, closed } = forms[pigment as Pigment];
	return [
		{
			type: 'path',
			points: points.map(([dx, dy]) => [x + dx, y + dy] as const),
			closed,
			stroke: ink + 'B0',
			width: 1.4,
			fine: true,
		},
	];
}

/** The card itself, without shadow, band and glyph. */
function face(note: ObjectOf<'note'>): Primitive {
	const [, , w, h] = note.box;
	const fill = pigmentColours(note.style.pigment).ground;
	return isRound(note)
		? { type: 'ellipse', cx: w / 2, cy: h / 2, rx: w / 2, ry: h / 2, fill }
		: { type: 'rect', x: 0, y: 0, w, h, r: 3, fill };
}

function ground(note: ObjectOf<'note'>): Primitive[] {
	const [, , w, h] = note.box;
	const colours = pigmentColours(note.style.pigment);
	if (isRound(note)) {
		const ellipse = { type: 'ellipse', cx: w / 2, cy: h / 2, rx: w / 2, ry: h / 2 } as const;
		return [
			{ ...ellipse, cy: h / 2 + 2, fill: SHADOW, fine: true },
			face(note),
			...glyph(note.style.pigment, w / 2, h - 12, colours.ink),
		];
	}
	return [
		{ type: 'rect', x: 1, y: 2, w: w - 1, h, r: 3, fill: SHADOW, fine: true },
		face(note),
		...(note.style.bare
			? []
			: [{ type: 'rect', x: 0, y: 0, w, h: BAND, r: 3, fill: colours.band, fine: true } as const]),
		...glyph(note.style.pigment, w - 11, BAND / 2, colours.ink),
	];
}

/** The writer's name, shortened to what the band has room for. */
function author(note: ObjectOf<'note'>, context: SceneContext): Primitive[] {
	const face = { family: 'sans', bold: false, italic: false } as const;
	const most = isRound(note) ? note.box[2] * 0.4 : note.box[2] - 34;
	let name = note.by[1];
	const widthOf = (text: string): number => context.measure(text, face) * BAND_TEXT;
	if (widthOf(name) > most) {
		while (name.length > 1 && widthOf(name + '…') > most) name = name.slice(0, -1);
		name += '…';
	}
	if (name === '') return [];
	const width = widthOf(name);
	const x = isRound(note) ? (note.box[2] - width) / 2 : 9;
	const y = isRound(note) ? note.box[3] * 0.13 + 7 : 14;
	const fill = pigmentColours(note.style.pigment).ink + 'D0';
	return [{ type: 'text', x, y, width, text: name, size: BAND_TEXT, face, fill, fine: true }];
}

export const note: Kind<'note'> = {
	name: 'note',
	traits: { ...PIECE, textOnly: true, height: 'grows', keepsRatio: true, isCard: true, votable: 'inside' },
	resizable: true,
	blocks: true,
	least: { w: 64, h: 56 },
	outline: (object) => (isRound(object) ? 'ellipse' : 'box'),
	setText,
	draw(object, context): Drawing {
		if (context.coarse) return { box: boxOf(object.box), items: [face(object)] };
		const items = [...ground(object), ...(object.style.bare ? [] : author(object, context))];
		if (!isEmpty(object.text)) items.push(...textItems(setText(object, context)));
		return { box: boxOf(object.box), items };
	},
	swatch: ({ style }) => pigmentColours(style.pigment).ground,
	hit: (object, p, reach) => inOutline(isRound(object) ? 'ellipse' : 'box', boxOf(object.box), p, reach / 2),
	grownHeight(object, context) {
		const height = object.box[3];
		if (isEmpty(object.text) || lay(object, context).fits) return height;
		const size = object.style.size ?? NOTE_TEXT.least;
		const missing = heightAt(object.text, size, options(object, context)) - room(object).h;
		// In an oval only a part of the added height becomes room for text.
		return Math.ceil(height + missing / (isRound(object) ? 0.58 : 1) + 1);
	},
};
