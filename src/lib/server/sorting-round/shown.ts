/** What is shown of a round: to everybody, and to those who lead. */
import { seesNames } from '$core/access/rights';
import type { ShownRound } from '$core/contract/sorting-round';
import type { ToSort } from '$core/meeting/sorting-step';
import { isNearlySame } from '$core/themes/together/names';
import type { RoundReading } from '$core/themes/together/round';
import { m } from '$lib/messages';
import type { Membership } from '../boards';
import type { Speaking } from '../names';
import type { Rows } from './rows';

/** Own answers that are told, to be looked at again. */
const OWN_TOLD = 30;

export interface OpenRound extends ToSort {
	run: string;
}

/** Themes of a round: those that stand on the board, and those that were named in it. */
export const themesIn = ({ themes }: ToSort, rows: Rows): { id: string; name: string }[] => [
	...themes,
	...rows.themes.map(({ id, name }) => ({ id, name })),
];

/** Themes that were not joined with another one. */
export const standing = (themes: { id: string; name: string }[], { themes: rows }: Rows) => {
	const joined = new Set(rows.flatMap(({ id, joinedInto: into }) => (into ? [id] : [])));
	return themes.filter(({ id }) => !joined.has(id));
};

/** What everybody sees. */
export function common(
	open: OpenRound,
	rows: Rows,
	reading: RoundReading,
	personId: string,
	people: number,
): Omit<ShownRound, 'sorts' | 'deal' | 'led'> {
	const themes = standing(themesIn(open, rows), rows);
	const { themes: agreed } = reading.outcome;
	const notes = new Set(open.notes.map(({ id }) => id));
	return {
		run: open.run,
		themes: themes.map(({ id, name }) => ({ id, name, count: agreed.get(id)?.length ?? 0 })),
		similar: themes.flatMap(({ id, name }, i) =>
			themes
				.slice(i + 1)
				.flatMap((other): [string, string][] => (isNearlySame(name, other.name) ? [[id, other.id]] : [])),
		),
		notes: open.notes.length,
		people,
		progress: reading.progress,
		own: rows.answers
			.filter((answer) => answer.personId === personId && notes.has(answer.note))
			.slice(-OWN_TOLD)
			.map(({ note, theme }) => ({ note, ...(theme === null ? {} : { theme }) })),
	};
}

/** What those who lead see beside that. */
export function led(
	open: OpenRound,
	rows: Rows,
	reading: RoundReading,
	speakers: ReadonlyMap<string, Speaking>,
	{ role, policy }: Membership,
): NonNullable<ShownRound['led']> {
	const themes = standing(themesIn(open, rows), rows);
	const { themes: agreed, disputed, left } = reading.outcome;
	const isNamed = policy.names === 'shown' && seesNames(role, policy);
	return {
		...(reading.agreement === undefined ? {} : { agreement: reading.agreement }),
		overlaps: reading.overlaps.slice(0, 10),
		disputed: disputed.map((note) => ({
			note,
			said: reading.saidOf(note).map(({ person, theme }) => ({
				...(theme === undefined ? {} : { theme }),
				...(isNamed ? { by: speakers.get(person)?.speaker.name ?? m.voice_gone() } : {}),
			})),
		})),
		outcome: {
			themes: themes.map(({ id, name }) => ({ id, name, noteIds: agreed.get(id) ?? [] })),
			left: [...disputed, ...left],
		},
	};
}
