import { describe, expect, it } from 'vitest';
import { coalesce } from './coalesce';

/** Work that ends when it is told to. */
function held() {
  const ends: (() => void)[] = [];
  let begun = 0;
  const work = () => {
    begun += 1;
    return new Promise<void>((resolve) => ends.push(resolve));
  };
  return { work, end: () => ends.shift()?.(), begun: () => begun };
}

/** Lets everything that is due happen. */
const settle = () => new Promise((resolve) => setTimeout(resolve));

describe('exchanges of one tablet', () => {
  it('wait for the one under way, and only one waits', async () => {
    const { work, end, begun } = held();
    const flush = coalesce(work);
    void flush();
    await settle();
    const asked = [flush(), flush(), flush()];
    expect(new Set(asked).size).toBe(1);
    expect(begun()).toBe(1);
    end();
    await settle();
    expect(begun()).toBe(2);
    end();
    await asked[0];
    void flush();
    await settle();
    expect(begun()).toBe(3);
  });

  it('go on after one that failed', async () => {
    let n = 0;
    const flush = coalesce(() => {
      n += 1;
      return n === 1 ? Promise.reject(new Error('no network')) : Promise.resolve('sent');
    });
    await expect(flush()).rejects.toThrow('no network');
    await expect(flush()).resolves.toBe('sent');
  });
});
