import { forgetReport, keepReport, readReport } from '$core/contract/report';
import { handle } from '$lib/server/http';
import * as reports from '$lib/server/report';

export const GET = handle(readReport, ({ person, params }) => reports.reportFor(params.id, person.id));

export const PUT = handle(keepReport, async ({ person, params, body: { report, basedOn } }) => ({
	revision: await reports.keepReport(params.id, person.id, report, basedOn),
}));

export const DELETE = handle(forgetReport, async ({ person, params }) => {
	await reports.forgetReport(params.id, person.id);
	return reports.reportFor(params.id, person.id);
});
