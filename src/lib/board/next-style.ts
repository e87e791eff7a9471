import { isConnector, isStroke } from '$core/board/kinds/guards';
import type { HolderKind } from '$core/board/holders/forms';
import type { KindName, NoteForm, ShapeName, TextRole, Tip } from '$core/board/objects';
import type { Nib } from '$core/ink/stroke';
import type { Chosen } from './holders';

/** What the next object of each kind looks like: as the last one did. */
export interface NextStyle {
	form: NoteForm;
	pigment: string;
	role: TextRole;
	shape: ShapeName;
	fill: string;
	chalk: string;
	route: 'straight' | 'curved' | 'right-angled';
	/** Thickness, pattern and ends of the next connector. */
	line: { start: Tip; end: Tip; width?: number; dash?: 'solid' | 'dashed' | 'dotted' };
	nib: Nib;
	/** Colour and thickness of the pen. */
	ink: string;
	width: number;
	/** What the eraser takes: whole strokes, or what it passes over. */
	eraser: 'whole' | 'part';
	/** The holder and the pictogram that are put down next. */
	holder: HolderKind;
	mark: Chosen | undefined;
	/** The disc of marks. */
	markFill: string;
}

export const FIRST_STYLE: NextStyle = {
	form: 'card',
	pigment: 'ochre',
	role: 'body',
	shape: 'rectangle',
	fill: 'none',
	chalk: 'white',
	route: 'right-angled',
	line: { start: 'none', end: 'arrow' },
	nib: 'round',
	ink: 'white',
	width: 5,
	eraser: 'whole',
	holder: 'columns',
	mark: undefined,
	markFill: 'chalk',
};

const OF_LINES = ['start', 'end', 'width', 'dash'];

/**
 * Takes a look over for the next object of that kind.
 * @param kind of what it was chosen for; undefined where nothing is selected
 */
export function remember(next: NextStyle, style: Record<string, unknown>, kind: KindName | undefined): void {
	const object = kind && { kind };
	for (const [key, value] of Object.entries(style)) {
		if (isConnector(object) && OF_LINES.includes(key)) next.line = { ...next.line, [key]: value };
		// The thickness of an outline is not that of the pen.
		else if (key === 'width' && object !== undefined && !isStroke(object)) continue;
		else if (key in next) Object.assign(next, { [key]: value });
	}
}
