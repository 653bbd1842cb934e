import { expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { layersOf, mirror } from '../procedure';
import { numbersOf, peelSteps, sceneOf, sceneSvg, type Scene } from './';

const KITE = demoProcedure('kite-rear-door');
const scene = (document = KITE, peel = 0): Scene => sceneOf(document, layersOf(document), peel, numbersOf(document));
const numbersIn = ({ strokes }: Scene) =>
  strokes.flatMap((one) => (one.what === 'words' && one.isOnInk ? [Number(one.text)] : []));

it('shows each number once at least, over all layers, and never twice in one', () => {
  const layers = Array.from({ length: peelSteps(KITE) + 1 }, (_, peel) => numbersIn(scene(KITE, peel)));
  for (const numbers of layers) expect(new Set(numbers).size).toBe(numbers.length);
  const shown = new Set(layers.flat());
  expect([...numbersOf(KITE).values()].filter((n) => !shown.has(n))).toEqual([]);
});

it('says which way is front, with a bar of 100 mm, and turns over for the other side', () => {
  const words = ({ strokes }: Scene) => strokes.flatMap((one) => (one.what === 'words' ? [one.text] : []));
  expect(words(scene())).toEqual(expect.arrayContaining(['front →', '← rear', '100 mm']));
  expect(words(scene(mirror(KITE)))).toEqual(expect.arrayContaining(['← front', 'rear →']));
});

it('is a file without anything that runs, whatever names and outlines bring', () => {
  const evil = {
    ...KITE,
    title: '<script>alert(1)</script>',
    map: { ...KITE.map, outline: { path: 'M0 0" onload="alert(1)' } },
    parts: KITE.parts.map((part) => ({ ...part, name: '"><img src=x onerror=alert(1)>\u0000' })),
  };
  const svg = sceneSvg(scene(evil));
  expect(svg).not.toMatch(/<script|onload=|<img|\u0000/);
  const parsed = new RegExp('<title>([^<]*)</title>').exec(svg)!;
  expect(parsed[1]).toBe('&#60;script&#62;alert(1)&#60;/script&#62;, left');
});
