import type { ReactNode } from 'react';
import { FASTENER_KINDS, fastenersOffered } from '@/core/trade';
import { Chips, Plate } from '../../design';

/** What stands in a fastener's place most often, for choosing with a glove. */
export const USUAL_KINDS = fastenersOffered('found').map(({ code, name }): [string, string] => [code, name]);
const USUAL_DRIVES = [
  'T15',
  'T20',
  'T25',
  'T27',
  'T30',
  'PH2',
  'hex 7 mm',
  'hex 8 mm',
  'hex 10 mm',
  'hex 5/16 in',
  'hex 9/32 in',
] as const;
/** Of the usual kinds, those whose drive is asked for: a screw clip is worked, but by its cross. */
export const takesDrive = (kind: string) => FASTENER_KINDS.get(kind)?.takesDrive ?? false;

/** The usual drives, as plates to tap. */
export const DriveChips = ({ value, onPick }: { value: string | null; onPick: (drive: string) => void }) => (
  <Chips
    label="Drive"
    value={value}
    options={USUAL_DRIVES.map((code): [string, ReactNode] => [code, <Plate key={code} code={code} />])}
    onPick={onPick}
  />
);
