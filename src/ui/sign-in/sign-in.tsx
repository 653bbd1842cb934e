'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { PersonView } from '@/contracts';
import { Trouble, useSend } from '../kit';
import { PinPad } from './pin-pad';

/** Pick your name, then PIN; people with a password may use it at the desk. */
export function SignIn({ shop, people }: { shop: string; people: PersonView[] }) {
  const [chosen, setChosen] = useState<PersonView | null>(null);
  const [byPassword, setByPassword] = useState(false);
  const { busy, trouble, setTrouble, run } = useSend();
  const router = useRouter();
  const enter = async (secret: { pin: string } | { password: string }) => {
    const done = await run('POST', '/api/sign-in', { person: chosen!.id, ...secret });
    if (!done) return;
    router.push('/');
    router.refresh();
  };
  const choose = (person: PersonView) => {
    setChosen(person);
    setByPassword(false);
    setTrouble(null);
  };
  return (
    <main className="sign-in">
      <section>
        <h1>{shop}</h1>
        <p className="quiet">Who is working?</p>
        <div className="names">
          {people.map((person) => (
            <button key={person.id} type="button" className="name-button" aria-pressed={chosen?.id === person.id} onClick={() => choose(person)}>
              {person.name}<span className="quiet">{person.role}</span>
            </button>
          ))}
        </div>
      </section>
      <section aria-live="polite">
        {!chosen && <p className="empty">Tap your name.</p>}
        {chosen && !byPassword && <PinPad key={chosen.id} name={chosen.name} busy={busy} onPin={(pin) => enter({ pin })} />}
        {chosen && byPassword && <PasswordForm name={chosen.name} busy={busy} onPassword={(password) => enter({ password })} />}
        <div className="text-center mt-3">
          <Trouble text={trouble} />
          {chosen?.hasPassword && (
            <Button variant="link" onClick={() => setByPassword(!byPassword)}>{byPassword ? 'Use the PIN' : 'Use the password'}</Button>
          )}
        </div>
      </section>
    </main>
  );
}

function PasswordForm({ name, busy, onPassword }: { name: string; busy: boolean; onPassword: (password: string) => void }) {
  const [password, setPassword] = useState('');
  return (
    <Form onSubmit={(event) => { event.preventDefault(); onPassword(password); }}>
      <Form.Group controlId="password">
        <Form.Label>Password of {name}</Form.Label>
        <Form.Control type="password" autoComplete="current-password" autoFocus value={password} onChange={(event) => setPassword(event.target.value)} />
      </Form.Group>
      <Button type="submit" className="mt-3 w-100" disabled={busy || !password}>Sign in</Button>
    </Form>
  );
}
