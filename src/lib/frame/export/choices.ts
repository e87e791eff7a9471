/** What can be chosen for a file that is taken out, and the order that follows from it. */
import {
	EXPORT_FORMAT_NAMES,
	exportFormat,
	type ExportFormat,
	type ExportFormatName,
} from '$core/formats/exports';
import type { PageColours, PagesBy } from '$core/formats/page-choices';
import type { PaperName } from '$core/formats/paper';
import { posterSchema, type ExportOrder } from '$core/contract/boards';
import { USUAL_POSTER, type PosterOptions, type PosterPaper } from '$core/formats/poster';
import { m } from '$lib/messages';
import Archive from '@lucide/svelte/icons/archive';
import BookOpen from '@lucide/svelte/icons/book-open';
import CalendarCheck from '@lucide/svelte/icons/calendar-check';
import FileImage from '@lucide/svelte/icons/file-image';
import FileSpreadsheet from '@lucide/svelte/icons/file-spreadsheet';
import LayoutPanelTop from '@lucide/svelte/icons/layout-panel-top';
import ListTree from '@lucide/svelte/icons/list-tree';
import PenTool from '@lucide/svelte/icons/pen-tool';
import Presentation from '@lucide/svelte/icons/presentation';
import Waypoints from '@lucide/svelte/icons/waypoints';

export const LOOK_ICONS: Record<ExportFormat['look'], typeof FileImage> = {
	picture: FileImage,
	drawing: PenTool,
	pages: BookOpen,
	poster: LayoutPanelTop,
	slides: Presentation,
	table: FileSpreadsheet,
	outline: ListTree,
	graph: Waypoints,
	tasks: CalendarCheck,
	archive: Archive,
};

/** Formats under the heading that tells what they are for, in the order of the table. */
export function formatGroups(): { title: string; formats: ExportFormatName[] }[] {
	const titles: Record<ExportFormat['look'], () => string> = {
		picture: m.export_group_pictures,
		drawing: m.export_group_pictures,
		pages: m.export_group_paper,
		poster: m.export_group_paper,
		slides: m.export_group_paper,
		table: m.export_group_data,
		tasks: m.export_group_data,
		outline: m.export_group_structure,
		graph: m.export_group_structure,
		archive: m.export_group_whole,
	};
	const groups = new Map<string, ExportFormatName[]>();
	for (const name of EXPORT_FORMAT_NAMES) {
		const title = titles[exportFormat(name).look]();
		groups.set(title, [...(groups.get(title) ?? []), name]);
	}
	return [...groups].map(([title, formats]) => ({ title, formats }));
}

/** How much of the board goes out. */
export type ExportPart = 'selection' | 'sheet' | 'board';

export interface ExportChoices {
	format: ExportFormatName;
	part: ExportPart;
	scale: number;
	clear: boolean;
	by: PagesBy;
	colours: PageColours;
	paper: PaperName | 'own';
	noteList: boolean;
	posterPaper: PosterPaper;
	/** By how many pages of paper, or by its height, cm. */
	posterBy: 'sheets' | 'height';
	posterSheets: number;
	posterHeightCm: number;
	overlapMm: number;
}

export const USUAL_CHOICES: ExportChoices = {
	format: 'png',
	part: 'board',
	scale: 2,
	clear: false,
	by: 'fields',
	colours: 'screen',
	paper: 'a4',
	noteList: false,
	posterPaper: USUAL_POSTER.paper,
	posterBy: 'sheets',
	posterSheets: 4,
	posterHeightCm: 80,
	overlapMm: USUAL_POSTER.overlapMm,
};

/** Parts of a board that a format can hold, the largest last. */
export function partsFor(format: ExportFormatName, hasSelection: boolean): ExportPart[] {
	const { covers } = exportFormat(format);
	if (covers === 'board') return ['board'];
	return [
		...(hasSelection ? (['selection'] as const) : []),
		'sheet',
		...(covers === 'sheets' ? (['board'] as const) : []),
	];
}

/**
 * The part that is taken: what was chosen where the format can hold it, else the largest that it
 * can.
 */
export const partTaken = ({ format, part }: ExportChoices, hasSelection: boolean): ExportPart => {
	const parts = partsFor(format, hasSelection);
	return parts.includes(part) ? part : parts.at(-1)!;
};

export const posterOptions = ({
	posterPaper: paper,
	posterBy,
	posterSheets,
	posterHeightCm,
	overlapMm,
}: ExportChoices): PosterOptions => ({
	paper,
	extent: posterBy === 'sheets' ? { sheets: posterSheets } : { heightMm: posterHeightCm * 10 },
	overlapMm,
});

/** Whether every number that a format needs is given, and within its bounds. */
export const isComplete = (choices: ExportChoices): boolean =>
	!exportFormat(choices.format).options?.includes('poster') ||
	posterSchema.safeParse(posterOptions(choices)).success;

/** What is asked of the server. */
export function orderFor(choices: ExportChoices, sheet: string, selection: ReadonlySet<string>): ExportOrder {
	const { format } = choices;
	const { options = [], covers } = exportFormat(format);
	const part = partTaken(choices, selection.size > 0);
	const chosen: Record<string, unknown> = { ...choices, poster: posterOptions(choices) };
	const wanted = Object.fromEntries(options.map((option) => [option, chosen[option]]));
	return {
		format,
		...wanted,
		...(part === 'selection' ? { ids: [...selection] } : {}),
		...(part === 'sheet' || (part === 'selection' && covers === 'sheet') ? { sheet } : {}),
	};
}
