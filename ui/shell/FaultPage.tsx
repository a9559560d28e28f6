import Link from 'next/link';
import type { Problem } from '@/core/job/problem';

/** What is shown where the database cannot be used: what is wrong and what to do. */
export function FaultPage({ problems }: { problems: readonly Problem[] }) {
  return (
    <main className="mx-auto max-w-xl p-8" role="alert">
      <h1 className="fig text-2xl font-semibold">Nestle cannot get at its database</h1>
      {problems.map((p) => (
        <p key={p.message} className="mt-2">
          {p.message}
        </p>
      ))}
      <Link className="link mt-4 inline-block" href="/" prefetch={false}>
        Try again
      </Link>
    </main>
  );
}
