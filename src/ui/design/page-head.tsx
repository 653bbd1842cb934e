import type { ReactNode } from 'react';

/** The head of a desk page: what it is, one line under it, and what can be done. */
export function PageHead({ title, under, children }: { title: ReactNode; under?: ReactNode; children?: ReactNode }) {
  return (
    <header className="page-head">
      <div>
        <h1>{title}</h1>
        {under && <p className="under">{under}</p>}
      </div>
      {children && <div className="actions">{children}</div>}
    </header>
  );
}
