/** Cuts damping pieces for a door off the page's thread. */
import { dampFor, type DampResult } from '@/core/bench';

self.onmessage = ({ data }: MessageEvent<Parameters<typeof dampFor>[0]>) => {
  self.postMessage(dampFor(data) satisfies DampResult);
};
