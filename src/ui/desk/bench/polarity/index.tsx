'use client';
import { useState } from 'react';
import type { MountView } from '@/contracts/views';
import { Chips } from '../../../design';
import { Pair } from './pair';
import { Phase } from './phase';
import { Returns } from './returns';

/** Which wire is plus, and whether the whole car moves together: guided tests whose evidence adds up; a speaker to practise on. */
export function PolarityTool({ mounts }: { mounts: MountView[] }) {
  const [part, setPart] = useState<'pair' | 'phase' | 'returns'>('pair');
  return (
    <div className="bench-wide">
      <Chips
        label="What is asked"
        value={part}
        options={[
          ['pair', 'Which wire is plus?'],
          ['phase', 'Does the car move together?'],
          ['returns', 'Does each have its own return?'],
        ]}
        onPick={setPart}
      />
      {part === 'pair' && <Pair mounts={mounts} />}
      {part === 'phase' && <Phase />}
      {part === 'returns' && <Returns />}
    </div>
  );
}
