import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="page">
      <h1>Page not found</h1>
      <p>It may have been removed, or the address is wrong.</p>
      <Link href="/">Go to Jobs</Link>
    </main>
  );
}
