/** Height of the strip at the top of a region that carries its title, board units. */
export const REGION_TITLE = { field: 44, theme: 40 } as const;
