import { notFound } from 'next/navigation';
import { PezzoError } from '@/core/errors';

/** Waits for something a page shows; where it does not exist, the page is not found. */
export async function orNotFound<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    if (error instanceof PezzoError && (error.kind === 'not-found' || error.kind === 'invalid')) notFound();
    throw error;
  }
}
