'use client';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import {
  betterFit,
  type FitChoice,
  fitmentOf,
  fixingsOf,
  JOINTS,
  type Joint,
  mayReplace,
  sayFitment,
} from '@/core/bench';
import { indexItems, itemWords, type ProcedureDocument, type Schools } from '@/core/document';
import { useSpeakers, Chips } from '../../design';

const JOINT_CHOICES = Object.entries(JOINTS).map(([code, { words }]): [Joint, string] => [code as Joint, words]);
const MOUNTS: [Schools['riveted'], string][] = [
  ['ring', 'comes out whole'],
  ['frame', 'cone cut out, frame kept: not reversible'],
];
/** Speakers shown at once; the search finds the others. */
const MOST_SHOWN = 30;

/** Chooses what goes into a speaker's place, of the shop's list the best fitting first. */
export function NewSpeakerChoice({
  document,
  of,
  schools,
  onChoose,
}: {
  document: ProcedureDocument;
  of: string;
  /** How the shop does it. */
  schools: Pick<Schools, 'joints' | 'riveted'>;
  onChoose: (choice: FitChoice) => void;
}) {
  const [open, setOpen] = useState(false);
  const { speakers } = useSpeakers(open);
  const [search, setSearch] = useState('');
  const [joint, setJoint] = useState<Joint>(schools.joints);
  const [crossover, setCrossover] = useState(false);
  const [mount, setMount] = useState(schools.riveted);
  const [factoryOhms, setFactoryOhms] = useState('');
  const name = itemWords(indexItems(document), of);
  const kind = document.parts.find(({ id }) => id === of)?.kind === 'tweeter' ? 'tweeter' : 'speaker';
  const ranked = useMemo(() => {
    const place = document.mounts?.find((mount) => mount.of === of) ?? {};
    const own = (speakers ?? []).filter((one) => one.kind === kind);
    const ohms = Number(factoryOhms.replace(',', '.'));
    if (ohms > 0) return mayReplace({ ohms, place }, own);
    return own.map((speaker) => ({ speaker, fit: fitmentOf(place, speaker) })).sort((a, b) => betterFit(a.fit, b.fit));
  }, [speakers, document, of, kind, factoryOhms]);
  const shown = ranked.filter(({ speaker }) => speaker.name.toLowerCase().includes(search.trim().toLowerCase()));
  return (
    <>
      <Button variant="outline-dark" className="text-nowrap" onClick={() => setOpen(true)}>
        Put a new one in…
      </Button>
      <Modal
        show={open}
        onHide={() => setOpen(false)}
        size="lg"
        scrollable
        centered
        aria-labelledby="new-speaker-title"
      >
        <Modal.Header closeButton>
          <Modal.Title id="new-speaker-title">What goes in for the {name}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <div className="d-flex flex-wrap gap-3 mb-2">
            <Chips label="Joints" value={joint} options={JOINT_CHOICES} onPick={setJoint} />
            <Chips label="The old one" value={mount} options={MOUNTS} onPick={setMount} />
            <label className="d-flex gap-2 align-items-center">
              <input type="checkbox" checked={crossover} onChange={(event) => setCrossover(event.target.checked)} />
              with a crossover
            </label>
            <label className="d-flex gap-2 align-items-center">
              factory amplifier, its channel was for
              <input
                className="form-control number-field"
                inputMode="decimal"
                value={factoryOhms}
                onChange={(event) => setFactoryOhms(event.target.value)}
              />
              Ω
            </label>
          </div>
          <input
            className="form-control mb-2"
            aria-label="Find a speaker"
            placeholder="Find a speaker"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
          {speakers && shown.length === 0 && (
            <p className="empty">
              None of the shop’s list{Number(factoryOhms) > 0 && ' may be driven by that channel and goes in'}. Add
              speakers at the bench, under Will it fit.
            </p>
          )}
          <ul className="fit-list">
            {shown.slice(0, MOST_SHOWN).map(({ speaker, fit }) => {
              const said = sayFitment(fit);
              const fits = mount === 'frame' || fixingsOf(document, of, speaker).choices.length > 0;
              return (
                <li key={speaker.name}>
                  <button
                    type="button"
                    className={`fit-row ${fits ? said.standing : 'no'}`}
                    disabled={!fits}
                    onClick={() => {
                      setOpen(false);
                      onChoose({
                        procedure: document.id,
                        of,
                        speaker: speaker.name,
                        joint,
                        fixing: null,
                        crossover,
                        frame: mount === 'frame',
                      });
                    }}
                  >
                    <b>{speaker.name}</b>
                    <span className="quiet">
                      {speaker.ohms} Ω · {speaker.depth} mm deep
                    </span>
                    <span>{said.words}</span>
                  </button>
                </li>
              );
            })}
          </ul>
        </Modal.Body>
      </Modal>
    </>
  );
}
