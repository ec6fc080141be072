/** A temperature at a minute. */
export interface TempAt {
  min: number;
  tempC: number;
}

/** The top of a curve between its steps: that of the parabola through the highest step and its two neighbours; an end is its own top. */
export function topOf(before: TempAt | undefined, highest: TempAt, after: TempAt | undefined): TempAt {
  if (!before || !after) return highest;
  const [a, b] = [highest.min - before.min, after.min - highest.min];
  const [rise, fall] = [(highest.tempC - before.tempC) / a, (after.tempC - highest.tempC) / b];
  const bend = (fall - rise) / (a + b);
  if (!(bend < 0)) return highest;
  const slope = (rise * b + fall * a) / (a + b);
  const min = Math.min(after.min, Math.max(before.min, highest.min - slope / (2 * bend)));
  return { min, tempC: highest.tempC + slope * (min - highest.min) + bend * (min - highest.min) ** 2 };
}
