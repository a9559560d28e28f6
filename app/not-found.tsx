import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="fig text-2xl font-semibold">There is nothing here</h1>
      <p className="mt-2">The job may have been deleted, or the address has a typing error.</p>
      <Link className="link mt-4 inline-block" href="/">
        Go to the jobs
      </Link>
    </main>
  );
}
