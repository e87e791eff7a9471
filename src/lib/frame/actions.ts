/** What the frame asks of the server, for the board that is open. */
import { saveFile } from '../ui/files';
import * as contract from '$core/contract/boards';
import { createLink, listLinks, renewLink, withdrawLink, type NewLinkRequest } from '$core/contract/people';
import * as themes from '$core/contract/themes';
import type { KeptTheme, Theme } from '$core/themes';
import type { Move } from '$core/themes/review';
import { call } from '$lib/api/client';

/** Calls everybody to a place; the view is x, y, width, height in board units. */
export const callEverybody = (id: string, sheet: string, view: [number, number, number, number]) =>
	call(contract.callEverybody, { params: { id }, body: { do: 'call', sheet, view } });
/** Makes everybody follow one's view, or lets them go. */
export const leadView = (id: string, leads: boolean) =>
	call(contract.callEverybody, { params: { id }, body: { do: leads ? 'lead' : 'let go' } });
export const rename = (id: string, title: string) =>
	call(contract.renameBoard, { params: { id }, body: { title } });
export const remove = (id: string) => call(contract.deleteBoard, { params: { id } });
export const restore = (id: string) => call(contract.orderBoard, { params: { id }, body: { do: 'restore' } });
export const star = (id: string, starred: boolean) =>
	call(contract.orderBoard, { params: { id }, body: { do: 'star', starred } });
/** Makes a board of one's own from another; gives its id. */
export const copyBoard = (id: string) => call(contract.copyBoard, { params: { id } });
export const invite = (id: string, request: NewLinkRequest) =>
	call(createLink, { params: { id }, body: request });
export const renew = (id: string, link: string) =>
	call(renewLink, { params: { id, link }, body: { do: 'renew' } });
export const links = (id: string) => call(listLinks, { params: { id } });
export const withdraw = (id: string, link: string, keepsPeople: boolean) =>
	call(withdrawLink, { params: { id, link }, query: keepsPeople ? { keep: 'people' } : {} });
export const propose = (
	id: string,
	noteIds: string[],
	{ kept, ...options }: { wordsOnly?: boolean; count?: number | undefined; kept?: readonly KeptTheme[] } = {},
) =>
	call(themes.proposeThemes, {
		params: { id },
		body: {
			noteIds,
			...options,
			...(kept ? { kept: kept.map((theme) => ({ ...theme, pinned: [...theme.pinned] })) } : {}),
		},
	});
/** How well notes fit the themes that they lie in, and why those hold together. */
export const reviewSorting = (
	id: string,
	noteIds: string[],
	among: Theme[],
	options: { unsettled: string[]; wordsOnly: boolean },
) => call(themes.reviewThemes, { params: { id }, body: { noteIds, themes: among, ...options } });
/** Notes that belong to a theme as well, now that others were moved there. */
export const likeMoved = (id: string, noteIds: string[], among: Theme[], { moved, to }: Move) =>
	call(themes.likeMovedNotes, { params: { id }, body: { noteIds, themes: among, moved: [...moved], to } });
/** Where notes belong among themes with names, and the notes that were placed so far. */
export const placeAmong = (
	id: string,
	noteIds: string[],
	among: Theme[],
	options: { wordsOnly?: boolean; last?: string | undefined } = {},
) => call(themes.placeAmongThemes, { params: { id }, body: { noteIds, themes: among, ...options } });
/** Makes ready what sorting notes takes. */
export const ready = (id: string, noteIds: string[]) =>
	call(themes.readyNotes, { params: { id }, body: { noteIds } });
/** Names of the themes on a board. */
export const themeNamesOn = (id: string) => call(themes.readThemeNames, { params: { id } });
/** Boards that one may enter. */
export const myBoards = () => call(contract.listBoards, {});

/**
 * Fetches a file and hands it to the browser's downloads. Returns its name, and of a picture its
 * scale.
 */
export async function download(
	id: string,
	order: contract.ExportOrder,
): Promise<{ name: string; scale: number | undefined }> {
	const response = await call(contract.exportBoard, { params: { id }, body: order });
	const name = decodeURIComponent(
		/filename\*=UTF-8''([^;]+)/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? 'board',
	);
	saveFile(await response.blob(), name);
	const scale = response.headers.get('x-scale');
	return { name, scale: scale === null ? undefined : Number(scale) };
}
/** How far a file is that is being made: pages, slides or strips. */
export const progressOf = (id: string, key: string) => call(contract.exportProgress, { params: { id, key } });
export const stopExport = (id: string, key: string) => call(contract.stopExport, { params: { id, key } });
