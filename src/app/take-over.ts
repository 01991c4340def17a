/** What a page says to the worker of the service that is there and does not answer for it yet. */
export const TAKE_OVER = 'take this page over';
