'use client';
import { useEffect, useRef } from 'react';

/** What a procedure is to be had as: on paper, and as open files. */
const GROUPS: { name: string; files: [address: string, words: string][] }[] = [
  {
    name: 'On paper',
    files: [
      ['sheet?paper=a4', 'Bay sheet, A4'],
      ['sheet?paper=letter', 'Bay sheet, Letter'],
      ['labels?paper=a4', 'Tray labels, A4'],
      ['labels?paper=letter', 'Tray labels, Letter'],
    ],
  },
  {
    name: 'As files',
    files: [
      ['archive', 'Archive with photos (zip)'],
      ['file', 'Procedure (JSON)'],
      ['file?as=fasteners', 'Fasteners (CSV)'],
      ['file?as=wires', 'Wires (CSV)'],
      ['file?as=map', 'Panel map (SVG)'],
      ['file?as=howto', 'Steps, schema.org HowTo (JSON-LD)'],
    ],
  },
];

/** Everything a procedure can be printed or saved as. */
export function FilesMenu({ id }: { id: string }) {
  const menu = useRef<HTMLDetailsElement>(null);
  useEffect(() => {
    const close = (event: Event) => {
      if (
        menu.current?.open &&
        (event instanceof KeyboardEvent ? event.key === 'Escape' : !menu.current.contains(event.target as Node))
      )
        menu.current.open = false;
    };
    document.addEventListener('pointerdown', close);
    document.addEventListener('keydown', close);
    return () => {
      document.removeEventListener('pointerdown', close);
      document.removeEventListener('keydown', close);
    };
  }, []);
  const address = (to: string) =>
    to === 'archive'
      ? `/api/exchange/archive?procedure=${encodeURIComponent(id)}`
      : `/api/procedures/${encodeURIComponent(id)}/${to}`;
  return (
    <details ref={menu} className="files-menu">
      <summary className="btn btn-outline-dark">Print and files</summary>
      <div className="files-list">
        {GROUPS.map(({ name, files }) => (
          <section key={name} aria-label={name}>
            <h2>{name}</h2>
            {files.map(([to, words]) => (
              <a
                key={to}
                href={address(to)}
                {...(to.startsWith('sheet') || to.startsWith('labels') ? { target: '_blank' } : { download: true })}
              >
                {words}
              </a>
            ))}
          </section>
        ))}
      </div>
    </details>
  );
}
