'use client';
import { useEffect } from 'react';
import { itemsOf, photosOf, photosOfItems } from '@/core/procedure';
import type { RunStep } from '@/core/run';
import { MarkedPhoto } from '../../design/marked-photo';
import type { Bay } from './bay';

/** What the procedure shows of this step. */
export function StepPhotos({ bay, now }: { bay: Bay; now: RunStep }) {
  const { documents } = bay.handle.plan;
  const photos = photosOfItems(
    documents.find(({ id }) => id === now.procedure),
    now.actions.map(({ step }) => step.item),
  );
  useOfflinePhotos(bay);
  if (photos.length === 0) return null;
  return (
    <span className="photo-row">
      {photos.map((photo) => (
        <MarkedPhoto key={photo.id} photo={photo} alt="Photo of this step" />
      ))}
    </span>
  );
}

/** Fetches the pictures of the whole run once, so that the service worker has them without a network. */
function useOfflinePhotos({ handle: { plan } }: Bay): void {
  useEffect(() => {
    if (!navigator.serviceWorker?.controller) return;
    for (const { id } of plan.documents.flatMap(itemsOf).flatMap(photosOf))
      fetch(`/api/photos/${id}?size=small`).catch(() => undefined);
  }, [plan.documents]);
}
