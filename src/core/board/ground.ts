/** The ground of a sheet: its colour, what is drawn on it, and which chalks read well there. */
import { blend, CHALKS, chalkOn, contrast, SURFACE_COLOURS, type Surface } from './colours';
import type { Pattern, Sheet } from './objects';

export interface Ground {
	colour: string;
	/** Colour of dots and lines. */
	grain: string;
	/** Fill of fields, nearly clear. */
	field: string;
	pattern: Pattern;
	/** The surface whose chalk values are used. */
	surface: Surface;
}

/** Least contrast of every chalk on every ground (WCAG 2.2, 1.4.3). */
export const LEAST_CONTRAST = 4.5;

export const plainGround = (surface: Surface): Ground => {
	const { ground, grain, field } = SURFACE_COLOURS[surface];
	return { colour: ground, grain, field, pattern: 'dots', surface };
};

const leastContrast = (colour: string, surface: Surface): number =>
	Math.min(...CHALKS.map((chalk) => contrast(chalkOn(chalk, surface), colour)));

/**
 * A ground of somebody's own colour. Chalks have to stay readable on it, so a colour of middling lightness
 * is darkened or lightened as little as that takes.
 */
export function ownGround(wanted: string): Ground {
	const isDark = contrast(wanted, '#FFFFFF') > contrast(wanted, '#000000');
	const surface: Surface = isDark ? 'slate' : 'linen';
	const towards = isDark ? '#000000' : '#FFFFFF';
	let colour = wanted.toUpperCase();
	for (let share = 0.04; leastContrast(colour, surface) < LEAST_CONTRAST && share <= 1; share += 0.04) {
		colour = blend(wanted, towards, share);
	}
	const grain = blend(colour, isDark ? '#FFFFFF' : '#000000', 0.12);
	return { colour, grain, field: SURFACE_COLOURS[surface].field, pattern: 'dots', surface };
}

export function groundOf(sheet: Pick<Sheet, 'surface' | 'ground'> | undefined): Ground {
	const { colour, pattern } = sheet?.ground ?? {};
	const ground = colour ? ownGround(colour) : plainGround(sheet?.surface ?? 'slate');
	return pattern ? { ...ground, pattern } : ground;
}
