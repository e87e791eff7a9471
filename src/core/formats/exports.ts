/**
 * What a board can be taken out as: one row a format. The interface, the route and the shell
 * command offer what stands here; a new format is a row and the file that makes it.
 */
import type { BoardModel } from '../board/model/model';
import type { Drawing } from '../board/drawing';
import type { Face, Measure } from '../text/fonts';
import type { PageColours, PagesBy } from './page-choices';
import type { PaperName } from './paper';
import type { PdfDocument } from './pdf';
import type { PosterOptions } from './poster';
import type { SlideDeck } from './slides';
import type { SiteWords } from './site';
import type { TextOutline } from './svg';
import type { SessionRecord, WorkbookSheet, WorkbookWords } from './workbook';

/** What is to be taken out. */
export interface ExportInput {
	model: BoardModel;
	title: string;
	/** The sheet to show; the first, or all, where it is left out. */
	sheet?: string | undefined;
	/** Only these objects with what lies in them, where given. */
	ids?: readonly string[] | undefined;
	/** Pixels a board unit, where the format has such. */
	scale?: number | undefined;
	/** Whether a picture has no ground. */
	clear?: boolean | undefined;
	/** Room round what a picture shows, board units. */
	margin?: number | undefined;
	/**
	 * What a page or a slide is of, in which colours, and on which paper; `own` is as large as what
	 * it shows.
	 */
	by?: PagesBy | undefined;
	colours?: PageColours | undefined;
	paper?: PaperName | 'own' | undefined;
	/**
	 * What stands over everything that is written, as a list at the end; no list where it is left
	 * out.
	 */
	noteList?: string | undefined;
	poster?: PosterOptions | undefined;
	/** Who takes it out, and the language of the words in it (BCP 47). */
	author?: string | undefined;
	language?: string | undefined;
	/** When it is taken out, ms. */
	now?: number | undefined;
	/** Votes and steps of the session, where they may be seen. */
	record?: SessionRecord | undefined;
	words?: ExportWords | undefined;
}

/** Words in files, in the language of whoever takes them out. */
export interface ExportWords {
	/** What sheets, columns and kinds are called. */
	workbook: WorkbookWords;
	site: SiteWords;
}

/**
 * What making a file takes beside the board: fonts, pictures and packing, which each machine has
 * its own way for.
 */
export interface ExportServices {
	measure: Measure;
	/** A style sheet with these fonts as data. */
	fontCss: (faces: Face[]) => string;
	outline: (text: string, face: Face) => TextOutline[];
	/** The pictures of drawings as data URLs, by file; those that are missing are left out. */
	images: (drawings: readonly Drawing[], backdrop: string | undefined) => Promise<Map<string, string>>;
	/** Draws a picture as PNG. */
	rasterize: (picture: RasterPicture) => Promise<Uint8Array>;
	pdf: (document: PdfDocument) => Promise<Uint8Array>;
	workbook: (sheets: readonly WorkbookSheet[]) => Promise<Uint8Array>;
	slides: (deck: SlideDeck) => Promise<Uint8Array>;
	/** Packs files, by their paths. */
	zip: (files: ReadonlyMap<string, Uint8Array>) => Promise<Uint8Array>;
	/** The whole board with its pictures, to be brought in again. */
	archive: () => Promise<Uint8Array>;
}

/** A picture strip by strip, from the top: SVG whose text are outlines. */
export interface RasterPicture {
	/** Pixels. */
	width: number;
	height: number;
	/** Whether nothing of it is clear. */
	isOpaque: boolean;
	strips: readonly { rows: number; svg: () => string }[];
}

export interface ExportedFile {
	body: Uint8Array;
	/** Pixels a board unit, of a picture; smaller than asked for where it would be too large. */
	scale?: number;
}

export const EXPORT_OPTIONS = ['scale', 'clear', 'by', 'paper', 'colours', 'noteList', 'poster'] as const;
export type ExportOption = (typeof EXPORT_OPTIONS)[number];

