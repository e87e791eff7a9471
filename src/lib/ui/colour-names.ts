import { m } from '$lib/messages';

const NAMES: Record<string, () => string> = {
	none: () => m.colour_none(),
	ochre: () => m.colour_ochre(),
	brick: () => m.colour_brick(),
	moss: () => m.colour_moss(),
	lake: () => m.colour_lake(),
	plum: () => m.colour_plum(),
	clay: () => m.colour_clay(),
	chalk: () => m.colour_chalk(),
	slate: () => m.colour_slate(),
	white: () => m.colour_white(),
	grey: () => m.colour_grey(),
};

/** The name of a pigment or chalk token in the language of the interface. */
export const colourName = (name: string): string => NAMES[name]?.() ?? name;
