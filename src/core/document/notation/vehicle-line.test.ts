import { describe, expect, it } from 'vitest';
import { ZONES } from '../../trade';
import { readVehicle } from './vehicle-line';

describe('the line that says what a page of notes is about', () => {
  it.each([
    [
      'Velden Kite 2014–2019, rear door left',
      { make: 'Velden', model: 'Kite', from: 2014, to: 2019, zone: 'rear-door', side: 'left' },
    ],
    [
      'Brannock Tarn 2016 to 2021, front door right:',
      { make: 'Brannock', model: 'Tarn', from: 2016, to: 2021, zone: 'front-door', side: 'right' },
    ],
    ['Wicket Carry 2011, Front Door', { make: 'Wicket', model: 'Carry', from: 2011, to: 2011, zone: 'front-door' }],
    [
      '  Velden   Kite Estate front-door left ',
      { make: 'Velden', model: 'Kite Estate', zone: 'front-door', side: 'left' },
    ],
  ])('is read from “%s”', (line, vehicle) => {
    expect(readVehicle(line)).toEqual(vehicle);
  });

  it.each(ZONES.map(({ name, code }) => [name, code]))('names the zone “%s”', (name, code) => {
    expect(readVehicle(`Velden Kite 2014, ${name}`)).toMatchObject({ make: 'Velden', model: 'Kite', zone: code });
  });

  it.each([
    'the front door card has 9 clips',
    'Front door',
    'Kite front door',
    '2 T20 hold Velden Kite front door card',
    'Velden Kite front door: 25 mm self-tapping',
    'Velden Kite 2014–2019',
    'Velden Kite "front door"',
    '',
  ])('is not “%s”', (line) => {
    expect(readVehicle(line)).toBeNull();
  });
});
