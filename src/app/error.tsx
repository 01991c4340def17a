'use client';

/** A page that could not be drawn. Of a bug the reference is in the server's log; nothing of the person or the lawn is. */
export default function ErrorScreen({
  error,
  retry,
}: Readonly<{ error: Error & { digest?: string }; retry: () => void }>) {
  // the server names its own faults: what has no name went wrong on the way, or on this device
  if (!error.digest)
    return (
      <main className="mx-auto mt-[12vh] max-w-xl px-5" role="alert">
        <h1 className="text-3xl">This page was cut off</h1>
        <p className="mt-3 text-lg">
          The network may have gone while it was drawn. What was saved is safe, and what you typed is kept on
          this device. Load it again; if it happens twice, tell whoever keeps the server.
        </p>
        <button type="button" className="button mt-5" onClick={() => window.location.reload()}>
          Load it again
        </button>
      </main>
    );
  return (
    <main className="mx-auto mt-[12vh] max-w-xl px-5" role="alert">
      <h1 className="text-3xl">Something went wrong on our side</h1>
      <p className="mt-3 text-lg">
        What was saved is safe. Try again; if it happens twice, tell whoever keeps the server this reference:
      </p>
      <p className="mt-2 font-cond text-2xl font-semibold">{error.digest}</p>
      <button type="button" className="button mt-5" onClick={retry}>
        Try again
      </button>
    </main>
  );
}
