/** What a worker that waits is told by the page, so that it takes over. */
export const TAKE_OVER = 'take over';
