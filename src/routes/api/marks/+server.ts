import { findPictograms } from '$core/contract/drawer';
import { handle } from '$lib/server/http';
import { findDrawn } from '$lib/server/marks/catalog';

export const GET = handle(findPictograms, ({ query }) => Promise.resolve(findDrawn(query.find, query.max)), {
	'cache-control': 'private, max-age=86400',
});
