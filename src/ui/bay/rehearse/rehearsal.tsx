'use client';
import { useState } from 'react';
import type { RehearsalView } from '@/contracts/views';
import { CatalogueProvider } from '../../design';
import { ApartPanel } from './apart-panel';
import { BackPanel } from './back-panel';
import { OverPanel } from './over-panel';
import { RehearsalHead } from './rehearsal-head';
import { RehearsalMap } from './rehearsal-map';
import { SortPanel } from './sort-panel';
import { type Trainer, useRehearsal } from './use-rehearsal';

/** Taking a vehicle apart on the screen, and putting it back. */
export function RehearsalScreen({ view }: { view: RehearsalView }) {
  return (
    <CatalogueProvider ownKinds={view.ownKinds}>
      <Stage trainer={useRehearsal(view)} />
    </CatalogueProvider>
  );
}

function Stage({ trainer }: { trainer: Trainer }) {
  const [item, pick] = useState<string | null>(null);
  const picked = { item, pick };
  const { phase } = trainer.state;
  if (phase === 'over') return <OverPanel trainer={trainer} />;
  return (
    <main className="run rehearsal">
      <RehearsalHead trainer={trainer} />
      <RehearsalMap trainer={trainer} picked={picked} />
      {phase === 'apart' && <ApartPanel trainer={trainer} picked={picked} />}
      {phase === 'sort' && <SortPanel trainer={trainer} />}
      {phase === 'back' && <BackPanel trainer={trainer} picked={picked} />}
    </main>
  );
}
