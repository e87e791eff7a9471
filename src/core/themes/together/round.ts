/**
 * A round in which everybody in a room sorts notes at once: who gets which note, what came of
 * each, and how strongly people agree. Each note goes to two people; where they differ, to a third.
 */
import { krippendorffAlpha } from './agreement';

export interface Answer {
	note: string;
	person: string;
	/** Id of a theme; none where the note was put aside. */
	theme: string | undefined;
}

/** Everything that is known of a round. */
export interface Round {
	/** Notes that are sorted, like ones near each other. */
	notes: readonly string[];
	/** In the order in which they were given; each person answers once about a note. */
	answers: readonly Answer[];
	/** Themes that were joined with another: by id, the one that they are part of. */
	joined: ReadonlyMap<string, string>;
	/** Ids of the people who sort, those who are here now. */
	people: readonly string[];
	/** Notes that lie before somebody who is here, with whom. */
	dealt: readonly { note: string; person: string }[];
}

/** How many people a note goes to, and where those differ. */
const USUAL = 2;
const WHERE_DIFFERENT = 3;

/** What stands for a note that was put aside. */
const ASIDE = '';

export type Verdict =
	/** Not enough people have said where it belongs. */
	| { is: 'open' }
	/** Most agree; no theme means that it was put aside. */
	| { is: 'agreed'; theme: string | undefined }
	/** All said something else. */
	| { is: 'disputed' };

/** The theme that a theme is part of by now. */
export function joinedInto(joined: Round['joined'], theme: string): string {
	let at = theme;
	const seen = new Set<string>();
	for (let next = joined.get(at); next !== undefined && !seen.has(next); next = joined.get(at)) {
		seen.add(next);
		at = next;
	}
	return at;
}

/** What was said about each note, in the order in which it was said. */
export class RoundReading {
	private readonly said = new Map<string, { person: string; value: string }[]>();
	private readonly outstanding = new Map<string, string[]>();

	private readonly here: ReadonlySet<string>;

	constructor(private readonly round: Round) {
		this.here = new Set(round.people);
		for (const note of round.notes) this.said.set(note, []);
		for (const { note, person, theme } of round.answers)
			this.said
				.get(note)
				?.push({ person, value: theme === undefined ? ASIDE : joinedInto(round.joined, theme) });
		for (const { note, person } of round.dealt) {
			if (!this.here.has(person) || this.hasAnswered(note, person)) continue;
			const others = this.outstanding.get(note);
			if (others) others.push(person);
			else this.outstanding.set(note, [person]);
		}
	}

	/** What people said about a note: who, and the theme. */
	saidOf(note: string): readonly { person: string; theme: string | undefined }[] {
		return (this.said.get(note) ?? []).map(({ person, value }) => ({
			person,
			theme: value === ASIDE ? undefined : value,
		}));
	}

	private hasAnswered(note: string, person: string): boolean {
		return this.said.get(note)?.some((each) => each.person === person) ?? false;
	}

	/** How many answers a note needs in all. */
	private neededFor(note: string): number {
		const values = (this.said.get(note) ?? []).map(({ value }) => value);
		const isSplit = values.length >= USUAL && mostOf(values).count * 2 <= values.length;
		const wanted = isSplit ? Math.max(WHERE_DIFFERENT, values.length) : USUAL;
		return Math.min(wanted, this.peopleFor(note));
	}

	/** How many could say something about a note: those who did, and those who are here. */
	private peopleFor(note: string): number {
		const gone = (this.said.get(note) ?? []).filter(({ person }) => !this.here.has(person)).length;
		return Math.max(1, this.here.size + gone);
	}

	verdictOf(note: string): Verdict {
		const values = (this.said.get(note) ?? []).map(({ value }) => value);
		if (values.length < this.neededFor(note) || values.length === 0) return { is: 'open' };
		const { value, count } = mostOf(values);
		if (count * 2 <= values.length) return { is: 'disputed' };
		return { is: 'agreed', theme: value === ASIDE ? undefined : value };
	}

