import { readFileSync } from 'node:fs';

/** Begins to watch how much of this machine's time its host gives to others. @returns tells the share since, such as "12 %"; what is measured while it is large says little of the product */
export function watchStolen() {
  const before = read();
  return () => {
    const now = read();
    return now && before
      ? `${((100 * (now.stolen - before.stolen)) / (now.all - before.all || 1)).toFixed(0)} %`
      : 'not told';
  };
}

/** Ticks of all processors since the machine started; null on a machine that does not say. */
function read() {
  try {
    const ticks = readFileSync('/proc/stat', 'utf8').split('\n')[0].trim().split(/\s+/).slice(1, 9).map(Number);
    return { stolen: ticks[7], all: ticks.reduce((sum, one) => sum + one, 0) };
  } catch {
    return null;
  }
}
