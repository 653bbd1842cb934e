import type { Calibration } from '../../core/shop';

/** What finished runs teach. */
export interface InsightsView {
  /** Runs looked at: the newest. */
  runs: number;
  /** The level that times are promised at, 0…1. */
  level: number;
  calibration: Calibration;
  calibrationWords: string;
  promises: {
    job: number;
    title: string;
    likelyMinutes: number;
    safeMinutes: number;
    actualMinutes: number;
    held: boolean;
  }[];
  /** Where the time goes, minutes, most first. */
  time: { what: string; minutes: number }[];
  /** Steps whose time was not believed. */
  leftOut: { tooFast: number; gaps: number; runs: number };
  breaks: { what: string; out: number; broken: number; percent: number }[];
  /** Each person's time against the shop's for the same work, %: 90 takes a tenth less. */
  hands: { who: string; runs: number; percent: number }[];
  /** Time against the catalogue's by how often the same hands had done the work, %. */
  repetition: { times: string; runs: number; percent: number }[];
  practiceWords: string;
  misses: { procedure: string; title: string; runs: number; missed: number; percent: number }[];
  /** What accepted findings changed, the latest first. */
  effects: { procedure: string; title: string; revision: number; words: string }[];
  /** What a trainee should rehearse: procedures that are missed most, with what. */
  rehearse: { procedure: string; title: string; words: string[] }[];
}
/** Tables of it that go out as CSV. */
export const INSIGHT_TABLES = ['promises', 'time', 'breaks', 'hands', 'repetition', 'misses', 'effects'] as const;
export type InsightTable = (typeof INSIGHT_TABLES)[number];
