import type { HolderKind } from '$core/board/holders/forms';
import type { NoteForm, ShapeName, TextRole } from '$core/board/objects';
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
	nib: 'round',
	ink: 'white',
	width: 5,
	eraser: 'whole',
	holder: 'columns',
	mark: undefined,
	markFill: 'chalk',
};
