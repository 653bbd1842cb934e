/** What is written down of who came in, or tried to, and of what changes who may. */
export type SecurityEvent =
  | 'sign-in-refused'
  | 'sign-in-delayed'
  | 'set-up'
  | 'set-up-refused'
  | 'tablet-enrolled'
  | 'tablet-shut-out'
  | 'branch-added'
  | 'person-added'
  | 'person-changed'
  | 'settings-changed'
  | 'gate-overridden'
  | 'customer-redacted'
  | 'customer-exported';

const clean = (text: string) => text.replace(/[\p{Cc}\p{Cs}"]/gu, ' ').slice(0, 80);

/**
 * Writes one line to the app's log: time, event, and who or what it is about. Never a secret, never more of what was typed than a name; nothing in it can
 * begin a line of its own. Source: OWASP ASVS 4.0.3, 7.1 and 7.2.
 */
export function writeSecurityLine(event: SecurityEvent, about: Record<string, string | number>): void {
  const facts = Object.entries(about)
    .map(([name, value]) => `${name}="${clean(String(value))}"`)
    .join(' ');
  process.stderr.write(`${new Date().toISOString()} security ${event} ${facts}\n`);
}
