'use client';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { send } from './http';
import { useScheme } from './use-scheme';

const PLACES: [href: string, name: string, ownerOnly?: boolean][] = [
  ['/', 'Jobs'], ['/library', 'Library'], ['/stores', 'Stores'], ['/kit', 'My kit'], ['/people', 'People', true], ['/settings', 'Settings', true],
];

/** The shop's name, the places to go, who is signed in. */
export function TopBar({ shop, name, role, isOwner }: { shop: string; name: string; role: string; isOwner: boolean }) {
  const path = usePathname();
  const router = useRouter();
  const isHere = (href: string) => (href === '/' ? path === '/' || path.startsWith('/jobs') : path.startsWith(href) || (href === '/library' && /^\/(procedures|plan)/.test(path)));
  const leave = async () => {
    await send('POST', '/api/sign-out').catch(() => undefined);
    // Pages kept for work without a network bear this person's name; what was recorded stays.
    await globalThis.caches?.delete('pages').catch(() => undefined);
    router.push('/sign-in');
    router.refresh();
  };
  const [scheme, setScheme] = useScheme();
  return (
    <header className="top-bar">
      <span className="shop">{shop}</span>
      <nav aria-label="Main">
        {PLACES.filter(([, , ownerOnly]) => !ownerOnly || isOwner).map(([href, label]) => (
          <Link key={href} href={href} aria-current={isHere(href) ? 'page' : undefined}>{label}</Link>
        ))}
      </nav>
      <span className="who">{name}, {role}</span>
      <button type="button" className="leave" onClick={() => setScheme(scheme === 'night' ? 'day' : 'night')}>{scheme === 'night' ? 'Day bay' : 'Night bay'}</button>
      <button type="button" className="leave" onClick={leave}>Sign out</button>
    </header>
  );
}
