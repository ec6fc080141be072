import { SYSTEMS } from '../resin/index.js';
import { lastStartOf, ownRate, runningPot } from './running-pot.js';

const card = (id: string) => SYSTEMS.find((one) => one.id === id)!;

describe('a pot on the bench', () => {
  it('gels by its own mass and temperature: a large one, and a warm one, sooner', () => {
    const gel = (resinG: number, tempC: number) => runningPot({ card: card('epoxy-medium'), resinG, secondG: 0.3 * resinG, tempC, readings: [] }, 1)!.gelMin!; // prettier-ignore
    expect(gel(300, 20)).toBeLessThan(gel(60, 20));
    expect(gel(100, 26)).toBeLessThan(gel(100, 18));
  });

  it('gels sooner with more catalyst, told by its grams', () => {
    const gel = (percent: number) => runningPot({ card: card('polyester'), resinG: 100, secondG: 1.12 * percent, tempC: 20, readings: [] }, 1)!.gelMin!; // prettier-ignore
    expect(gel(2)).toBeLessThan(gel(1.2));
  });

  it('is laid at its own rate once two plies are down, and as planned before', () => {
    expect(ownRate([{ resinG: 40, min: 5 }], 12)).toBe(12);
    // 40 g and 44 g in twelve minutes from the pour: 7 g a minute.
    expect(ownRate([{ resinG: 40, min: 5 }, { resinG: 44, min: 12 }], 12)).toBe(7); // prettier-ignore
  });

  it('has its last start two minutes and the ply before the gel', () => {
    expect(lastStartOf(34, 42, 7)).toBe(26);
    expect(lastStartOf(null, 42, 7)).toBeNull();
    expect(lastStartOf(34, 42, 0)).toBeNull();
  });
});
