/** `stand-in-model [PORT]`: a stand-in for a language model, for the demo; prints its address. */
import { encodeTexts } from '../src/workers/model';
import { loadTopics } from '../src/workers/topics';
import { startStandIn } from './stand-in-model/server';

const { url } = await startStandIn({
	port: Number(process.argv[2] ?? 0),
	async meaningsOf(notes) {
		try {
			return { vectors: await encodeTexts(notes.map(({ text }) => text)), topics: await loadTopics() };
		} catch (error) {
			process.stderr.write(`No sentence vectors, words alone decide: ${String(error)}\n`);
			return {};
		}
	},
});
process.stdout.write(`${url}\n`);
