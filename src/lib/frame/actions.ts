/** What the frame asks of the server, for the board that is open. */
import { type GivenRole, ROLES } from '$core/access/roles';
import { z } from 'zod';
import { ask, send } from '../ui/api';

const linkSchema = z.object({ id: z.string(), url: z.string(), code: z.string().nullable(), qr: z.string() });
export type Invitation = z.infer<typeof linkSchema>;
const linksSchema = z.array(
	z.object({
		id: z.string(),
		role: z.enum(ROLES),
		code: z.string().nullable(),
		hasPassword: z.boolean(),
		createdAt: z.string(),
		expiresAt: z.string().nullable(),
		people: z.number(),
	}),
);
export type LinkInfo = z.infer<typeof linksSchema>[number];

const proposalSchema = z.object({
	themes: z.array(z.object({ name: z.string(), noteIds: z.array(z.string()) })),
	left: z.array(z.string()),
	doubles: z.array(z.tuple([z.string(), z.string()])),
	meaning: z.boolean(),
});
export type Proposal = z.infer<typeof proposalSchema>;

const boardPath = (boardId: string): string => `/api/boards/${encodeURIComponent(boardId)}`;

/** Calls everybody to a place; the view is x, y, width, height in board units. */
export const call = (boardId: string, sheet: string, view: [number, number, number, number]) =>
	send('POST', `${boardPath(boardId)}/call`, { do: 'call', sheet, view });
/** Makes everybody follow one's view, or lets them go. */
export const leadView = (boardId: string, leads: boolean) =>
	send('POST', `${boardPath(boardId)}/call`, { do: leads ? 'lead' : 'let go' });
export const rename = (boardId: string, title: string) => send('PATCH', boardPath(boardId), { title });
export const remove = (boardId: string) => send('DELETE', boardPath(boardId));
export const restore = (boardId: string) => send('POST', boardPath(boardId), { do: 'restore' });
export const star = (boardId: string, starred: boolean) =>
	send('POST', boardPath(boardId), { do: 'star', starred });
/** Makes a board of one's own from another; gives its id. */
export const copyBoard = (boardId: string) =>
	ask(z.object({ id: z.string() }), 'POST', boardPath(boardId), { do: 'copy' });
export interface LinkRequest {
	role: GivenRole;
	code: boolean;
	/** Hours from now until it ends. */
	hours?: number;
	password?: string;
}
export const invite = (boardId: string, request: LinkRequest) =>
	ask(linkSchema, 'POST', `${boardPath(boardId)}/links`, request);
export const renew = (boardId: string, link: string) =>
	ask(linkSchema, 'POST', `${boardPath(boardId)}/links/${encodeURIComponent(link)}`, { do: 'renew' });
export const links = (boardId: string) => ask(linksSchema, 'GET', `${boardPath(boardId)}/links`);
export const withdraw = (boardId: string, link: string, keepsPeople: boolean) =>
	send(
		'DELETE',
		`${boardPath(boardId)}/links/${encodeURIComponent(link)}${keepsPeople ? '?keep=people' : ''}`,
	);
export const propose = (boardId: string, noteIds: string[], wordsOnly = false) =>
	ask(proposalSchema, 'POST', `${boardPath(boardId)}/themes`, { noteIds, wordsOnly });

export interface ExportOrder {
	format: 'png' | 'svg' | 'csv' | 'wandtafel';
	scale?: number;
	sheet?: string;
	ids?: string[];
}

/**
 * Fetches a file and hands it to the browser's downloads. Returns its name, and of a picture its
 * scale.
 */
export async function download(
	boardId: string,
	order: ExportOrder,
): Promise<{ name: string; scale: number | undefined }> {
	const response = await send('POST', `${boardPath(boardId)}/export`, order);
	const name = decodeURIComponent(
		/filename\*=UTF-8''([^;]+)/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? 'board',
	);
	const url = URL.createObjectURL(await response.blob());
	const anchor = document.createElement('a');
	anchor.href = url;
	anchor.download = name;
	anchor.click();
	setTimeout(() => URL.revokeObjectURL(url), 30_000);
	const scale = response.headers.get('x-scale');
	return { name, scale: scale === null ? undefined : Number(scale) };
}
