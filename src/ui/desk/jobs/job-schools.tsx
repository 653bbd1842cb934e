'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { SCHOOL_QUESTIONS, type SchoolChoice } from '@/core/document';
import { Trouble, useSend } from '../../design';

/** Where this job is worked on in another way than the shop's: a lead says so, with the reason. It counts for runs that are opened from then on. */
export function JobSchools({
  job: { number, schools },
  mayChange,
}: {
  job: { number: number; schools: readonly SchoolChoice[] };
  mayChange: boolean;
}) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [of, setOf] = useState<SchoolChoice['of']>('butyl');
  const question = SCHOOL_QUESTIONS.find((one) => one.of === of)!;
  const [choice, setChoice] = useState<string>('');
  const [why, setWhy] = useState('');
  const picked = choice || question.choices[0][0];
  const save = async (next: readonly SchoolChoice[]) => {
    const done = await run('PUT', `/api/jobs/${number}/schools`, { schools: next });
    if (done === null) return;
    setWhy('');
    router.refresh();
  };
  if (!mayChange && schools.length === 0) return null;
  return (
    <section className="sheet" aria-label="Ways of working on this job">
      <h2>Ways of working on this job</h2>
      {schools.length === 0 && <p className="quiet">As the shop does it.</p>}
      <ul className="rows">
        {schools.map((one) => {
          const asked = SCHOOL_QUESTIONS.find((other) => other.of === one.of);
          const words = asked?.choices.find(([value]) => value === one.choice)?.[1] ?? one.choice;
          return (
            <li key={one.of} className="py-1 d-flex justify-content-between gap-2">
              <span>
                {asked?.asks}: {words} <span className="quiet">({one.why})</span>
              </span>
              {mayChange && (
                <Button
                  size="sm"
                  variant="outline-dark"
                  disabled={busy}
                  onClick={() => save(schools.filter((other) => other !== one))}
                >
                  As the shop
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {mayChange && (
        <div className="d-flex gap-2 flex-wrap mt-2">
          <Form.Select
            aria-label="Which way of working"
            className="w-auto"
            value={of}
            onChange={(event) => {
              setOf(event.target.value as SchoolChoice['of']);
              setChoice('');
            }}
          >
            {SCHOOL_QUESTIONS.map((one) => (
              <option key={one.of} value={one.of}>
                {one.asks}
              </option>
            ))}
          </Form.Select>
          <Form.Select
            aria-label="On this job"
            className="w-auto"
            value={picked}
            onChange={(event) => setChoice(event.target.value)}
          >
            {question.choices.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Form.Select>
          <Form.Control
            aria-label="Why on this job"
            className="w-auto"
            placeholder="Why"
            maxLength={200}
            value={why}
            onChange={(event) => setWhy(event.target.value)}
          />
          <Button
            variant="outline-dark"
            disabled={busy || why.trim() === ''}
            onClick={() =>
              save([...schools.filter((one) => one.of !== of), { of, choice: picked, why: why.trim() } as SchoolChoice])
            }
          >
            Set for this job
          </Button>
        </div>
      )}
      <Trouble text={trouble} />
    </section>
  );
}
