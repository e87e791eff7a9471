/**
 * What was copied last in the windows of this browser. A menu that pastes gets only words and
 * pictures from the system's clipboard; by its words the clip is found again that lies there, in
 * this window or another.
 */
export interface CopiedClip {
	/** The words that went to the system's clipboard with it. */
	text: string;
	/** The objects as JSON, and the board that they are from. */
	objects: string;
	board: string;
}

type Message = { asks: string } | { answers: CopiedClip };

const CHANNEL = 'wandtafel-clip';
/** How long other windows have to answer, ms. */
const ANSWER_MS = 250;

export class ClipMemory {
	private last: CopiedClip | undefined;
	private channel: BroadcastChannel | undefined;

	/** Keeps what is copied here, and answers other windows that ask for it. */
	remember(clip: CopiedClip): void {
		this.last = clip;
		if (this.channel) return;
		this.channel = new BroadcastChannel(CHANNEL);
		this.channel.addEventListener('message', ({ data }: MessageEvent<Message>) => {
			if ('asks' in data && data.asks === this.last?.text)
				this.channel?.postMessage({ answers: this.last } satisfies Message);
		});
	}

	/** The clip that these words are of; undefined when no window has it. */
	async find(text: string): Promise<CopiedClip | undefined> {
		if (this.last?.text === text) return this.last;
		const channel = new BroadcastChannel(CHANNEL);
		try {
			return await new Promise((resolve) => {
				channel.addEventListener('message', ({ data }: MessageEvent<Message>) => {
					if ('answers' in data && data.answers.text === text) resolve(data.answers);
				});
				channel.postMessage({ asks: text } satisfies Message);
				setTimeout(() => resolve(undefined), ANSWER_MS);
			});
		} finally {
			channel.close();
		}
	}

	destroy(): void {
		this.channel?.close();
		this.channel = undefined;
	}
}
