'use client';

export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="page">
      <h1>This page could not be made</h1>
      <p>Nothing that was recorded is lost. If the database is restarting, it will be back in a moment.</p>
      <button type="button" className="btn btn-primary" onClick={reset}>Try again</button>
    </main>
  );
}
