/** The report of a session: written by itself, edited before it goes out, taken out as Markdown and PDF. */
import { LARGEST_PNG, exportBoard } from './export';
import { buildReport, type ReportWords } from '$core/report/build';
import { reportSchema, type Report } from '$core/report/document';
import { readParking } from '$core/session/parking';
import { readSession } from '$core/session/runsheet';
import { MARK } from '$core/rehearsal/habits';
import { agreementWords, optionName, otherRules, scoreWords } from '$lib/words/votes';
import { lengthWords } from '$lib/words/length';
import { momentWords } from '$lib/words/when';
import { m } from '$lib/paraglide/messages';
import { and, eq, isNotNull, ne } from 'drizzle-orm';
import { boardTitle, Refused, requireRight } from './boards';
import { database, schema } from './db';
import { live } from './live/documents';
import { votesFor } from './votes';

const { memberships, people, reports } = schema;

const WORDS: ReportWords = {
	question: m.report_question(),
	date: m.report_date(),
	people: m.report_people(),
	steps: m.report_steps(),
	step: (title, planned, took) =>
		m.report_step({ title, planned: lengthWords(planned), took: lengthWords(took) }),
	themes: m.themes(),
	fields: m.report_fields(),
	votes: m.votes(),
	result: ({ outcome }) => ({
		lines: outcome!.results
			.filter(({ voters }) => voters > 0)
			.map(({ option, score }) => `${optionName(option.text)}: ${scoreWords(outcome!.rule, score)}`),
		more: [
			m.turnout(outcome!.turnout),
			...(agreementWords(outcome!)
				? [`${agreementWords(outcome!)!.sentence} ${agreementWords(outcome!)!.figure}`]
				: []),
			...otherRules(outcome!),
		],
	}),
	decisions: m.report_decisions(),
	decided: (question, titles) => m.report_decided({ question, titles }),
	undecided: (question, titles) => m.report_undecided({ question, titles }),
	actions: m.kind_actions(),
	action: (what, who, until, isDone) =>
		[what, who && m.report_who({ who }), until && m.report_until({ until }), isDone ? m.done() : '']
			.filter(Boolean)
			.join(', '),
	parking: m.parking(),
	pictures: m.report_pictures(),
	nothing: m.untitled(),
};

/** Where the picture of a field is found. */
const picturePath = (boardId: string, field: string): string =>
	`/api/boards/${encodeURIComponent(boardId)}/report/picture?field=${encodeURIComponent(field)}`;

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
	return rows.map(({ name }) => name).filter((name) => !name.endsWith(MARK));
}

/** Writes a report from what stands there now. */
async function write(boardId: string, personId: string): Promise<Report> {
	const { house } = await requireRight(boardId, personId, 'take out');
	const [session, parking] = await live().readLayer(
		boardId,
		'session',
		(doc) => [readSession(doc), readParking(doc)] as const,
	);
	const votes = await votesFor(boardId, personId);
	const names = house.names === 'shown' ? await tookPart(boardId) : undefined;
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
				people: names,
				pictureOf: (field) => picturePath(boardId, field),
			},
			WORDS,
		),
	);
}

export interface ShownReport {
	report: Report;
	/** 0 for one that nobody has edited yet. */
	revision: number;
	mayEdit: boolean;
}

export async function reportFor(boardId: string, personId: string): Promise<ShownReport> {
	const { role } = await requireRight(boardId, personId, 'take out');
	const mayEdit = role === 'owner' || role === 'facilitator';
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

/** The picture of a field with what lies in it, as PNG. Throws Refused when the field is gone. */
export async function fieldPicture(boardId: string, field: string): Promise<Uint8Array> {
	return live().read(boardId, async (model) => {
		const object = model.find(field);
		if (object?.kind !== 'field') throw new Refused(m.error_field_gone(), 404);
		const ids = new Set([field, ...model.contentsOf(object)]);
		for (const id of [...ids])
			for (const tie of model.tiesOf(id)) {
				const link = model.find(tie);
				if (link?.kind === 'connector' && link.ends.every((end) => 'point' in end || ids.has(end.object)))
					ids.add(tie);
			}
		const scale = Math.min(
			2,
			PICTURE / Math.max(object.box[2], object.box[3]),
			LARGEST_PNG / Math.max(object.box[2], object.box[3]),
		);
		const { body } = await exportBoard(model, {
			format: 'png',
			title: '',
			boardId,
			sheet: object.sheet,
			ids: [...ids],
			scale,
		});
		return body;
	});
}

/** Pictures of a report as data, by their addresses. */
export async function picturesIn(boardId: string, report: Report): Promise<Map<string, string>> {
	const pictures = new Map<string, string>();
	for (const block of report.content) {
		if (block.type !== 'image') continue;
		const field = /[?&]field=([^&]+)/.exec(block.attrs.src)?.[1];
		// Only pictures of this very board: an address that somebody wrote in is not followed.
		if (!field || block.attrs.src !== picturePath(boardId, decodeURIComponent(field))) continue;
		try {
			const png = await fieldPicture(boardId, decodeURIComponent(field));
			pictures.set(block.attrs.src, `data:image/png;base64,${Buffer.from(png).toString('base64')}`);
		} catch (error) {
			if (!(error instanceof Refused)) throw error;
		}
	}
	return pictures;
}
