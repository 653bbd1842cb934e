import { v4 as uuid } from 'uuid';

/** This device's own name, made once and kept. */
export function deviceName(): string {
  const known = localStorage.getItem('pezzo-device');
  if (known) return known;
  const made = `device-${uuid().slice(0, 13)}`;
  localStorage.setItem('pezzo-device', made);
  return made;
}

/** The device's next running number; never given twice, whatever tab asks. */
export function nextSequence(): number {
  const next = Math.max(Number(localStorage.getItem('pezzo-sequence') ?? 0) + 1, Date.now());
  localStorage.setItem('pezzo-sequence', String(next));
  return next;
}
