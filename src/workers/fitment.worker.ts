/** Sorts the shop's speakers by how they go into places, off the page's thread. */
import { betterFit, type Fitment, fitmentOf, type FitRules, type Place, type Speaker } from '@/core/bench';

export interface FitmentQuestion {
  places: Place[];
  speakers: Speaker[];
  rules: FitRules;
}
/** For each place the speakers, by their place in the list asked about, the best first. */
export type FitmentAnswer = { speaker: number; fit: Fitment }[][];

self.onmessage = ({ data: { places, speakers, rules } }: MessageEvent<FitmentQuestion>) => {
  const answer: FitmentAnswer = places.map((place) =>
    speakers
      .map((speaker, at) => ({ speaker: at, fit: fitmentOf(place, speaker, rules) }))
      .sort((a, b) => betterFit(a.fit, b.fit)),
  );
  self.postMessage(answer);
};
