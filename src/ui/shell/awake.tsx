'use client';
import { useEffect } from 'react';

/** Says that the app's own code stands behind the page: from now on it takes taps and keys. */
export function Awake() {
  useEffect(() => {
    delete document.documentElement.dataset.waking;
  }, []);
  return null;
}
