/** Words in files that are taken out. */
import type { ExportWords } from '$core/formats/exports';
import { m } from '$lib/messages';
import { tableWords } from './tables';
import { dateWords, momentWords } from './when';

export const exportWords = (): ExportWords => ({
	workbook: tableWords(),
	site: {
		made: m.site_made({ when: momentWords(Date.now()) }),
		contents: m.site_contents(),
		files: m.site_files(),
		file: (format) => m[`format_${format}`](),
		yes: m.yes(),
		moment: momentWords,
		day: dateWords,
	},
});
