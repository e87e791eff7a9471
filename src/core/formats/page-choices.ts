/** What pages and slides of a board can be of, and in which colours. */
export const PAGES_BY = ['fields', 'sheets'] as const;
export type PagesBy = (typeof PAGES_BY)[number];
/** As on the screen, or dark on light paper without a ground. */
export const PAGE_COLOURS = ['screen', 'paper'] as const;
export type PageColours = (typeof PAGE_COLOURS)[number];
