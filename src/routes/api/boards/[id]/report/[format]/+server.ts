import { downloadReport, REPORT_FORMATS } from '$core/contract/report';
import type { Report } from '$core/report/document';
import { markdownOf } from '$core/report/markdown';
import { m } from '$lib/messages';
import { boardTitle, Refused } from '$lib/server/boards';
import { fileName } from '$lib/server/export';
import { download, handle, read } from '$lib/server/http';
import { allow } from '$lib/server/limits';
import { asDataUri, picturesIn, reportFor } from '$lib/server/report';
import { docxOf } from '$lib/server/report-docx';
import { pdfOf } from '$lib/server/report-pdf';
import { strToU8, zipSync, type Zippable } from 'fflate';
import { z } from 'zod';

const DOCX = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';

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

export const GET = handle(downloadReport, async ({ event, person, params: { id, format } }) => {
	const asked = read(z.enum(REPORT_FORMATS), format);
	const { report } = await reportFor(id, person.id);
	if (!(await allow('heavy', person.id))) throw new Refused(m.error_too_many());
	const title = m.report_file({ title: (await boardTitle(id)) ?? '' });
	const pictures = await picturesIn(id, report);
	if (asked === 'md') return markdown(report, pictures, title, event.url.origin);
	if (asked === 'docx') {
		const docx = await docxOf(report, pictures);
		return download(docx as Uint8Array<ArrayBuffer>, DOCX, fileName(title, 'docx'));
	}
	const pdf = await pdfOf(report, new Map([...pictures].map(([src, png]) => [src, asDataUri(png)])));
	return download(pdf as Uint8Array<ArrayBuffer>, 'application/pdf', fileName(title, 'pdf'));
});
