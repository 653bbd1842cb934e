'use client';
import { useEffect } from 'react';
import { itemsShown } from '@/core/planning';
import { itemsOf, photosOf, photosOfItems, recordingsOfItems } from '@/core/document';
import type { RunStep } from '@/core/bay';
import { MarkedPhoto, Recordings } from '../../design';
import type { Bay } from './bay';

/** What the procedure shows of this step, and plays. */
export function StepPhotos({ bay, now }: { bay: Bay; now: RunStep }) {
  const document = bay.handle.plan.documents.find(({ id }) => id === now.procedure);
  const items = itemsShown(now.actions.map(({ step }) => step));
  const photos = photosOfItems(document, items);
  useOfflineMedia(bay);
  return (
    <>
      <Recordings recordings={recordingsOfItems(document, items)} />
      {photos.length > 0 && (
        <span className="photo-row">
          {photos.map((photo) => (
            <MarkedPhoto key={photo.id} photo={photo} alt="Photo of this step" />
          ))}
        </span>
      )}
    </>
  );
}

/** Fetches the pictures and recordings of the whole run once, so that the service worker has them without a network. */
function useOfflineMedia({ handle: { plan } }: Bay): void {
  useEffect(() => {
    if (!navigator.serviceWorker?.controller) return;
    const items = plan.documents.flatMap(itemsOf);
    const addresses = [
      ...items.flatMap(photosOf).map(({ id }) => `/api/photos/${id}?size=small`),
      ...items.flatMap(({ recordings = [] }) => recordings).map(({ id }) => `/api/recordings/${id}`),
    ];
    for (const address of addresses) fetch(address).catch(() => undefined);
  }, [plan.documents]);
}
