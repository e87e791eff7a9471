/**
 * Colours of the board. Notes and filled shapes carry a *pigment*; strokes, connectors and bare text
 * carry a *chalk* token that each surface resolves to its own readable value.
 */

import { formatHex, interpolate, modeLrgb, modeRgb, useMode, wcagContrast, wcagLuminance } from 'culori/fn';

// Only what is used of the colour library goes into the bundles.
useMode(modeRgb);
useMode(modeLrgb);

export const SURFACES = ['slate', 'paper', 'linen'] as const;
export type Surface = (typeof SURFACES)[number];

export const PIGMENTS = ['ochre', 'brick', 'moss', 'lake', 'plum', 'clay', 'chalk', 'slate'] as const;
export type Pigment = (typeof PIGMENTS)[number];
export const isPigment = (value: unknown): value is Pigment =>
	(PIGMENTS as readonly unknown[]).includes(value);

export const CHALKS = ['white', 'ochre', 'brick', 'moss', 'lake', 'plum', 'clay', 'grey'] as const;
export type Chalk = (typeof CHALKS)[number];

/** Ground of a surface and the colour of its dots. */
export const SURFACE_COLOURS: Record<Surface, { ground: string; grain: string; field: string }> = {
	slate: { ground: '#25322E', grain: '#384742', field: '#FFFFFF09' },
	paper: { ground: '#F6F1E6', grain: '#E2DACA', field: '#00000008' },
	linen: { ground: '#DBD4C6', grain: '#C6BEAD', field: '#00000009' },
};

/** Ground of a pigment, its darker band, and the ink that reads on both (at least 7:1 on the ground). */
export const PIGMENT_COLOURS: Record<Pigment, { ground: string; band: string; ink: string }> = {
	ochre: { ground: '#E2B85C', band: '#CBA451', ink: '#1D2421' },
	brick: { ground: '#E3A88F', band: '#CE967E', ink: '#1D2421' },
	moss: { ground: '#B7C485', band: '#A4B075', ink: '#1D2421' },
	lake: { ground: '#9BC7CE', band: '#89B2B9', ink: '#1D2421' },
	plum: { ground: '#CBB1D2', band: '#B79EBE', ink: '#1D2421' },
	clay: { ground: '#D6C0A4', band: '#C1AC91', ink: '#1D2421' },
	chalk: { ground: '#F1ECDF', band: '#DCD6C7', ink: '#1D2421' },
	slate: { ground: '#40504B', band: '#36453F', ink: '#F5F1E8' },
};

const CHALK_VALUES: Record<Chalk, Record<Surface, string>> = {
	white: { slate: '#F2EEE3', paper: '#1D2421', linen: '#1D2421' },
	ochre: { slate: '#EBC56C', paper: '#8A5A00', linen: '#7A4F00' },
	brick: { slate: '#F0A78A', paper: '#A23B1E', linen: '#93341A' },
	moss: { slate: '#BFD184', paper: '#55651A', linen: '#4A5916' },
	lake: { slate: '#8FCBD6', paper: '#1B6675', linen: '#155A68' },
	plum: { slate: '#D7B5E0', paper: '#7A3F8C', linen: '#6E377F' },
	clay: { slate: '#DCC3A2', paper: '#7A5A34', linen: '#6C4E2B' },
	grey: { slate: '#A9B5AF', paper: '#55605B', linen: '#4A544F' },
};

/** A colour of somebody's own, as #RRGGBB: it looks the same on every surface. */
export const OWN_COLOUR = /^#[0-9A-Fa-f]{6}$/;

/** What a chalk token, or a colour of one's own, looks like on a surface. */
export const chalkOn = (chalk: string, surface: Surface): string =>
	OWN_COLOUR.test(chalk) ? chalk : (CHALK_VALUES[chalk as Chalk] ?? CHALK_VALUES.white)[surface];

/** Ground, band and ink of a pigment; for a colour of one's own they are derived, the ink by contrast. */
export function pigmentColours(pigment: string): { ground: string; band: string; ink: string } {
	if (!OWN_COLOUR.test(pigment)) return PIGMENT_COLOURS[pigment as Pigment] ?? PIGMENT_COLOURS.chalk;
	const [dark, light] = ['#1D2421', '#F5F1E8'] as const;
	const ink = contrast(pigment, dark) >= contrast(pigment, light) ? dark : light;
	return { ground: pigment, band: blend(pigment, ink, 0.1), ink };
}

/** `share` of colour `b` mixed into colour `a`, both #RRGGBB. */
export const blend = (a: string, b: string, share: number): string =>
	formatHex(interpolate([a, b], 'rgb')(share))!.toUpperCase();

/** A colour with its alpha part scaled by `share`, 0 to 1. */
export function seeThrough(colour: string, share: number): string {
	const alpha = colour.length === 9 ? parseInt(colour.slice(7), 16) : 255;
	return (
		colour.slice(0, 7) +
		Math.round(alpha * share)
			.toString(16)
			.padStart(2, '0')
			.toUpperCase()
	);
}

/** Contrast of two colours given as #RRGGBB, from 1 to 21 (WCAG 2.2, "contrast ratio"). */
export const contrast = (a: string, b: string): number => wcagContrast(a, b);

/** The darkest and the lightest colour among pixels given as red, green, blue, alpha. */
export function extremes(pixels: ArrayLike<number>): { dark: string; light: string } {
	let dark = { luminance: Infinity, colour: '#FFFFFF' };
	let light = { luminance: -Infinity, colour: '#000000' };
	for (let i = 0; i + 3 < pixels.length; i += 4) {
		const rgb = {
			mode: 'rgb',
			r: pixels[i]! / 255,
			g: pixels[i + 1]! / 255,
			b: pixels[i + 2]! / 255,
		} as const;
		const luminance = wcagLuminance(rgb);
		if (luminance < dark.luminance) dark = { luminance, colour: formatHex(rgb).toUpperCase() };
		if (luminance > light.luminance) light = { luminance, colour: formatHex(rgb).toUpperCase() };
	}
	return { dark: dark.colour, light: light.colour };
}

/** The pigment that stands for a person who has chosen none: the same one on every screen. */
export function pigmentOf(personId: string): Pigment {
	let hash = 2166136261;
	for (let i = 0; i < personId.length; i++) hash = Math.imul(hash ^ personId.charCodeAt(i), 16777619);
	return PIGMENTS[(hash >>> 0) % 7]!;
}
