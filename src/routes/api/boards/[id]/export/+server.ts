import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import { leads } from '$core/access/roles';
import { exportBoard } from '$core/contract/boards';
import { readSession } from '$core/meeting/runsheet';
import { locale, m } from '$lib/messages';
import { boardTitle, Refused, requireRight } from '$lib/server/boards';
import { exportBeside, isBesideBuilt, removeExport, type ExportTask } from '$lib/server/export/beside';
import { makeFile } from '$lib/server/export/make';
import { download, handle } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { live } from '$lib/server/live/documents';
import { votesFor } from '$lib/server/votes';

/** A file on disk; it is removed when it has gone out, or when nobody wants it any more. */
function streamed(file: string): ReadableStream<Uint8Array> {
	const stream = createReadStream(file);
	stream.on('close', () => void removeExport(file));
	return Readable.toWeb(stream) as ReadableStream<Uint8Array>;
}

export const POST = handle(exportBoard, async ({ event, person, params: { id }, body: order }) => {
	const { role } = await requireRight(id, person.id, 'export');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const task: ExportTask = {
		boardId: id,
		title: (await boardTitle(id)) ?? '',
		order,
		author: person.name,
		language: locale(),
		withAsides: leads(role),
		record: {
			session: await live().readLayer(id, 'session', readSession),
			votes: await votesFor(id, person.id),
		},
	};
	const headersFor = (scale: number | undefined): Record<string, string> =>
		scale === undefined ? {} : { 'x-scale': String(scale) };
	if (!isBesideBuilt()) {
		const { body, type, name, scale } = await makeFile(task);
		return download(body as Uint8Array<ArrayBuffer>, type, name, headersFor(scale));
	}
	const { file, type, name, scale } = await exportBeside(task, person.id, order.key, event.request.signal);
	return download(streamed(file), type, name, headersFor(scale));
});
