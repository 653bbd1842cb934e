'use client';
import Link from 'next/link';
import type { TestersView } from '@/contracts/views';
import { listed } from '@/core/trade';

/** Who tried the draft, and where they went wrong: what they missed may not be drawn clearly enough. */
export function Testers({
  id,
  testers: { wanted, people, remarks },
  onSelect,
}: {
  id: string;
  testers: TestersView;
  onSelect: (id: string) => void;
}) {
  return (
    <section className="questions" aria-label="Tried by others">
      <p className="mb-1">
        {people.length ? `Rehearsed by ${listed(people)}.` : 'Nobody else has rehearsed this draft yet.'}
        {wanted > 0 && ` ${people.length} of ${wanted} needed before it is published.`}{' '}
        <Link href={`/rehearse/begin?${new URLSearchParams({ procedure: id, draft: '1' })}`}>Rehearse this draft</Link>
      </p>
      {remarks.map(({ item, words }) => (
        <div key={words} className="question warning">
          <button type="button" className="question-words" onClick={() => item && onSelect(item)}>
            {words}
          </button>
        </div>
      ))}
    </section>
  );
}
