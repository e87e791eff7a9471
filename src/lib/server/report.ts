/** The report of a session: written by itself, edited before it goes out, taken out as Markdown and PDF. */
import { findingWords, timeLines } from '../words/flows';
import { isField, isTheme } from '$core/board/kinds/guards';
import { linksWithin } from '$core/formats/chosen';
import { LARGEST_PNG } from '$core/formats/png-file';
import { exportBoard } from './export';
import { leads } from '$core/access/roles';
import { addressOf } from '$core/contract/endpoint';
import {
	pictureSchema,
	reportPicture as reportPictureEndpoint,
	type PictureOf,
	type ShownReport,
} from '$core/contract/report';
import { buildReport, type ReportWords } from '$core/report/build';
import { reportSchema, type Report } from '$core/report/document';
import { readParking } from '$core/meeting/parking';
import { readSession } from '$core/meeting/runsheet';
import { isMadeUp } from '$core/rehearsal/words';
import type { ShownVote } from '$core/contract/votes';
import { unionOf } from '$core/geometry/box';
import {
	agreementWords,
	concordWords,
	methodName,
	optionName,
	otherRules,
	scaleEnds,
	scoreWords,
} from '$lib/words/votes';
import { lengthWords } from '$lib/words/length';
import { dateWords, momentWords, numberWords } from '$lib/words/when';
import { m } from '$lib/messages';
import { and, eq, isNotNull, ne } from 'drizzle-orm';
import { boardTitle, Refused, requireRight } from './boards';
import { database, schema } from './db';
import { live } from './live/documents';
import { roundsHeld } from './sorting-round/held';
import { votesFor } from './votes';

const { memberships, people, reports } = schema;

const whole = (value: number): string => String(Math.round(value * 100) / 100);

/** The round, the method, and what the ends of the scales meant. */
function howAsked({ terms, round, options }: ShownVote): string {
	const [low, high, lowOther, highOther] = scaleEnds(terms);
	const scale =
		terms.method === 'rating'
			? m.report_scale({ low, high, steps: terms.steps })
			: terms.method === 'matrix'
				? m.report_scales({ low, high, lowOther, highOther, steps: terms.steps })
				: terms.method === 'dots'
					? m.report_dots({ count: terms.each })
					: '';
	return [
		round > 1 ? m.report_round({ round, count: options.length }) : '',
		methodName(terms.method),
		scale,
		terms.secret ? m.vote_is_secret() : m.vote_is_open(),
	]
		.filter(Boolean)
		.join(' · ');
}

const reportWords = (): ReportWords => ({
	question: m.report_question(),
	date: m.report_date(),
	people: m.report_people(),
	steps: m.report_steps(),
	step: (title, planned, took) =>
		m.report_step({ title, planned: lengthWords(planned), took: lengthWords(took) }),
	flows: m.report_flows(),
	flow: (count) => m.report_flow({ count }),
	findings: m.flow_check(),
	finding: findingWords,
	aside: (finding, reason) => m.report_aside({ finding, reason }),
	noFindings: m.flow_right(),
	times: m.flow_times(),
	timeLines,
	themes: m.themes(),
	fields: m.report_fields(),
	votes: m.votes(),
	result: ({ outcome }) => ({
		lines: outcome!.results
			.filter(({ voters }) => voters > 0)
			.map((result, _, all) =>
				m.report_place({
					place: result.rank,
					tied: all.filter(({ rank }) => rank === result.rank).length > 1 ? m.report_tied() : '',
					what: optionName(result.option.text),
					score: scoreWords(outcome!.rule, result.score),
					at: result.place ? m.report_at({ x: whole(result.place[0]), y: whole(result.place[1]) }) : '',
				}),
			),
		more: [
			m.turnout(outcome!.turnout),
			...(agreementWords(outcome!)
				? [`${agreementWords(outcome!)!.sentence} ${agreementWords(outcome!)!.figure}`]
				: []),
			...otherRules(outcome!),
		],
	}),
	how: (vote) => howAsked(vote),
	decisions: m.report_decisions(),
	partly: (question, titles, open) => m.report_partly({ question, titles, open }),
	decided: (question, titles) => m.report_decided({ question, titles }),
	undecided: (question, titles) => m.report_undecided({ question, titles }),
	actions: m.kind_actions(),
	action: (what, who, until, isDone) =>
		[
			what,
			who && m.report_who({ who }),
			until && m.report_until({ until: dateWords(until) }),
			isDone ? m.done() : '',
		]
			.filter(Boolean)
			.join(', '),
	round: ({ title, notes, people, agreement, disputed }) =>
		[
			m.report_sorted_round({ title, notes, people }),
			agreement === undefined
				? ''
				: `${concordWords(agreement)} ${m.report_sorted_agreement({ alpha: numberWords(agreement, 2) })}`,
			disputed > 0 ? m.report_sorted_disputed({ count: disputed }) : '',
		]
			.filter(Boolean)
			.join(' '),
	parking: m.parking(),
	pictures: m.report_pictures(),
	nothing: m.untitled(),
});

