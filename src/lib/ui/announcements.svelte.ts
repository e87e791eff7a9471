/**
 * What is told to whoever listens instead of looking: politely, one after the other, never a flood.
 */

/** What comes within this time is told together, ms. */
const TOGETHER_MS = 500;
/** Things told at once at most; of more the last ones. */
const MOST = 3;

class Announcements {
	/** What is told now. */
	text = $state('');
	private waiting: string[] = [];
	private timer: ReturnType<typeof setTimeout> | undefined;

	/** Tells something; what was to be told under the same topic gives way to it. */
	say(words: string, topic = words): void {
		this.topics.set(topic, words);
		this.waiting = [...this.waiting.filter((each) => each !== topic), topic].slice(-MOST);
		this.timer ??= setTimeout(() => this.tell(), TOGETHER_MS);
	}

	private readonly topics = new Map<string, string>();

	private tell(): void {
		this.timer = undefined;
		const text = this.waiting.map((topic) => this.topics.get(topic)).join('. ');
		this.waiting = [];
		this.topics.clear();
		// The same words twice are two things that happened: a space at the end makes them new.
		this.text = text === this.text ? `${text}\u00a0` : text;
	}
}

export const announcements = new Announcements();
