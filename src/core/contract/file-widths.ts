/**
 * Widths in which the server has pictures ready, device pixels. Painters in workers read them too.
 */
export const FILE_WIDTHS = [256, 1024, 2048] as const;
