/** The report of a session. */
import { z } from 'zod';
import { reportSchema } from '../report/document';
import { BYTES, endpoint, id } from './endpoint';

const REPORT = '/api/boards/[id]/report';

const shownSchema = z.object({
	report: reportSchema,
	/** 0 where nobody has edited it. */
	revision: z.number(),
	mayEdit: z.boolean(),
});
export type ShownReport = z.infer<typeof shownSchema>;
/** The report as it is edited. */
export const readReport = endpoint({ method: 'GET', path: REPORT, response: shownSchema });
export const REPORT_FORMATS = ['md', 'pdf', 'docx'] as const;
export type ReportFormat = (typeof REPORT_FORMATS)[number];
/** The report as a file. */
export const downloadReport = endpoint({ method: 'GET', path: `${REPORT}/[format]`, response: BYTES });
/** Keeps it as it was edited. */
export const keepReport = endpoint({
	method: 'PUT',
	path: REPORT,
	request: z.object({ report: reportSchema, basedOn: z.number().int().gte(0).lte(1_000_000) }),
	response: z.object({ revision: z.number() }),
});
/** Lets it write itself anew. */
export const forgetReport = endpoint({ method: 'DELETE', path: REPORT, response: shownSchema });
/** A field with what lies in it, or all themes of a sheet. */
export const pictureSchema = z.union([z.object({ field: id }), z.object({ themes: id })]);
export type PictureOf = z.infer<typeof pictureSchema>;
/** The picture of a field or of themes, for the report. */
export const reportPicture = endpoint({
	method: 'GET',
	path: `${REPORT}/picture`,
	query: pictureSchema,
	response: BYTES,
});
