import type { Circuit } from './load';

/**
 * Reads drivers as they are jotted: "4", "4 + 4" in series, "4 || 4" in parallel, brackets inside; "4 || (4 + 0.3)" is a tweeter behind a crossover of 0.3 Ω. Parallel binds more loosely than
 * series, as feeds branch off a pair. A comma is a decimal point. Null where it cannot be read.
 */
export function parseCircuit(text: string): Circuit | null {
  const tokens = text.replace(/(\d),(\d)/g, '$1.$2').match(/\d+(?:\.\d+)?|\|\|?|\+|\(|\)|[A-Za-zΩ]+|\S/g) ?? [];
  let at = 0;
  const value = (): Circuit | null => {
    const token = tokens[at];
    if (token === '(') {
      at += 1;
      const inner = parallel();
      if (tokens[at] !== ')') return null;
      at += 1;
      return inner;
    }
    if (!token || !/^\d/.test(token) || Number(token) === 0) return null;
    at += 1;
    if (/^(Ω|ohm|ohms)$/i.test(tokens[at] ?? '')) at += 1;
    return Number(token);
  };
  const chain = (next: () => Circuit | null, sign: RegExp, join: (all: Circuit[]) => Circuit): Circuit | null => {
    const all = [next()];
    while (sign.test(tokens[at] ?? '')) {
      at += 1;
      all.push(next());
    }
    if (all.some((one) => one === null)) return null;
    return all.length === 1 ? all[0] : join(all as Circuit[]);
  };
  const series = () => chain(value, /^\+$/, (all) => ({ series: all }));
  const parallel = (): Circuit | null => chain(series, /^\|\|?$/, (all) => ({ parallel: all }));
  const read = parallel();
  return at === tokens.length ? read : null;
}

/** A circuit as it is read back. */
export function circuitText(circuit: Circuit): string {
  if (typeof circuit === 'number') return String(circuit);
  const inside = (one: Circuit) => (typeof one === 'number' ? String(one) : `(${circuitText(one)})`);
  return 'series' in circuit ? circuit.series.map(inside).join(' + ') : circuit.parallel.map(inside).join(' || ');
}
