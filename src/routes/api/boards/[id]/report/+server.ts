import { json } from '@sveltejs/kit';
import { markdownOf } from '$core/report/markdown';
import { reportSchema, type Report } from '$core/report/document';
import { strToU8, zipSync, type Zippable } from 'fflate';
import { boardTitle, Refused } from '$lib/server/boards';
import { fileName } from '$lib/server/export';
import { body, route } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { asDataUri, forgetReport, keepReport, picturesIn, reportFor } from '$lib/server/report';
import { pdfOf } from '$lib/server/report-pdf';
import { m } from '$lib/messages';
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

/**
 * Markdown by itself; with pictures in one archive, so that they are found by whoever has no access
 * to the server.
 */
function markdown(
	report: Report,
	pictures: ReadonlyMap<string, Uint8Array>,
	title: string,
	origin: string,
): Response {
	const names = new Map([...pictures.keys()].map((src, i) => [src, `pictures/${i + 1}.png`]));
	const text = markdownOf(report, (src) => names.get(src) ?? new URL(src, origin).href);
	if (pictures.size === 0) return download(text, 'text/markdown; charset=utf-8', fileName(title, 'md'));
	const files: Zippable = { [fileName(title, 'md')]: strToU8(text) };
	for (const [src, name] of names) files[name] = [pictures.get(src)!, { level: 0 }];
	return download(zipSync(files) as Uint8Array<ArrayBuffer>, 'application/zip', fileName(title, 'zip'));
}

/** The report: as it is edited, or as a file. */
export const GET = route(async (event, person) => {
	const id = event.params['id']!;
	const format = formatSchema.parse(event.url.searchParams.get('format'));
	const shown = await reportFor(id, person.id);
	if (format === 'json') return json(shown);
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const title = m.report_file({ title: (await boardTitle(id)) ?? '' });
	const pictures = await picturesIn(id, shown.report);
	if (format === 'md') return markdown(shown.report, pictures, title, event.url.origin);
	const pdf = await pdfOf(shown.report, new Map([...pictures].map(([src, png]) => [src, asDataUri(png)])));
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
