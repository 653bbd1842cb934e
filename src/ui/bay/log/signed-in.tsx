'use client';
import { useEffect } from 'react';
import { forgetPerson, noteSessionEnd } from '@/device';
import { sendLeftBehind } from '../../../device';

/** How often it is looked at whether the session is over, milliseconds. */
const LOOK_MS = 30_000;

/**
 * On every page of somebody signed in: sends what earlier people left unsent on this tablet, and takes this person's pages off it when the session ends,
 * with or without a network. A run that is open goes on.
 */
export function SignedIn({ endsAt, me }: { endsAt: string; me: string }) {
  useEffect(() => {
    void noteSessionEnd(endsAt).catch(() => undefined);
    void sendLeftBehind(me);
    const look = setInterval(() => {
      if (Date.now() < Date.parse(endsAt)) return;
      clearInterval(look);
      void forgetPerson('expired').catch(() => undefined);
    }, LOOK_MS);
    const online = () => void sendLeftBehind(me);
    window.addEventListener('online', online);
    return () => {
      clearInterval(look);
      window.removeEventListener('online', online);
    };
  }, [endsAt, me]);
  return null;
}
