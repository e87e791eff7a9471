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
	/** A picture of one's own, laid side by side over the whole sheet, under a veil of the ground's colour. */
	picture?: GroundPicture | undefined;
}

export interface GroundPicture {
	file: string;
	/** Size of one, board units. */
	w: number;
	h: number;
	/** Pixels of the whole file. */
	natural: readonly [number, number];
	/** How much of the ground's colour lies over it, 0 to 1: as much as letters need to stay readable. */
	veil: number;
	/** Whether it moves: then it is played under what is painted, which leaves it room. */
	moves: boolean;
}

/** Side of a picture on the ground at most, board units. */
const LARGEST_PICTURE = 1600;

/** Least contrast of every chalk on every ground (WCAG 2.2, 1.4.3). */
export const MIN_CONTRAST = 4.5;

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
	for (let share = 0.04; leastContrast(colour, surface) < MIN_CONTRAST && share <= 1; share += 0.04) {
		colour = blend(wanted, towards, share);
	}
	const grain = blend(colour, isDark ? '#FFFFFF' : '#000000', 0.12);
	return { colour, grain, field: SURFACE_COLOURS[surface].field, pattern: 'dots', surface };
}

/** How much of a colour has to lie over a picture so that every chalk reads on its darkest and lightest parts. */
export function veilOver(ground: Pick<Ground, 'colour' | 'surface'>, parts: readonly string[]): number {
	const reads = (veil: number): boolean =>
		parts.every((part) => leastContrast(blend(part, ground.colour, veil), ground.surface) >= MIN_CONTRAST);
	for (let veil = 0.3; veil < 1; veil += 0.02) if (reads(veil)) return Math.round(veil * 100) / 100;
	return 1;
}

export function groundOf(sheet: Pick<Sheet, 'surface' | 'ground'> | undefined): Ground {
	const { colour, pattern, picture } = sheet?.ground ?? {};
	const ground = colour ? ownGround(colour) : plainGround(sheet?.surface ?? 'slate');
	// Over a picture no pattern is drawn unless it is asked for.
	const own: Ground = { ...ground, pattern: pattern ?? (picture ? 'none' : ground.pattern) };
	if (!picture) return own;
	const [w, h] = picture.natural;
	const scale = Math.min(1, LARGEST_PICTURE / Math.max(w, h));
	return {
		...own,
		picture: {
			file: picture.file,
			natural: picture.natural,
			w: w * scale,
			h: h * scale,
			veil: veilOver(own, [picture.dark, picture.light]),
			moves: picture.animated ?? false,
		},
	};
}

/** How somebody wants to see the ground: without anything on it while it is shown to others, without motion. */
export interface GroundPreference {
	bare: boolean;
	still: boolean;
}

export function preferredGround(ground: Ground, { bare, still }: GroundPreference): Ground {
	if (bare) return { ...ground, pattern: 'none', picture: undefined };
	return still && ground.picture ? { ...ground, picture: { ...ground.picture, moves: false } } : ground;
}
