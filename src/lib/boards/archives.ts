/** Bringing in archives of boards. */
import { m } from '$lib/messages';
import { z } from 'zod';
import { ApiError } from '../ui/api';

const answerSchema = z.object({ id: z.string(), left: z.number() });
const problemSchema = z.object({ message: z.string() });

/** Makes a board of one's own from an archive; gives its id, and how many things in it could not be read. */
export async function bringInArchive(file: File): Promise<z.infer<typeof answerSchema>> {
	let response: Response;
	try {
		response = await fetch('/api/boards/archive', {
			method: 'POST',
			body: file,
			headers: { 'content-type': 'application/octet-stream' },
		});
	} catch {
		throw new ApiError(m.error_offline());
	}
	const answer: unknown = await response.json().catch(() => undefined);
	if (response.ok) return answerSchema.parse(answer);
	const problem = problemSchema.safeParse(answer);
	throw new ApiError(problem.success ? problem.data.message : m.error_server());
}
