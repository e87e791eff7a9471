/** Lines of an outline that are read from a file at most. */
export const MOST_LINES = 5000;
