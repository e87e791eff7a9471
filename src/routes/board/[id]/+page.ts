/** The board lives in the browser; there is nothing of it to send as a page. */
export const ssr = false;
