import { reportPicture } from '$core/contract/report';
import { m } from '$lib/messages';
import { Refused, requireRight } from '$lib/server/boards';
import { handle } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import * as reports from '$lib/server/report';

export const GET = handle(reportPicture, async ({ person, params: { id }, query }) => {
	await requireRight(id, person.id, 'export');
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const png = await reports.reportPicture(id, query);
	return new Response(png as Uint8Array<ArrayBuffer>, {
		headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=60' },
	});
});
