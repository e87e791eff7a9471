import { leads } from '$core/access/roles';
import { exportBoard } from '$core/contract/boards';
import { m } from '$lib/messages';
import { boardTitle, Refused, requireRight } from '$lib/server/boards';
import * as exports from '$lib/server/export';
import { download, handle } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { live } from '$lib/server/live/documents';
import { csvHeadings } from '$lib/words/csv';

export const POST = handle(exportBoard, async ({ person, params: { id }, body: order }) => {
	const { role } = await requireRight(id, person.id, 'export');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const about = { title: (await boardTitle(id)) ?? '', boardId: id, withAsides: leads(role) };
	const headings = csvHeadings();
	const { name, type, body, scale } = await live().read(id, (model) =>
		exports.exportBoard({ ...order, ...about, headings, model }),
	);
	const headers: Record<string, string> = scale === undefined ? {} : { 'x-scale': String(scale) };
	return download(body as Uint8Array<ArrayBuffer>, type, name, headers);
});
