import { json } from '@sveltejs/kit';
import { markdownOf } from '$core/report/markdown';
import { reportSchema } from '$core/report/document';
import { boardTitle, Refused } from '$lib/server/boards';
import { fileName } from '$lib/server/export';
import { body, route } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { forgetReport, keepReport, picturesIn, reportFor } from '$lib/server/report';
import { pdfOf } from '$lib/server/report-pdf';
import { m } from '$lib/paraglide/messages';
import { z } from 'zod';

const formatSchema = z.enum(['json', 'md', 'pdf']).catch('json');
const keepSchema = z.object({ report: reportSchema, basedOn: z.number().int().gte(0).lte(1_000_000) });

const download = (data: BodyInit, type: string, name: string): Response =>
	new Response(data, {
		headers: {
			'content-type': type,
			'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
		},
	});

/** The report: as it is edited, or as a file. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	const format = formatSchema.parse(event.url.searchParams.get('format'));
	const shown = await reportFor(id, person.id);
	if (format === 'json') return json(shown);
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const title = m.report_file({ title: (await boardTitle(id)) ?? '' });
	if (format === 'md') {
		const text = markdownOf(shown.report, (src) => new URL(src, event.url.origin).href);
		return download(text, 'text/markdown; charset=utf-8', fileName(title, 'md'));
	}
	const pdf = await pdfOf(shown.report, await picturesIn(id, shown.report));
	return download(pdf as Uint8Array<ArrayBuffer>, 'application/pdf', fileName(title, 'pdf'));
});

/** Keeps it as it was edited. */
export const PUT = route(async (event, person) => {
	const { report, basedOn } = await body(event, keepSchema);
	return json({ revision: await keepReport(event.params['id']!, person.id, report, basedOn) });
});

/** Lets it write itself anew. */
export const DELETE = route(async (event, person) => {
	const id = event.params['id']!;
	await forgetReport(id, person.id);
	return json(await reportFor(id, person.id));
});
