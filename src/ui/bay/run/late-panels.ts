'use client';
import dynamic from 'next/dynamic';
import { useEffect } from 'react';

const load = {
  ask: () => import('./ask-panel').then((module) => module.AskPanel),
  close: () => import('./close-panel').then((module) => module.ClosePanel),
  differs: () => import('./differs-panel').then((module) => module.DiffersPanel),
  extra: () => import('./extra-panel').then((module) => module.ExtraPanel),
  fallen: () => import('./fallen-panel').then((module) => module.FallenPanel),
  fit: () => import('./fit-panel').then((module) => module.FitPanel),
  gate: () => import('./gate-panel').then((module) => module.GatePanel),
  photos: () => import('./step-photos').then((module) => module.StepPhotos),
  more: () => import('./more-panel').then((module) => module.MorePanel),
  stuck: () => import('./stuck-panel').then((module) => module.StuckPanel),
  suspects: () => import('./late-suspects').then((module) => module.wontMove),
  test: () => import('./test-panel').then((module) => module.TestPanel),
};

// What most openings of a run do not show: kept out of its first script, which a slow tablet waits for.
export const AskPanel = dynamic(load.ask);
export const ClosePanel = dynamic(load.close);
export const DiffersPanel = dynamic(load.differs);
export const ExtraPanel = dynamic(load.extra);
export const FallenPanel = dynamic(load.fallen);
export const FitPanel = dynamic(load.fit);
export const GatePanel = dynamic(load.gate);
export const MorePanel = dynamic(load.more);
export const StepPhotos = dynamic(load.photos);
export const StuckPanel = dynamic(load.stuck);
export const TestPanel = dynamic(load.test);

/** Fetches the ranking of suspects. */
export const loadWontMove = load.suspects;

/** Fetches the late panels at the first touch or key; without a network the service worker has them. */
export function useLatePanels(): void {
  useEffect(() => {
    const fetchAll = () => Object.values(load).forEach((one) => one().catch(() => undefined));
    const listening = new AbortController();
    for (const type of ['pointerdown', 'keydown']) {
      window.addEventListener(type, fetchAll, { once: true, signal: listening.signal });
    }
    return () => listening.abort();
  }, []);
}
