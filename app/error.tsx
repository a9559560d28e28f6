'use client';

/** A bug, not a mistake of a person: nothing entered is lost, since everything is saved as it happens. */
export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <main className="mx-auto max-w-xl p-8" role="alert">
      <h1 className="fig text-2xl font-semibold">Something went wrong here</h1>
      <p className="mt-2">
        What was saved is saved. Try again; if it stays, go back to the jobs and open this one anew.
      </p>
      <button type="button" className="btn btn-strong mt-4" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
