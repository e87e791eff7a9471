/** Which of a person's boards are listed, and in what order. */
import { z } from 'zod';
import { owns, type Role } from '../access/roles';
import { hasWords, plainForm, wordsIn } from '../text/search';

/** A board in a person's list. Times are ms. */
export interface ListedBoard {
	id: string;
	title: string;
	/** Part of the person whose list it is. */
	role: Role;
	/** Name of who owns it. */
	owner: string;
	changedAt: number;
	/** When the person last opened it; undefined when never. */
	openedAt: number | undefined;
	starred: boolean;
	/** When it was put into the bin; undefined for what is not there. */
	deletedAt: number | undefined;
	/** The project that it lies in. */
	projectId: string | undefined;
	/** Whether the person may be in now: a closed board is listed all the same. */
	open: boolean;
}

export const PARTS = ['all', 'mine', 'shared', 'starred', 'bin'] as const;
export type Part = (typeof PARTS)[number];
export const ORDERS = ['changed', 'opened', 'title'] as const;
export type Order = (typeof ORDERS)[number];

/** How a person wants the list. */
export const listSettingsSchema = z.object({
	order: z.enum(ORDERS).catch('changed'),
	as: z.enum(['pictures', 'list']).catch('pictures'),
});
export type ListSettings = z.infer<typeof listSettingsSchema>;

/** Days for which a deleted board can be brought back. */
export const BIN_DAYS = 30;
const DAY = 86_400_000;

/** Whole days that are left until a board in the bin is gone for good; at least 0. */
export const daysLeft = (deletedAt: number, now: number): number =>
	Math.max(0, Math.ceil((deletedAt + BIN_DAYS * DAY - now) / DAY));

const isIn: Record<Part, (board: ListedBoard) => boolean> = {
	all: () => true,
	mine: ({ role }) => owns(role),
	shared: ({ role }) => !owns(role),
	starred: ({ starred }) => starred,
	bin: () => true,
};

const orders: Record<Order, (a: ListedBoard, b: ListedBoard) => number> = {
	changed: (a, b) => b.changedAt - a.changedAt,
	// What was never opened comes last.
	opened: (a, b) => (b.openedAt ?? 0) - (a.openedAt ?? 0),
	title: () => 0,
};
const byTitle = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' });

/** Boards of a part of the list, and of a project if one is given, with all the words in their titles or owners' names, in an order. */
export function pickBoards(
	boards: readonly ListedBoard[],
	{ part, words, order, project }: { part: Part; words: string; order: Order; project?: string | undefined },
): ListedBoard[] {
	const wanted = wordsIn(words);
	return boards
		.filter(({ projectId }) => project === undefined || projectId === project)
		.filter((board) => (part === 'bin') === (board.deletedAt !== undefined) && isIn[part](board))
		.filter(({ title, owner }) => hasWords(plainForm(`${title} ${owner}`), wanted))
		.sort((a, b) =>
			part === 'bin'
				? b.deletedAt! - a.deletedAt!
				: orders[order](a, b) || byTitle.compare(a.title, b.title) || (a.id < b.id ? -1 : 1),
		);
}
