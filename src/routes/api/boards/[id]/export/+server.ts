import { leads } from '$core/access/roles';
import { m } from '$lib/messages';
import { boardTitle, Refused, requireRight } from '$lib/server/boards';
import { makeArchive } from '$lib/server/archives';
import { exportBoard, FORMATS } from '$lib/server/export';
import { body, route } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { live } from '$lib/server/live/documents';
import { z } from 'zod';

const schema = z.object({
	/** Of the whole board: an archive. */
	format: z.enum([...FORMATS, 'wandtafel']),
	scale: z.number().min(0.1).max(8).optional(),
	sheet: z.string().max(64).optional(),
	ids: z.array(z.string().max(64)).max(100_000).optional(),
});

export const POST = route(async (event, person) => {
	const order = await body(event, schema);
	const id = event.params['id']!;
	const { role } = await requireRight(id, person.id, 'export');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const title = (await boardTitle(id)) ?? '';
	const { format } = order;
	const file =
		format === 'wandtafel'
			? await makeArchive(id, title, leads(role))
			: await live().read(id, (model) => exportBoard(model, { ...order, format, title, boardId: id }));
	return new Response(file.body as BodyInit, {
		headers: {
			'content-type': file.type,
			'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`,
			...('scale' in file && file.scale !== undefined ? { 'x-scale': String(file.scale) } : {}),
		},
	});
});
