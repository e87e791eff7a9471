/** A simulated team: its people come, act at their own pace, and can be paused, sped up and sent home. */
import { teamOf } from '$core/rehearsal/habits';
import { SimulatedPerson, type Where } from './person';

export class Team {
	readonly people: SimulatedPerson[];
	private readonly timers = new Set<NodeJS.Timeout>();
	private isPaused = false;
	private isOver = false;
	/** Things that are being done just now. */
	private readonly open = new Set<Promise<void>>();

	constructor(
		count: number,
		seed: number,
		where: Where,
		/** How many times as fast as people. */
		public speed = 1,
		private readonly onproblem: (error: unknown) => void = () => {},
	) {
		this.people = teamOf(count, seed, where.language).map((who) => new SimulatedPerson(who, where));
	}

	/** Lets everybody come; resolves when all have who do not come late. */
	async start(): Promise<void> {
		const coming = this.people.map((person) => this.bring(person));
		const early = this.people.flatMap((person, i) => (person.who.habit === 'late' ? [] : coming[i]!));
		await Promise.all(early);
	}

	pause(): void {
		this.isPaused = true;
	}

	resume(): void {
		this.isPaused = false;
	}

	get paused(): boolean {
		return this.isPaused;
	}

	/** Ends what they do and takes them from the room; what they did stays. Resolves when nothing of theirs is on its way any more. */
	async end(): Promise<void> {
		this.isOver = true;
		for (const timer of this.timers) clearTimeout(timer);
		await Promise.allSettled(this.open);
		await Promise.all(this.people.map((person) => person.settled()));
		for (const person of this.people) person.leave();
	}

	private wait(ms: number): Promise<void> {
		return new Promise((resolve) => {
			const timer = setTimeout(() => {
				this.timers.delete(timer);
				resolve();
			}, ms / this.speed);
			this.timers.add(timer);
		});
	}

	private async bring(person: SimulatedPerson): Promise<void> {
		try {
			await this.wait(person.who.comesAfter);
			if (this.isOver) return;
			await person.come();
			void this.live(person);
		} catch (error) {
			this.onproblem(error);
		}
	}

	private async live(person: SimulatedPerson): Promise<void> {
		while (!this.isOver) {
			await this.wait(person.pause());
			if (this.isOver) return;
			if (this.isPaused) continue;
			const done = person.act().catch((error: unknown) => this.onproblem(error));
			this.open.add(done);
			await done;
			this.open.delete(done);
		}
	}
}
