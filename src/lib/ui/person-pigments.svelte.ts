/** The colours that people go by: the one that they chose, or else one that comes from their id. */
import { pigmentOf, type Pigment } from '$core/board/colours';
import { SvelteMap } from 'svelte/reactivity';

const chosen = new SvelteMap<string, Pigment>();

/** Takes over what is known of chosen colours, by person. */
export function learnPigments(pigments: Readonly<Record<string, Pigment | undefined>>): void {
	for (const [person, pigment] of Object.entries(pigments)) {
		if (chosen.get(person) === pigment) continue;
		if (pigment) chosen.set(person, pigment);
		else chosen.delete(person);
	}
}

export const pigmentFor = (person: string): Pigment => chosen.get(person) ?? pigmentOf(person);
