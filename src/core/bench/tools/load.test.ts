import { describe, expect, it } from 'vitest';
import { amplifierLoad } from './level';
import { padFor, soldPad } from './load';
import { sayPad } from './say-sound';

describe('pads', () => {
  it('are of resistors that are sold, with what they must stand', () => {
    // −6 dB before 4 Ω by hand: k = 0.501, 2 Ω in series and 4.02 Ω across; of E12 2.2 (nearest by ratio to 1.995) or 1.8: 1.8/1.995 = 0.902, 2.2/1.995 = 1.103.
    const sold = soldPad(padFor(-6, 4), 4, 100)!;
    expect([sold.series!.ohms, sold.shunt!.ohms]).toEqual([2.2, 3.9]);
    // Half of 4 || 3.9 = 1.975 Ω; 2.2 + 1.975 = 4.175 Ω; 100 W · 2.2/4.175 = 52.7 W.
    expect(sold.loadOhms).toBeCloseTo(4.175, 2);
    expect(sold.series!.heatWatts).toBeCloseTo(52.7, 1);
    expect(sold.series!.watts).toBe(200);
    const driver = (100 * 1.975 * (1.975 / 4)) / 4.175;
    expect(sold.series!.heatWatts + sold.shunt!.heatWatts + driver).toBeCloseTo(100, 0);
    expect(sayPad({ ...padFor(-6, 4), sold }).words).toBe(
      'Take 2.2 Ω 200 W in series, 3.9 Ω 50 W across the driver: -6.5 dB, and the amplifier sees 4.2 Ω. Mount them where they may get hot.',
    );
  });
});

it('a bridged pair may see what its maker says, else no less than twice a channel’s minimum', () => {
  expect(amplifierLoad(4, 2, true)).toMatchObject({ ok: true, needs: 4 });
  expect(amplifierLoad(4, 4, true)).toMatchObject({ ok: false, needs: 8 });
  expect(amplifierLoad(4, 4, true, 4)).toMatchObject({ ok: true, needs: 4 });
});
