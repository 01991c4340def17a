/** Whether the server can draw a page now: it says so itself. */
export const databaseAnswers = (): Promise<boolean> =>
  fetch('/api/health', { cache: 'no-store' }).then(
    (r) => r.ok,
    () => false,
  );
