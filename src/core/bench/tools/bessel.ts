/**
 * The Bessel function of the first kind of order one. For |x| ≤ 8 its power series Σ (−1)^k (x/2)^(2k+1) / (k!(k+1)!), beyond that Hankel's asymptotic expansion (Abramowitz and Stegun,
 * Handbook of Mathematical Functions, 9.1.10 and 9.2.5). Good to about 1e-7.
 * @example besselJ1(1); // 0.4400505857
 */
export function besselJ1(x: number): number {
  const size = Math.abs(x);
  const value = size <= 12 ? bySeries(size) : byHankel(size);
  return x < 0 ? -value : value;
}

function bySeries(x: number): number {
  let term = x / 2;
  let sum = term;
  for (let k = 1; k < 60 && Math.abs(term) > 1e-17 * Math.max(1, Math.abs(sum)); k += 1) {
    term *= -((x / 2) ** 2) / (k * (k + 1));
    sum += term;
  }
  return sum;
}

/** J1(x) ≈ √(2/πx) (P cos χ − Q sin χ), χ = x − 3π/4, with P and Q to four terms (μ = 4). */
function byHankel(x: number): number {
  const y = 8 * x;
  const mu = 4;
  const odd = (n: number) => mu - (2 * n - 1) ** 2;
  const p = 1 - (odd(1) * odd(2)) / (2 * y * y) + (odd(1) * odd(2) * odd(3) * odd(4)) / (24 * y ** 4);
  const q =
    odd(1) / y -
    (odd(1) * odd(2) * odd(3)) / (6 * y ** 3) +
    (odd(1) * odd(2) * odd(3) * odd(4) * odd(5)) / (120 * y ** 5);
  const chi = x - (3 * Math.PI) / 4;
  return Math.sqrt(2 / (Math.PI * x)) * (p * Math.cos(chi) - q * Math.sin(chi));
}