	/**
	 * Notes for a person, the next ones first: those that need an answer which nobody else is
	 * giving, and of those other ones than their neighbours get. Nobody gets so many that others
	 * have none.
	 * @param most how many they get at most
	 */
	dealFor(person: string, most: number): string[] {
		const { notes, people, dealt } = this.round;
		const mine = dealt.filter((each) => each.person === person);
		/** What lies before them, in its order. */
		const own = new Map(mine.map(({ note }, i) => [note, i]));
		const seat = Math.max(0, people.indexOf(person));
		const start = Math.floor((seat * notes.length) / Math.max(1, people.length));
		const turned = notes.map((_, i) => notes[(start + i) % notes.length]!);
		const missing = (note: string): number => {
			const others = (this.outstanding.get(note) ?? []).filter((each) => each !== person);
			return this.neededFor(note) - (this.said.get(note)?.length ?? 0) - others.length;
		};
		// What somebody reads stays before them, also where others were slow and somebody else has
		// it.
		const isOpen = (note: string): boolean =>
			missing(note) > 0 || (own.has(note) && this.verdictOf(note).is === 'open');
		const open = turned.filter((note) => !this.hasAnswered(note, person) && isOpen(note));
		const count = Math.max(1, Math.min(most, Math.floor(this.answersMissing / Math.max(1, people.length))));
		// What lies before them already stays; then what few have looked at.
		const rank = (note: string): number => (own.has(note) ? -1 : (this.said.get(note)?.length ?? 0));
		return open
			.map((note, i) => ({ note, i: own.get(note) ?? i }))
			.sort((a, b) => rank(a.note) - rank(b.note) || a.i - b.i)
			.slice(0, count)
			.map(({ note }) => note);
	}

	/**
	 * Deals notes to a person: they count as lying before them for whoever is dealt to next.
	 * @param back a note about which they took their answer back: they are asked about it again
	 */
	deal(person: string, most: number, back?: string): string[] {
		const next = this.dealFor(person, most);
		const isBack = back !== undefined && this.said.has(back) && !this.hasAnswered(back, person);
		const notes = isBack ? [back, ...next.filter((note) => note !== back)].slice(0, most) : next;
		for (const [note, others] of this.outstanding)
			this.outstanding.set(
				note,
				others.filter((each) => each !== person),
			);
		for (const note of notes) this.outstanding.set(note, [...(this.outstanding.get(note) ?? []), person]);
		return notes;
	}

	/** How many answers are still needed, over all notes. */
	private get answersMissing(): number {
		return this.round.notes.reduce(
			(sum, note) => sum + Math.max(0, this.neededFor(note) - (this.said.get(note)?.length ?? 0)),
			0,
		);
	}

	get progress(): { through: number; disputed: number; open: number } {
		const counts = { through: 0, disputed: 0, open: 0 };
		for (const note of this.round.notes) {
			const { is } = this.verdictOf(note);
			if (is === 'open') counts.open++;
			else counts.through++;
			if (is === 'disputed') counts.disputed++;
		}
		return counts;
	}

	/** Krippendorff's alpha over all notes. */
	get agreement(): number | undefined {
		return krippendorffAlpha([...this.said.values()].map((all) => all.map(({ value }) => value)));
	}

	/** Pairs of themes between which people differ, those that are mixed up most first. */
	get overlaps(): { themes: [string, string]; notes: number }[] {
		const pairs = new Map<string, { themes: [string, string]; notes: number }>();
		for (const all of this.said.values()) {
			const values = [...new Set(all.map(({ value }) => value))].filter((value) => value !== ASIDE).sort();
			values.forEach((a, i) => {
				for (const b of values.slice(i + 1)) {
					const key = JSON.stringify([a, b]);
					const pair = pairs.get(key);
					if (pair) pair.notes++;
					else pairs.set(key, { themes: [a, b], notes: 1 });
				}
			});
		}
		return [...pairs.values()].filter(({ notes }) => notes > 1).sort((a, b) => b.notes - a.notes);
	}

	/**
	 * Notes by theme as they were agreed on; disputed ones, and those that nobody got to, are left.
	 */
	get outcome(): { themes: Map<string, string[]>; disputed: string[]; left: string[] } {
		const themes = new Map<string, string[]>();
		const disputed: string[] = [];
		const left: string[] = [];
		for (const note of this.round.notes) {
			const verdict = this.verdictOf(note);
			if (verdict.is === 'disputed') disputed.push(note);
			else if (verdict.is === 'open' || verdict.theme === undefined) left.push(note);
			else {
				const notes = themes.get(verdict.theme);
				if (notes) notes.push(note);
				else themes.set(verdict.theme, [note]);
			}
		}
		return { themes, disputed, left };
	}
}

/** The value that was said most often, and how often; of equal ones the first. */
function mostOf(values: readonly string[]): { value: string; count: number } {
	const counts = new Map<string, number>();
	for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
	let best = { value: '', count: 0 };
	for (const [value, count] of counts) if (count > best.count) best = { value, count };
	return best;
}
