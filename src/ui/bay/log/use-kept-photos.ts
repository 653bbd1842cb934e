'use client';
import { useEffect, useRef } from 'react';

/** Fetches the small copies of a log's photos once, so that the service worker has them without a network. */
export function useKeptPhotos(events: { type: string; photo?: string }[]): void {
  const asked = useRef(new Set<string>());
  useEffect(() => {
    if (!navigator.serviceWorker?.controller) return;
    for (const { photo } of events) {
      if (!photo || asked.current.has(photo)) continue;
      asked.current.add(photo);
      // One that its tablet has not sent yet is asked for again with the next event.
      fetch(`/api/photos/${photo}?size=small`).then(
        ({ ok }) => ok || asked.current.delete(photo),
        () => asked.current.delete(photo),
      );
    }
  }, [events]);
}
