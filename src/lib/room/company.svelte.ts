/** Who else is in, what they tell about themselves, and what is told about oneself. */
import { Emitter } from '../ui/emitter';
import { learnPigments } from '../ui/person-pigments.svelte';
import { paceOf, presenceSchema, type PresenceState, type Sign } from '$core/live/presence';
import type { Awareness } from 'y-protocols/awareness';

export interface Presence extends PresenceState {
	client: number;
	/** When they were last heard, local time, ms. */
	heard: number;
}

/** A quick sign that is shown for a moment. */
export interface FloatingSign {
	key: number;
	/** The window that it comes from; undefined for one's own. */
	client: number | undefined;
	name: string;
	is: Sign;
}
/** How long a sign is shown, ms, and how many at most. */
const FLOATS = { time: 2400, most: 40 };

type Told = Omit<PresenceState, 'person' | 'name'>;

export class Company {
	/** One entry a window. */
	people = $state.raw<Presence[]>([]);
	/** Quick signs that float up now. */
	signs = $state.raw<FloatingSign[]>([]);
	/** Told of what each window says, as it comes. */
	readonly heard = new Emitter<[Presence]>();
	private readonly known = new Map<number, Presence>();
	private told: Told = {};
	private timer: ReturnType<typeof setTimeout> | undefined;
	private frame: number | undefined;
	private lastTold = 0;
	private signsGiven = 0;
	/** Number of the last quick sign of each window. */
	private readonly signsSeen = new Map<number, number>();
	private floated = 0;

	constructor(
		readonly awareness: Awareness,
		private readonly me: { id: string; name: string },
		/** Whether one may say something in passing now. */
		private readonly mayTalk: () => boolean,
	) {
		awareness.setLocalState(this.state());
		awareness.on('change', this.onChange);
		this.take([...awareness.getStates().keys()]);
	}

	/** Tells others something about oneself, as often as the number of people lets it; the newest counts. */
	tell(presence: Told): void {
		Object.assign(this.told, presence);
		if (this.timer !== undefined) return;
		const wait = Math.max(0, this.lastTold + paceOf(this.people.length + 1) - performance.now());
		this.timer = setTimeout(() => {
			this.timer = undefined;
			this.lastTold = performance.now();
			this.tellNow();
		}, wait);
	}

	/** Shows a quick sign for a moment. */
	sign(is: Sign): void {
		if (!this.mayTalk()) return;
		this.tell({ sign: { is, count: ++this.signsGiven } });
		this.float(is, this.me.name);
	}

	/** Tells everything anew: the other side forgets it when the connection drops. */
	tellNow(): void {
		this.awareness.setLocalState(this.state());
	}

	/** What was last told about oneself. */
	get own(): Readonly<Told> {
		return this.told;
	}

	destroy(): void {
		clearTimeout(this.timer);
		if (this.frame !== undefined) cancelAnimationFrame(this.frame);
		this.awareness.off('change', this.onChange);
	}

	private float(is: Sign, name: string, client?: number): void {
		const key = ++this.floated;
		this.signs = [...this.signs, { key, client, name, is }].slice(-FLOATS.most);
		setTimeout(() => (this.signs = this.signs.filter((each) => each.key !== key)), FLOATS.time);
	}

	private state(): PresenceState {
		return { person: this.me.id, name: this.me.name, ...this.told };
	}

	private readonly onChange = ({ added, updated, removed }: Record<string, number[]>): void => {
		for (const client of removed!) this.known.delete(client);
		this.take([...added!, ...updated!]);
	};

	/** Reads what some windows tell; many that come at once are shown together. */
	private take(clients: readonly number[]): void {
		const states = this.awareness.getStates();
		for (const client of clients) {
			if (client === this.awareness.clientID) continue;
			const parsed = presenceSchema.safeParse(states.get(client));
			if (!parsed.success) {
				this.known.delete(client);
				continue;
			}
			// What somebody showed before one came in is over.
			const { sign, name } = parsed.data;
			const seen = this.signsSeen.get(client) ?? (this.known.has(client) ? 0 : sign?.count);
			if (sign && sign.count !== seen) this.float(sign.is, name, client);
			this.signsSeen.set(client, sign?.count ?? seen ?? 0);
			learnPigments({ [parsed.data.person]: parsed.data.pigment });
			this.known.set(client, { ...parsed.data, client, heard: Date.now() });
			this.heard.emit(this.known.get(client)!);
		}
		this.frame ??= requestAnimationFrame(() => {
			this.frame = undefined;
			this.people = [...this.known.values()];
		});
	}
}
