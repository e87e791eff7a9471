/** What a simulated person does next, in the running step, by their habits. */
import { onMatrix, placed, rated, withDot, type Choice, type Vote } from '../decide/vote';
import type { StepMay } from '../access/step-grants';
import { wordsOf, type Habit, type Simulated } from './habits';
import { pick, type Random } from './random';
import { TEAM_WORDS } from './words';

/** What a simulated person knows of the room. */
export interface Situation {
	/** Whether something is gathered from them. */
	gathers: boolean;
	may: StepMay;
	kind: string | undefined;
	/** Own notes that lie on the board. */
	own: readonly string[];
	/** Notes of others that they have not nodded at. */
	others: readonly string[];
	/** What stands on the board. */
	texts: readonly string[];
	/** What is parked. */
	parked: readonly string[];
	/** Notes that they have written in this step. */
	written: number;
}

export type Doing =
	| { do: 'write'; text: string }
	| { do: 'nod'; note: string }
	| { do: 'move'; note: string; dx: number; dy: number }
	| { do: 'colour'; note: string }
	| { do: 'park'; text: string }
	| { do: 'nothing' };

/** How much somebody writes in one step. */
const MAX: Record<Habit, number> = { quick: 8, steady: 4, repeats: 4, late: 3, 'off topic': 3, silent: 1 };

export function nextDoing(
	who: Pick<Simulated, 'habit' | 'language'>,
	random: Random,
	known: Situation,
): Doing {
	const { habit, language } = who;
	// Each question is asked once: theirs must not bury what real people park.
	const open = TEAM_WORDS[language].questions.filter((text) => !known.parked.includes(text));
	if (random() < 0.02 && open.length > 0) return { do: 'park', text: pick(random, open) };
	const mayWrite = known.may !== 'watch' && known.may !== 'nod' && known.gathers;
	if (mayWrite && known.written < MAX[habit]) return { do: 'write', text: wordsOf(who, random, known.texts) };
	if (known.kind === 'warm-up' && known.own.length > 0) {
		const note = pick(random, known.own);
		if (random() < 0.4) return { do: 'colour', note };
		if (random() < 0.5) return { do: 'move', note, dx: 30, dy: 12 };
	}
	const mayNod = known.may === 'own' || known.may === 'nod' || known.may === 'everything';
	if (mayNod && known.others.length > 0 && habit !== 'silent' && random() < 0.6)
		return { do: 'nod', note: pick(random, known.others) };
	const mayMove = known.may === 'own' || known.may === 'everything';
	if (mayMove && known.own.length > 0 && random() < 0.3) {
		const by = (): number => Math.round((random() - 0.5) * 60);
		return { do: 'move', note: pick(random, known.own), dx: by(), dy: by() };
	}
	return { do: 'nothing' };
}

/** The ballot that somebody casts: they like the first few a little more, so that there is something to find out. */
export function ballotOf(vote: Vote, random: Random, choice: Choice): Choice {
	const liked = [...vote.options].sort((a, b) => taste(a.id, random) - taste(b.id, random));
	let next = choice;
	switch (vote.method) {
		case 'dots':
			for (let i = 0; i < vote.each; i++)
				next = withDot(vote, next, liked[Math.floor(random() * random() * liked.length)]!.id);
			return next;
		case 'ranking':
			liked
				.slice(0, 1 + Math.floor(random() * liked.length))
				.forEach(({ id }, i) => (next = placed(next, id, i)));
			return next;
		default:
			for (const { id } of vote.options) {
				const step = (): number => 1 + Math.floor(random() * vote.steps);
				next = vote.method === 'matrix' ? onMatrix(next, id, [step(), step()]) : rated(next, id, step());
			}
			return next;
	}
}

/** The same for everybody, with something of one's own. */
function taste(id: string, random: Random): number {
	let hash = 0;
	for (const letter of id) hash = (hash * 31 + letter.charCodeAt(0)) >>> 0;
	return hash / 2 ** 32 + random() * 0.8;
}
