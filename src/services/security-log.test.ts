import { afterEach, describe, expect, it, vi } from 'vitest';
import { writeSecurityLine } from './security-log';

afterEach(() => {
  vi.restoreAllMocks();
});

describe('the security log', () => {
  it('is one line for each event, whatever was typed', () => {
    const written = vi.spyOn(process.stderr, 'write').mockReturnValue(true);
    writeSecurityLine('sign-in-refused', {
      name: 'x"\n2026-01-01 security sign-in-refused \u001b[2J',
      at: 'pin:local:x',
    });
    const [line] = written.mock.calls[0] as [string];
    expect(line.match(/\n/g)).toHaveLength(1);
    expect(line).toMatch(
      /^\d{4}-\d\d-\d\dT[\d:.]+Z security sign-in-refused name="x {2}2026-01-01 security sign-in-refused {2}\[2J" at="pin:local:x"\n$/,
    );
  });
});
