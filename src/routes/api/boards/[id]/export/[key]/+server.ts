import { exportProgress, stopExport } from '$core/contract/boards';
import { DONE } from '$core/contract/endpoint';
import { requireRight } from '$lib/server/boards';
import * as beside from '$lib/server/export/beside';
import { handle } from '$lib/server/http';

export const GET = handle(exportProgress, async ({ person, params: { id, key } }) => {
	await requireRight(id, person.id, 'export');
	// It may be made by another server, or be done: then nobody knows how far it is.
	return beside.exportProgress(key, person.id) ?? { done: 0, total: 0 };
});

export const DELETE = handle(stopExport, async ({ person, params: { id, key } }) => {
	await requireRight(id, person.id, 'export');
	beside.stopExport(key, person.id);
	return DONE;
});
