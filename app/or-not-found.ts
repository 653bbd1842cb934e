import { notFound } from 'next/navigation';
import { PezzoError } from '@/core/errors';

/** Waiting for something a page shows; where it does not exist, or is not for this person, the page is not found. */
export async function orNotFound<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof PezzoError && ['not-found', 'invalid', 'forbidden'].includes(error.kind)) notFound();
    throw error;
  }
}
