/**
 * What a board can be taken out as: one row a format. The interface, the route and the shell
 * command offer what stands here; a new format is a row and the file that makes it.
 */
import type { BoardModel } from '../board/model/model';
import type { Drawing } from '../board/drawing';
import type { CsvHeadings } from './csv';
import type { Face, Measure } from '../text/fonts';

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
	/** What the columns of a table are called. */
	headings?: CsvHeadings | undefined;
}

/**
 * What making a file takes beside the board: fonts, pictures and packing, which each machine has
 * its own way for.
 */
export interface ExportServices {
	measure: Measure;
	/** A style sheet with these fonts as data. */
	fontCss: (faces: Face[]) => string;
	/** SVG path data of a line of text at 1 em, baseline at 0. */
	outline: (text: string, face: Face) => string;
	/** The pictures of drawings as data URLs, by file; those that are missing are left out. */
	images: (drawings: readonly Drawing[], backdrop: string | undefined) => Promise<Map<string, string>>;
	/** Draws an SVG whose text are outlines. */
	rasterize: (svg: string) => Promise<Uint8Array>;
	/** The whole board with its pictures, to be brought in again. */
	archive: () => Promise<Uint8Array>;
}

export interface ExportedFile {
	body: Uint8Array;
	/** Pixels a board unit, of a picture; smaller than asked for where it would be too large. */
	scale?: number;
}

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
	look: 'picture' | 'drawing' | 'table' | 'archive';
	/** Pixels a board unit that are offered; one row of the interface each. */
	scales?: readonly number[];
	make: (input: ExportInput, services: ExportServices) => Promise<ExportedFile>;
}

/** Makers are loaded when a file is made: the interface only reads the rest. */
export const EXPORT_FORMATS = {
	png: {
		extension: 'png',
		type: 'image/png',
		covers: 'sheet',
		look: 'picture',
		scales: [1, 2],
		make: async (...given) => (await import('./png-file')).pngFile(...given),
	},
	svg: {
		extension: 'svg',
		type: 'image/svg+xml',
		covers: 'sheet',
		look: 'drawing',
		make: async (...given) => (await import('./svg-file')).svgFile(...given),
	},
	csv: {
		extension: 'csv',
		type: 'text/csv; charset=utf-8',
		covers: 'sheets',
		look: 'table',
		make: async (input) => (await import('./csv')).csvFile(input),
	},
	wandtafel: {
		extension: 'wandtafel',
		type: 'application/zip',
		covers: 'board',
		look: 'archive',
		make: async (_, { archive }) => ({ body: await archive() }),
	},
} as const satisfies Record<string, ExportFormat>;
export type ExportFormatName = keyof typeof EXPORT_FORMATS;
export const EXPORT_FORMAT_NAMES = Object.keys(EXPORT_FORMATS) as [ExportFormatName, ...ExportFormatName[]];

/** The row of a format, with what rows may leave out. */
export const exportFormat = (name: ExportFormatName): ExportFormat => EXPORT_FORMATS[name];
