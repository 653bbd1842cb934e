'use client';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { goTo } from '../design';
import { leave } from './leave';
import { useScheme } from './use-scheme';

const PLACES: [href: string, name: string, ownerOnly?: boolean][] = [
  ['/', 'Jobs'],
  ['/day', 'Day'],
  ['/library', 'Library'],
  ['/bench', 'Bench'],
  ['/stores', 'Stores'],
  ['/insights', 'Insights'],
  ['/rehearse', 'Rehearse'],
  ['/kit', 'My kit'],
  ['/people', 'People', true],
  ['/customers', 'Customers', true],
  ['/settings', 'Settings', true],
];

/** The shop's name, the places to go, who is signed in. `isLocked`: somebody with desk rights who signed in by PIN, which is not enough for them. */
export function TopBar({
  shop,
  person,
  isOwner,
  isLocked,
  find,
}: {
  shop: string;
  person: { id: string; name: string; role: string };
  isOwner: boolean;
  isLocked: boolean;
  /** The search over everything. */
  find?: ReactNode;
}) {
  const path = usePathname();
  const isHere = (href: string) =>
    href === '/'
      ? path === '/' || path.startsWith('/jobs')
      : path.startsWith(href) || (href === '/library' && /^\/(procedures|plan|wires)/.test(path));
  const signOut = async () => {
    await leave();
    goTo('/sign-in');
  };
  const [scheme, setScheme] = useScheme();
  return (
    <header className="top-bar">
      <span className="shop">{shop}</span>
      <nav aria-label="Main">
        {PLACES.filter(([, , ownerOnly]) => !ownerOnly || isOwner).map(([href, label]) => (
          <Link key={href} href={href} aria-current={isHere(href) ? 'page' : undefined}>
            {label}
          </Link>
        ))}
      </nav>
      {isLocked && (
        <Link
          className="leave"
          href={`/sign-in?${new URLSearchParams({ person: person.id, by: 'password', next: path })}`}
        >
          Unlock desk
        </Link>
      )}
      {find}
      <span className="who" title={`${person.name}, ${person.role}`}>
        {person.name.split(' ')[0]}, {person.role}
      </span>
      <button
        type="button"
        className="leave"
        aria-label={scheme === 'night' ? 'Light screen' : 'Dark screen'}
        title={scheme === 'night' ? 'Light screen' : 'Dark screen'}
        onClick={() => setScheme(scheme === 'night' ? 'day' : 'night')}
      >
        <span aria-hidden="true">◐</span>
      </button>
      <button type="button" className="leave" onClick={signOut}>
        Sign out
      </button>
    </header>
  );
}
