import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Suspect } from '@/core/bay';
import { shownSuspects } from './shown-suspects';

it('lists the likeliest in their order, every link that nothing undid, and what nobody recorded', () => {
  const kind = fc.constantFrom('tie', 'other');
  fc.assert(
    fc.property(fc.array(kind, { maxLength: 30 }), fc.nat(), (kinds, at) => {
      const suspects = kinds.map((one, n) => ({
        words: `${n}`,
        cause: 'not-released',
        ...(one === 'tie' && { isOpenLink: true }),
      }));
      suspects.splice(at % (suspects.length + 1), 0, { words: 'unrecorded', cause: 'unrecorded' });
      const shown = shownSuspects(suspects as Suspect[]);
      expect(shown).toEqual(suspects.filter((one) => shown.includes(one as Suspect)));
      expect(
        suspects
          .filter((one) => 'isOpenLink' in one || one.cause === 'unrecorded')
          .every((one) => shown.includes(one as Suspect)),
      ).toBe(true);
      expect(shown.length).toBeGreaterThanOrEqual(Math.min(6, suspects.length));
    }),
  );
});
