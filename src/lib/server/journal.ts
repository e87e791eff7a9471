/** The journal of a board as it is asked for: what happened, filtered, the newest first. */
import type { JournalPage, JournalQuery } from '$core/contract/journal';
import { happeningSchema, type Verb } from '$core/journal/happenings';
import { LAYERS } from '$core/access/layers';
import { objectsOf } from '$core/board/document';
import { leads } from '$core/access/roles';
import { and, desc, eq, gt, isNull, lt, lte, notInArray, or, type SQL } from 'drizzle-orm';
import { requireRight } from './boards';
import { database, schema } from './db';
import { live } from './live/documents';
import { namesOn } from './names';

const { happenings } = schema;

/** That notes were sent elsewhere is told to everybody. */
const ASKED_MODEL: Verb = 'asked model';
/** Happenings on one page. */
const PAGE = 300;

export async function journalOf(
	boardId: string,
	personId: string,
	query: JournalQuery,
): Promise<JournalPage> {
	const membership = await requireRight(boardId, personId, 'enter');
	let again = 0;
	for (const layer of LAYERS) again = Math.max(again, await live().digest(boardId, layer));
	const names = await namesOn(boardId, membership, personId);
	const conditions: (SQL | undefined)[] = [eq(happenings.boardId, boardId)];
	if (!leads(membership.role)) {
		// Nothing is told of what is backstage now, also not that it was there before.
		const hidden = await live().readLayer(boardId, 'backstage', (doc) => [...objectsOf(doc).keys()]);
		if (hidden.length > 0)
			conditions.push(
				or(
					and(isNull(happenings.thingId), eq(happenings.count, 1)),
					notInArray(happenings.thingId, hidden),
					eq(happenings.verb, ASKED_MODEL),
				),
			);
	}
	if (query.person) conditions.push(eq(happenings.personId, query.person));
	if (query.thing) conditions.push(eq(happenings.thing, query.thing));
	if (query.sheet) conditions.push(eq(happenings.sheet, query.sheet));
	if (query.from) conditions.push(gt(happenings.until, new Date(query.from)));
	if (query.until) conditions.push(lte(happenings.at, new Date(query.until)));
	if (query.before) {
		const [time, id] = query.before.split('.').map(Number) as [number, number];
		const until = new Date(time);
		conditions.push(or(lt(happenings.until, until), and(eq(happenings.until, until), lt(happenings.id, id))));
	}
	const rows = await database()
		.db.select()
		.from(happenings)
		.where(and(...conditions))
		.orderBy(desc(happenings.until), desc(happenings.id))
		.limit(PAGE + 1);
	const shown = rows.slice(0, PAGE);
	const last = shown.at(-1);
	const told = shown.flatMap((row) => {
		const read = happeningSchema.safeParse({
			...(row.personId === null ? {} : { person: names.of(row.personId).id }),
			at: row.at.getTime(),
			until: row.until.getTime(),
			verb: row.verb,
			thing: row.thing,
			id: row.thingId ?? undefined,
			sheet: row.sheet ?? undefined,
			words: row.words,
			count: row.count,
		});
		return read.success ? [read.data] : [];
	});
	const doers = await database()
		.db.selectDistinct({ id: happenings.personId })
		.from(happenings)
		.where(eq(happenings.boardId, boardId));
	const known = doers.flatMap(({ id }) => (id === null ? [] : [names.of(id)]));
	return {
		happenings: told,
		people: [...new Map(known.map((person) => [person.id, person])).values()],
		next: rows.length > PAGE && last ? `${last.until.getTime()}.${last.id}` : undefined,
		again,
	};
}
