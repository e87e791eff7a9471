/** Web and mail addresses in plain text, so that they can be opened. */
import { isSafeLink, type RichText, type Run } from './rich';

export interface FoundLink {
	from: number;
	to: number;
	/** What it leads to. */
	href: string;
}

/** Addresses with their scheme, addresses that begin with www., and mail addresses. */
const ADDRESS = /\bhttps?:\/\/[^\s<>"]+|\bwww\.[^\s<>"]+\.[^\s<>"]+|\b[\w.+-]+@[\w-]+(?:\.[\w-]+)+/gi;
/** What ends a sentence and not an address. */
const TAIL = /[.,;:!?'")\]}>]+$/;

/** The addresses in a text, in their order. */
export function linksIn(text: string): FoundLink[] {
	return [...text.matchAll(ADDRESS)].flatMap((match) => {
		let address = match[0].replace(TAIL, '');
		// A bracket that was opened within belongs to it.
		if (match[0].startsWith(`${address})`) && address.includes('(')) address += ')';
		const href = /^https?:/i.test(address)
			? address
			: address.includes('@') && !/^www\./i.test(address)
				? `mailto:${address}`
				: `https://${address}`;
		return isSafeLink(href) ? [{ from: match.index, to: match.index + address.length, href }] : [];
	});
}

/** The text with its addresses made into links; links that are there stay as they are. */
export const withLinks = (rich: RichText): RichText =>
	rich.map((paragraph) => ({ ...paragraph, runs: paragraph.runs.flatMap(linked) }));

function linked(run: Run): Run[] {
	if (run.link) return [run];
	const runs: Run[] = [];
	let at = 0;
	for (const { from, to, href } of linksIn(run.text)) {
		if (from > at) runs.push({ ...run, text: run.text.slice(at, from) });
		runs.push({ ...run, text: run.text.slice(from, to), link: href });
		at = to;
	}
	if (at === 0) return [run];
	if (at < run.text.length) runs.push({ ...run, text: run.text.slice(at) });
	return runs;
}
