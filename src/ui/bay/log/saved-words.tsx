'use client';
import Link from 'next/link';
import { useSyncExternalStore } from 'react';
import { NOTHING_SENT, type SendingStore } from '../../../device';

/** Whether what was recorded is on the server yet, without alarm. */
export function SavedWords({ sending }: { sending: SendingStore }) {
  const { known, unsent, trouble, signedOut, setAside } = useSyncExternalStore(
    sending.subscribe,
    sending.get,
    () => NOTHING_SENT,
  );
  const aside = setAside.length > 0 && (
    <span className="saved" title={setAside.join('; ')}>
      {setAside.length} set aside for a lead
    </span>
  );
  if (signedOut)
    return (
      <>
        {aside}
        <span className="saved" role="status">
          ◌ {unsent} saved here · <Link href="/sign-in">sign in again</Link>
        </span>
      </>
    );
  if (!known)
    return (
      <span className="saved" role="status">
        ◌ checking
      </span>
    );
  if (!unsent)
    return (
      <>
        {aside}
        <span className="saved" role="status">
          {trouble ? '◌ saved here, no connection' : '● saved'}
        </span>
      </>
    );
  return (
    <>
      {aside}
      <span className="saved" role="status" title={trouble ?? undefined}>
        ◌ {unsent} saved here, not yet sent
      </span>
    </>
  );
}
