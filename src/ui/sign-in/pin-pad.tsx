'use client';
import { useEffect, useState } from 'react';

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];
const MAX = 8;

/** A PIN pad for gloves; the keyboard works too. Enters with “Go”, so that PINs of any length do. */
export function PinPad({ name, busy, onPin }: { name: string; busy: boolean; onPin: (pin: string) => void }) {
  const [pin, setPin] = useState('');
  const add = (digit: string) => setPin((now) => (now.length < MAX ? now + digit : now));
  const go = () => {
    if (pin.length < 4 || busy) return;
    onPin(pin);
    setPin('');
  };
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (/^\d$/.test(event.key)) add(event.key);
      else if (event.key === 'Backspace') setPin((now) => now.slice(0, -1));
      else if (event.key === 'Enter') go();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  });
  return (
    <div role="group" aria-label={`PIN of ${name}`}>
      <div className="pin-dots" aria-label={`${pin.length} digits entered`}>
        {Array.from({ length: Math.max(4, pin.length) }, (_, at) => (
          <span key={at} className={at < pin.length ? 'set' : ''} />
        ))}
      </div>
      <div className="pin-pad">
        {DIGITS.map((digit) => (
          <button key={digit} type="button" onClick={() => add(digit)}>
            {digit}
          </button>
        ))}
        <button type="button" className="wide" onClick={() => setPin((now) => now.slice(0, -1))}>
          Delete
        </button>
        <button type="button" onClick={() => add('0')}>
          0
        </button>
        <button type="button" className="wide go" disabled={busy || pin.length < 4} onClick={go}>
          Go
        </button>
      </div>
    </div>
  );
}
