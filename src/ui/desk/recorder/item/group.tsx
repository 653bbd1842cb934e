'use client';
import type { ReactNode } from 'react';

/** One group of the inspector: what, where, hidden by, coming off, going back, look out. */
export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="item-group" aria-label={title}>
      <h3>{title}</h3>
      {children}
    </section>
  );
}
