'use client';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { PersonView } from '@/contracts/views';
import { forgetPerson, noteLeaving, noteSessionEnd } from '@/device';
import { Trouble, useSend, goTo } from '../design';

import { NameForm, PasswordForm } from './password-form';
import { PinPad } from './pin-pad';

/** Asked for once in a tablet's life: its schema comes only then. */
const EnrolForm = dynamic(() => import('./enrol-form').then((module) => module.EnrolForm));

export type SignInPerson = Pick<PersonView, 'id' | 'name' | 'role' | 'hasPassword'>;

interface SignInProps {
  shop: string;
  /** Branches to choose from first; empty where there is nothing to choose. */
  branches: { id: number; name: string }[];
  /** Empty on a tablet that was not let in: it shows nobody's name. */
  people: SignInPerson[];
  isEnrolled: boolean;
  /** What the tablet is called, where it was let in. */
  tablet: string | null;
  /** Where to go afterwards. */
  next: string;
  /** Who is asked for at once, and how. */
  asked: string | null;
  byPassword: boolean;
}

/** On a tablet that was let in: pick your name, then PIN. Elsewhere: name and password. */
export function SignIn({ shop, branches, people, isEnrolled, tablet, next, asked, byPassword: first }: SignInProps) {
  const [chosen, setChosen] = useState<SignInPerson | null>(people.find(({ id }) => id === asked) ?? null);
  const [byPassword, setByPassword] = useState(first);
  const { busy, trouble, setTrouble, run } = useSend();
  const enter = async (person: string, secret: { pin: string } | { password: string }) => {
    const done = await run<{ expiresAt: string }>('POST', '/api/sign-in', { person, ...secret });
    if (!done) return;
    noteLeaving(false);
    // Whoever was here before takes their pages along; what they did not send yet is sent now.
    await forgetPerson('left')
      .then(() => noteSessionEnd(done.expiresAt))
      .catch(() => undefined);
    goTo(next);
  };
  const choose = (person: SignInPerson) => {
    setChosen(person);
    setByPassword(false);
    setTrouble(null);
  };
  if (!isEnrolled) {
    return (
      <main className="sign-in">
        <section>
          <h1>{shop}</h1>
          <p className="quiet">
            This device is not enrolled, so it shows no names and takes no PINs. Sign in with your name and password.
          </p>
          <NameForm busy={busy} onEnter={(name, password) => enter(name, { password })} />
          <TryDoor />
          <div className="mt-3" aria-live="polite">
            <Trouble text={trouble} />
          </div>
        </section>
        <section>
          <EnrolForm />
        </section>
      </main>
    );
  }
  if (branches.length) return <ChooseBranch branches={branches} next={next} />;
  return (
    <main className="sign-in">
      <section>
        <h1>{shop}</h1>
        <p className="quiet">Who is working?{tablet && ` · ${tablet}`}</p>
        <div className="names">
          {people.map((person) => (
            <button
              key={person.id}
              type="button"
              className="name-button"
              aria-pressed={chosen?.id === person.id}
              onClick={() => choose(person)}
            >
              {person.name}
              <span className="quiet">{person.role}</span>
            </button>
          ))}
        </div>
        <TryDoor />
      </section>
      <section aria-live="polite">
        {!chosen && <p className="empty">Tap your name.</p>}
        {chosen && !byPassword && (
          <PinPad key={chosen.id} name={chosen.name} busy={busy} onPin={(pin) => enter(chosen.id, { pin })} />
        )}
        {chosen && byPassword && (
          <PasswordForm name={chosen.name} busy={busy} onPassword={(password) => enter(chosen.id, { password })} />
        )}
        <div className="text-center mt-3">
          <Trouble text={trouble} />
          {chosen?.hasPassword && (
            <Button variant="link" onClick={() => setByPassword(!byPassword)}>
              {byPassword ? 'Use the PIN' : 'Use the password'}
            </Button>
          )}
        </div>
      </section>
    </main>
  );
}

/** On the machine that serves a chain, before any name is shown: whose people? A tablet that was let in is its branch's, and does not ask. */
const ChooseBranch = ({ branches, next }: Pick<SignInProps, 'branches' | 'next'>) => (
  <main className="sign-in">
    <section>
      <h1>Which branch?</h1>
      <div className="names">
        {branches.map(({ id, name }) => (
          <a key={id} className="name-button" href={`/sign-in?${new URLSearchParams({ branch: String(id), next })}`}>
            {name}
          </a>
        ))}
      </div>
      <TryDoor />
    </section>
  </main>
);

/** A rehearsal for anybody: nothing of the shop is in it. */
const TryDoor = () => (
  <p className="mt-3 mb-0">
    <Link href="/try">Try a door</Link>{' '}
    <span className="quiet">Take a made-up door apart on the screen. No sign-in.</span>
  </p>
);
