/** Reads files that are brought onto a board beside the page. */
import { Fault, type FaultCode } from '$core/fault';
import { IMPORT_FORMATS, type ImportContent, type ImportFormatName } from '$core/formats/imports';

export interface ImportQuestion {
	format: ImportFormatName;
	file: Uint8Array;
}
export type ImportAnswer = { content: ImportContent } | { fault: { code: FaultCode; data: unknown } };

async function answerTo({ format, file }: ImportQuestion): Promise<ImportAnswer> {
	try {
		return { content: await IMPORT_FORMATS[format].read(file) };
	} catch (error) {
		if (error instanceof Fault) return { fault: { code: error.code, data: error.data } };
		throw error;
	}
}

self.onmessage = async ({ data }: MessageEvent<{ id: number; question: ImportQuestion }>) => {
	try {
		const answer = await answerTo(data.question);
		self.postMessage({ id: data.id, answer });
	} catch (error) {
		// Without this the page would wait for ever.
		self.reportError(error);
	}
};
