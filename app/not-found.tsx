import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="page">
      <h1>Nothing is here</h1>
      <p>It may have been removed, or the address is wrong.</p>
      <Link href="/">To the jobs</Link>
    </main>
  );
}
