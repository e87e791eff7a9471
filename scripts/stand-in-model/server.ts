/**
 * A stand-in for a language model: the chat-completions protocol over HTTP, with answers by our own
 * computation. How it behaves stands behind its name: `stand-in` answers, `stand-in-slow` only after
 * a long time, `-wrong` with nonsense, `-empty` with nothing, `-cut` breaks off in the middle,
 * `-failing` with an error of the server, `-flaky` so only the first time, `-flooding` sends without
 * end, and `-dripping` a letter now and then.
 */
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { z } from 'zod';
import { sortIntoThemes, type NoteText, type SortOptions } from '../../src/core/themes';

export const MOODS = ['slow', 'wrong', 'empty', 'cut', 'failing', 'flaky', 'flooding', 'dripping'] as const;
export type Mood = (typeof MOODS)[number];

const requestSchema = z.object({
	model: z.string(),
	messages: z.array(z.object({ role: z.string(), content: z.string() })).min(1),
});

/** A note as it stands in a question: its number, and its text as JSON. */
const NOTE = /^(\d+): (".*")$/gmu;
/** How many themes are wanted, where that is said. */
const WANTED = /about (\d+) themes/u;
/** Largest question, bytes. */
const MAX_QUESTION = 4_000_000;

/** Gives what notes mean; words alone decide where there is nothing. */
export type Meanings = (notes: readonly NoteText[]) => Promise<Pick<SortOptions, 'vectors' | 'topics'>>;

export interface StandIn {
	/** Address to set as that of the model. */
	url: string;
	/** Everything that it was asked, the last message of each question. */
	asked: string[];
	/** How it behaves from now on, whatever it is called. */
	mood: Mood | undefined;
	close(): Promise<void>;
}

const moodOf = (model: string): Mood | undefined => MOODS.find((mood) => model.endsWith(`-${mood}`));

const notesIn = (question: string): NoteText[] =>
	[...question.matchAll(NOTE)].map(([, number, text]) => ({
		id: number!,
		text: JSON.parse(text!) as string,
	}));

/** A whole answer, in the form that was asked for. */
async function answerTo(question: string, meaningsOf: Meanings): Promise<string> {
	const notes = notesIn(question);
	const count = Number(WANTED.exec(question)?.[1]) || undefined;
	const { themes, doubles } = sortIntoThemes(notes, { ...(await meaningsOf(notes)), count });
	if (!question.includes('"sentence"'))
		return JSON.stringify({
			themes: themes.map(({ name, noteIds }) => ({ name, notes: noteIds.map(Number) })),
			same: doubles.map((pair) => pair.map(Number)),
		});
	const typical = themes[0]?.typical ?? notes.slice(0, 2).map(({ id }) => id);
	const texts = typical.map((id) => notes.find((note) => note.id === id)!.text.replace(/[.!?]+$/u, ''));
	return JSON.stringify({ sentence: `${texts.join('; ')}.`, name: themes[0]?.name ?? '' });
}

const inMood = (mood: Mood | undefined, answer: string): string => {
	if (mood === 'empty') return '';
	if (mood === 'cut') return answer.slice(0, Math.floor(answer.length / 2));
	if (mood === 'wrong') return JSON.stringify({ themes: [{ name: 7, notes: 'all of them' }], same: 'none' });
	return answer;
};

/** An answer that does not end. */
function endless(response: ServerResponse, isFast: boolean): void {
	response.writeHead(200, { 'content-type': 'application/json' });
	const timer = setInterval(() => response.write(' '.repeat(isFast ? 500_000 : 1)), 50);
	response.once('close', () => clearInterval(timer));
}

async function bodyOf(request: IncomingMessage): Promise<string> {
	let body = '';
	for await (const piece of request) {
		body += String(piece);
		if (body.length > MAX_QUESTION) throw new Error('The question is too long.');
	}
	return body;
}

/**
 * Starts it on this machine.
 * @param port 0 takes one that is free
 * @param slowMs how long it takes where it is slow
 */
export async function startStandIn({
	port = 0,
	meaningsOf = () => Promise.resolve({}),
	slowMs = 90_000,
}: { port?: number; meaningsOf?: Meanings; slowMs?: number } = {}): Promise<StandIn> {
	const asked: string[] = [];
	let ownMood: Mood | undefined;
	const reply = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
		const send = (status: number, body: unknown): void => {
			response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
		};
		if (request.method !== 'POST' || !request.url?.endsWith('/chat/completions'))
			return send(404, { error: { message: 'There is nothing here.' } });
		const { model, messages } = requestSchema.parse(JSON.parse(await bodyOf(request)));
		const mood = ownMood ?? moodOf(model);
		const question = messages.at(-1)!.content;
		asked.push(question);
		if (mood === 'failing' || (mood === 'flaky' && asked.length === 1))
			return send(500, { error: { message: 'It fails.' } });
		if (mood === 'flooding' || mood === 'dripping') return endless(response, mood === 'flooding');
		if (mood === 'slow') await new Promise((resolve) => setTimeout(resolve, slowMs).unref());
		const content = inMood(mood, await answerTo(question, meaningsOf));
		send(200, {
			...{ id: `stand-in-${asked.length}`, object: 'chat.completion', created: 0, model },
			choices: [{ index: 0, finish_reason: 'stop', message: { role: 'assistant', content } }],
		});
	};
	const server = createServer((request, response) => {
		reply(request, response).catch((error: unknown) => {
			response.writeHead(400, { 'content-type': 'application/json' });
			response.end(JSON.stringify({ error: { message: String(error) } }));
		});
	});
	await listening(server, port);
	return {
		url: `http://127.0.0.1:${(server.address() as { port: number }).port}/v1`,
		asked,
		get mood() {
			return ownMood;
		},
		set mood(mood) {
			ownMood = mood;
		},
		close: () =>
			new Promise((resolve) => {
				server.close(() => resolve());
				server.closeAllConnections();
			}),
	};
}

const listening = (server: Server, port: number): Promise<void> =>
	new Promise((resolve, reject) => {
		server.once('error', reject);
		server.listen(port, '127.0.0.1', resolve);
	});
