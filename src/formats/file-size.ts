/** The most of a file that is taken at once, in bytes: 40 MB of text are about a million rows. */
export const MOST_FILE_BYTES = 40_000_000;
/** The most that is read of any request: a file, what is said of it, and how both are wrapped. Next's limits are the same. */
export const MOST_BODY_BYTES = 45 * 1024 * 1024;
