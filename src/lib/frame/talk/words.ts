/** How talk is worded: what a thread is about, and the pieces of a text. */
import type { BoardModel } from '$core/board/model/model';
import type { Spot } from '$core/talk/edits';
import { plainText } from '$core/text/rich';
import { m } from '$lib/messages';
import { kindName } from '$lib/kinds-ui';

/** What a thread hangs on, in words. */
export function aboutWhat(
	model: BoardModel,
	{ on, quote, sheet }: Pick<Spot, 'on' | 'quote' | 'sheet'>,
): string {
	if (on === undefined) {
		const title = model.sheets.find(({ id }) => id === sheet)?.title;
		return title === undefined ? m.about_sheet_gone() : m.about_spot({ sheet: title });
	}
	const object = model.find(on);
	if (!object) return quote ? m.about_gone({ quote }) : m.about_gone_untold();
	const text = plainText(object.text).replace(/\s+/g, ' ').trim();
	const kind = kindName(object.kind);
	return text === ''
		? kind
		: m.about_object({ kind, text: text.length > 80 ? `${text.slice(0, 79)}…` : text });
}

export interface Piece {
	is: 'text' | 'name' | 'link';
	text: string;
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** A text in pieces: names of people who are called, links, and what is between. */
export function pieces(text: string, people: readonly { name: string }[]): Piece[] {
	const names = [...people]
		.map(({ name }) => name)
		.sort((a, b) => b.length - a.length)
		.map((name) => `@${escaped(name)}`);
	const pattern = new RegExp(`(${[...names, 'https?://[^\\s<>"]+[^\\s<>".,;:!?)]'].join('|')})`, 'gi');
	return text.split(pattern).flatMap((piece, i): Piece[] => {
		if (piece === '') return [];
		if (i % 2 === 0) return [{ is: 'text', text: piece }];
		return [{ is: piece.startsWith('@') ? 'name' : 'link', text: piece }];
	});
}
