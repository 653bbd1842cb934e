import type { ReactNode } from 'react';
import { COMMON_DRIVES, FASTENER_KINDS, fastenersOffered } from '@/core/trade';
import { Chips, Plate } from '../../design';

/** What stands in a fastener's place most often, for choosing with a glove. */
export const USUAL_KINDS = fastenersOffered('found').map(({ code, name }): [string, string] => [code, name]);
/** Of the usual kinds, those whose drive is asked for: a screw clip is worked, but by its cross. */
export const takesDrive = (kind: string) => FASTENER_KINDS.get(kind)?.takesDrive ?? false;

/** The common drives, as plates to tap. */
export const DriveChips = ({ value, onPick }: { value: string | null; onPick: (drive: string) => void }) => (
  <Chips
    label="Drive"
    value={value}
    options={COMMON_DRIVES.map((code): [string, ReactNode] => [code, <Plate key={code} code={code} />])}
    onPick={onPick}
  />
);
