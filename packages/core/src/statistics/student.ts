/**
 * Chance that Student's t with `df` degrees of freedom lies beyond ±t (both tails).
 * Source: the incomplete beta function by its continued fraction (modified Lentz), I_x(df/2, 1/2) with x = df/(df + t²).
 */
export function studentTwoTailed(t: number, df: number): number {
  return incompleteBeta(df / 2, 0.5, df / (df + t * t));
}

/** The t that both tails together exceed with the given chance, found by halving. */
export function studentQuantile(chance: number, df: number): number {
  let [low, high] = [0, 1];
  while (studentTwoTailed(high, df) > chance) high *= 2;
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (studentTwoTailed(middle, df) > chance) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

function incompleteBeta(a: number, b: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  if (x > (a + 1) / (a + b + 2)) return 1 - incompleteBeta(b, a, 1 - x);
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x)) / a;
  const tiny = 1e-300;
  let c = 1;
  let d = 1 / Math.max(Math.abs(1 - ((a + b) * x) / (a + 1)), tiny);
  let fraction = d;
  for (let m = 1; m < 500; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / (1 + even * d || tiny);
    c = 1 + even / c || tiny;
    fraction *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / (1 + odd * d || tiny);
    c = 1 + odd / c || tiny;
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-15) break;
  }
  return front * fraction;
}

/** Natural logarithm of the gamma function. Source: Lanczos, g = 7, nine terms. */
function logGamma(x: number): number {
  const terms = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  const shifted = x - 1;
  const t = shifted + 7.5;
  const sum = terms.slice(1).reduce((total, term, i) => total + term / (shifted + i + 1), terms[0]!);
  return 0.5 * Math.log(2 * Math.PI) + (shifted + 0.5) * Math.log(t) - t + Math.log(sum);
}
