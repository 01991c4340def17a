'use client';

/** A bug. The reference is in the server's log; nothing of the person or the lawn is. */
export default function ErrorScreen({
  error,
  retry,
}: Readonly<{ error: Error & { digest?: string }; retry: () => void }>) {
  return (
    <main className="mx-auto mt-[12vh] max-w-xl px-5" role="alert">
      <h1 className="text-3xl">Something went wrong on our side</h1>
      <p className="mt-3 text-lg">
        What was saved is safe. Try again; if it happens twice, tell whoever keeps the server this reference:
      </p>
      <p className="mt-2 font-cond text-2xl font-semibold">{error.digest ?? 'no reference'}</p>
      <button type="button" className="button mt-5" onClick={retry}>
        Try again
      </button>
    </main>
  );
}
