'use client';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';

/** Neither is loaded before it is asked for. */
const FindPanel = dynamic(() => import('./find-panel').then((module) => module.FindPanel));
const Shortcuts = dynamic(() => import('./shortcuts').then((module) => module.Shortcuts));

/** Whether somebody types into a field: there a key is a letter. */
const isTyping = ({ target }: KeyboardEvent) =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** One key finds everything in the shop, from any desk page; `?` lists the keys there are. */
export function Find() {
  const [open, setOpen] = useState<'find' | 'keys' | null>(null);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const isFind = (event.key === 'k' && (event.ctrlKey || event.metaKey)) || (event.key === '/' && !isTyping(event));
      if (isFind) setOpen('find');
      else if (event.key === '?' && !isTyping(event)) setOpen('keys');
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
  const close = () => setOpen(null);
  return (
    <>
      <button type="button" className="leave" aria-keyshortcuts="/" onClick={() => setOpen('find')}>
        Find <kbd>/</kbd>
      </button>
      {open === 'find' && <FindPanel onClose={close} />}
      {open === 'keys' && <Shortcuts onClose={close} />}
    </>
  );
}