export interface ExportFormat {
	/** Ending of the file's name. */
	extension: string;
	/** Media type (RFC 6838). */
	type: string;
	/**
	 * Of what it can be: one sheet, all sheets, or nothing less than the board; parts of the first
	 * two.
	 */
	covers: 'sheet' | 'sheets' | 'board';
	look:
		| 'picture'
		| 'drawing'
		| 'pages'
		| 'poster'
		| 'slides'
		| 'table'
		| 'outline'
		| 'graph'
		| 'tasks'
		| 'archive';
	/** What can be chosen for it besides what it covers. */
	options?: readonly ExportOption[];
	make: (input: ExportInput, services: ExportServices) => Promise<ExportedFile>;
}

/** Makers are loaded when a file is made: the interface only reads the rest. */
export const EXPORT_FORMATS = {
	png: {
		extension: 'png',
		type: 'image/png',
		covers: 'sheet',
		look: 'picture',
		options: ['scale', 'clear'],
		make: async (...given) => (await import('./png-file')).pngFile(...given),
	},
	svg: {
		extension: 'svg',
		type: 'image/svg+xml',
		covers: 'sheet',
		look: 'drawing',
		options: ['clear'],
		make: async (...given) => (await import('./svg-file')).svgFile(...given),
	},
	pdf: {
		extension: 'pdf',
		type: 'application/pdf',
		covers: 'sheets',
		look: 'pages',
		options: ['by', 'paper', 'colours', 'noteList'],
		make: async (...given) => (await import('./pdf-file')).pdfFile(...given),
	},
	poster: {
		extension: 'pdf',
		type: 'application/pdf',
		covers: 'sheet',
		look: 'poster',
		options: ['poster', 'colours'],
		make: async (...given) => (await import('./poster-file')).posterFile(...given),
	},
	pptx: {
		extension: 'pptx',
		type: 'application/vnd.openxmlformats-officedocument.presentationml.presentation',
		covers: 'sheets',
		look: 'slides',
		options: ['by', 'colours'],
		make: async (...given) => (await import('./slides')).slidesFile(...given),
	},
	xlsx: {
		extension: 'xlsx',
		type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
		covers: 'sheets',
		look: 'table',
		make: async (...given) => (await import('./workbook')).workbookFile(...given),
	},
	csv: {
		extension: 'csv',
		type: 'text/csv; charset=utf-8',
		covers: 'sheets',
		look: 'table',
		make: async (input) => (await import('./csv')).csvFile(input),
	},
	md: {
		extension: 'md',
		type: 'text/markdown; charset=utf-8',
		covers: 'sheets',
		look: 'outline',
		make: async (input) => (await import('./board-outline')).markdownFile(input),
	},
	opml: {
		extension: 'opml',
		type: 'text/x-opml; charset=utf-8',
		covers: 'sheets',
		look: 'outline',
		make: async (input) => (await import('./board-outline')).opmlFile(input),
	},
	graphml: {
		extension: 'graphml',
		type: 'application/graphml+xml',
		covers: 'sheets',
		look: 'graph',
		make: async (input) => (await import('./board-graph')).graphmlFile(input),
	},
	dot: {
		extension: 'gv',
		type: 'text/vnd.graphviz',
		covers: 'sheets',
		look: 'graph',
		make: async (input) => (await import('./board-graph')).dotFile(input),
	},
	ics: {
		extension: 'ics',
		type: 'text/calendar; charset=utf-8',
		covers: 'sheets',
		look: 'tasks',
		make: async (input) => (await import('./calendar')).calendarFile(input),
	},
	wandtafel: {
		extension: 'wandtafel',
		type: 'application/zip',
		covers: 'board',
		look: 'archive',
		make: async (_, { archive }) => ({ body: await archive() }),
	},
	zip: {
		extension: 'zip',
		type: 'application/zip',
		covers: 'board',
		look: 'archive',
		options: ['colours'],
		make: async (...given) => (await import('./site')).siteFile(...given),
	},
} as const satisfies Record<string, ExportFormat>;
export type ExportFormatName = keyof typeof EXPORT_FORMATS;
export const EXPORT_FORMAT_NAMES = Object.keys(EXPORT_FORMATS) as [ExportFormatName, ...ExportFormatName[]];

/** The row of a format, with what rows may leave out. */
export const exportFormat = (name: ExportFormatName): ExportFormat => EXPORT_FORMATS[name];