/** Where the picture of a field is found. */
const picturePath = (boardId: string, what: PictureOf): string =>
	addressOf(reportPictureEndpoint, { id: boardId }, what);

/** Those who were on the board, but those who only looked. */
async function tookPart(boardId: string): Promise<string[]> {
	const rows = await database()
		.db.select({ name: people.name })
		.from(memberships)
		.innerJoin(people, eq(people.id, memberships.personId))
		.where(
			and(eq(memberships.boardId, boardId), ne(memberships.role, 'viewer'), isNotNull(memberships.openedAt)),
		)
		.orderBy(memberships.joinedAt, people.id);
	return rows.map(({ name }) => name).filter((name) => !isMadeUp(name));
}

/** Writes a report from what stands there now. */
async function write(boardId: string, personId: string): Promise<Report> {
	const { policy } = await requireRight(boardId, personId, 'export');
	const [session, parking] = await live().readLayer(
		boardId,
		'session',
		(doc) => [readSession(doc), readParking(doc)] as const,
	);
	const votes = await votesFor(boardId, personId);
	const rounds = await roundsHeld(boardId, session);
	const names = policy.names === 'shown' ? await tookPart(boardId) : undefined;
	const title = (await boardTitle(boardId)) ?? '';
	const when = momentWords(session.begunAt ?? Date.now());
	return live().read(boardId, (model) =>
		buildReport(
			{
				title,
				when,
				model,
				session,
				votes,
				parking,
				rounds,
				people: names,
				pictureOf: (what) => picturePath(boardId, what),
			},
			reportWords(),
		),
	);
}

export async function reportFor(boardId: string, personId: string): Promise<ShownReport> {
	const { role } = await requireRight(boardId, personId, 'export');
	const mayEdit = leads(role);
	const [kept] = await database().db.select().from(reports).where(eq(reports.boardId, boardId));
	const read = kept && reportSchema.safeParse(kept.body);
	if (kept && read?.success) return { report: read.data, revision: kept.revision, mayEdit };
	return { report: await write(boardId, personId), revision: 0, mayEdit };
}

/** Keeps an edited report. Throws Refused when somebody else has changed it meanwhile. Returns its revision. */
export async function keepReport(
	boardId: string,
	personId: string,
	body: Report,
	basedOn: number,
): Promise<number> {
	await requireRight(boardId, personId, 'lead');
	const { db } = database();
	const revision = basedOn + 1;
	const values = { body, revision, changedAt: new Date() };
	const kept =
		basedOn === 0
			? await db
					.insert(reports)
					.values({ boardId, ...values })
					.onConflictDoNothing()
					.returning({ id: reports.boardId })
			: await db
					.update(reports)
					.set(values)
					.where(and(eq(reports.boardId, boardId), eq(reports.revision, basedOn)))
					.returning({ id: reports.boardId });
	if (kept.length === 0) throw new Refused(m.error_report_changed(), 409);
	return revision;
}

/** Lets the report write itself anew: what was edited is gone. */
export async function forgetReport(boardId: string, personId: string): Promise<void> {
	await requireRight(boardId, personId, 'lead');
	await database().db.delete(reports).where(eq(reports.boardId, boardId));
}

/** Longest side of a picture in a report, pixels. */
const PICTURE = 1600;

/** A picture for a report, as PNG. Throws Refused when what it shows is gone. */
export async function reportPicture(boardId: string, what: PictureOf): Promise<Uint8Array> {
	return live().read(boardId, async (model) => {
		const shown =
			'field' in what
				? [model.find(what.field)].filter((object) => isField(object))
				: model.onSheet(what.themes).filter(isTheme);
		const [first] = shown;
		if (!first) throw new Refused(m.error_field_gone(), 404);
		const ids = new Set(shown.flatMap((object) => [object!.id, ...model.contentsOf(object!)]));
		for (const link of linksWithin(model, ids)) ids.add(link);
		const round = unionOf([...ids].flatMap((id) => model.boundsOf(id) ?? []))!;
		const longest = Math.max(round.w, round.h, 1);
		const { body } = await exportBoard({
			model,
			format: 'png',
			title: '',
			boardId,
			sheet: first.sheet,
			ids: [...ids],
			scale: Math.min(2, PICTURE / longest, LARGEST_PNG / longest),
		});
		return body;
	});
}

/** Pictures of a report, by their addresses. */
export async function picturesIn(boardId: string, report: Report): Promise<Map<string, Uint8Array>> {
	const pictures = new Map<string, Uint8Array>();
	for (const block of report.content) {
		if (block.type !== 'image') continue;
		const { src } = block.attrs;
		const query = Object.fromEntries(new URLSearchParams(src.slice(src.indexOf('?') + 1)));
		const { data: what } = pictureSchema.safeParse(query);
		// Only pictures of this very board: an address that somebody wrote in is not followed.
		if (!what || src !== picturePath(boardId, what)) continue;
		try {
			pictures.set(src, await reportPicture(boardId, what));
		} catch (error) {
			if (!(error instanceof Refused)) throw error;
		}
	}
	return pictures;
}

export const asDataUri = (png: Uint8Array): string =>
	`data:image/png;base64,${Buffer.from(png).toString('base64')}`;
