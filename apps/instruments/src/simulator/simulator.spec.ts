import { type Line, type Reading, formatLine, parseLine } from '@ashstep/contract/instruments';
import { SimulatedAir } from './air.js';
import { SimulatedProbe } from './probe.js';
import { SimulatedScale } from './scale.js';
import type { Simulated } from './simulated.js';

const DT_S = 0.04;
const NOON = Date.parse('2026-04-16T12:00:00Z');
const run = (one: Simulated, seconds: number): Line[] => Array.from({ length: Math.round(seconds / DT_S) }, () => one.tick(DT_S, NOON)).flat(); // prettier-ignore
const reads = (lines: readonly Line[]): Reading[] => lines.filter((line): line is Reading => line.verb === 'READ');
const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

describe('the simulated instruments', () => {
  it('say only what the protocol takes', () => {
    const all: Simulated[] = [
      new SimulatedScale('s', 1),
      new SimulatedAir('a', 2),
      ...(['infrared', 'contact', 'moisture', 'hardness', 'depth', 'thickness', 'colour'] as const).map((kind, i) => new SimulatedProbe(kind, kind, kind, i)), // prettier-ignore
    ];
    for (const one of all) {
      const lines = [one.hello(), ...one.told({ verb: 'ASK', id: one.id }), ...run(one, 10), ...one.told({ verb: 'TARE', id: one.id })]; // prettier-ignore
      expect(reads(lines).length).withContext(one.id).toBeGreaterThan(0);
      for (const line of lines) expect(parseLine(formatLine(line))).toEqual(line);
    }
  });

  it('a scale pours at a hand’s pace, says stable once it stands, and shows what it was poured to', () => {
    const off: number[] = [];
    for (let seed = 1; seed <= 40; seed++) {
      const scale = new SimulatedScale('s', seed);
      scale.told({ verb: 'PLAY', id: 's', value: 45.5 });
      const seen = reads(run(scale, 12));
      const firstStable = seen.find(({ state, value }) => state === 'stable' && value[0]! > 40)!;
      const before = seen.slice(0, seen.indexOf(firstStable));
      expect(before.every(({ value, state }, i) => state === 'moving' && (i === 0 || value[0]! > before[i - 1]!.value[0]! - 0.3))).toBeTrue(); // prettier-ignore
      expect(before.length).toBeGreaterThan(15);
      off.push(seen.at(-1)!.value[0]! - 45.5);
    }
    expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.35);
    expect(Math.abs(mean(off))).toBeLessThan(0.05);
  });

  it('a scale starts from nothing once it is tared, and what is taken off is off', () => {
    const scale = new SimulatedScale('s', 3);
    scale.told({ verb: 'PLAY', id: 's', value: 30 });
    run(scale, 10);
    scale.told({ verb: 'TARE', id: 's' });
    expect(Math.abs(reads(run(scale, 3)).at(-1)!.value[0]!)).toBeLessThan(0.15);
    scale.told({ verb: 'PLAY', id: 's', value: 10 });
    expect(reads(run(scale, 8)).at(-1)!.value[0]).toBeCloseTo(10, 0);
  });

  it('a scale’s zero wanders less in an hour than its step', () => {
    const scale = new SimulatedScale('s', 9);
    expect(Math.abs(reads(run(scale, 3600)).at(-1)!.value[0]!)).toBeLessThanOrEqual(0.1);
  });

  it('a thermometer settles before it says so, and is as far off as it is said to be', () => {
    const found: number[] = [];
    for (let seed = 1; seed <= 60; seed++) {
      const probe = new SimulatedProbe('ir', 'infrared', 'Infrared', seed);
      probe.told({ verb: 'PLAY', id: 'ir', value: 41 });
      probe.told({ verb: 'ASK', id: 'ir' });
      const seen = reads(run(probe, 4));
      expect(seen.slice(0, -1).every(({ state }) => state === 'moving')).toBeTrue();
      expect(seen.at(-1)!.state).toBe('stable');
      expect(seen[0]!.value[0]!).toBeLessThan(35);
      found.push(seen.at(-1)!.value[0]!);
    }
    // 41, less 0.4, less what is left of 21.5 after three settling times: 1.07.
    expect(mean(found)).toBeCloseTo(41 - 0.4 - 21.5 * Math.exp(-3), 0);
  });

  it('a moisture meter’s battery runs flat, and it says so until somebody has changed it', () => {
    const meter = new SimulatedProbe('m', 'moisture', 'Moisture meter', 5, 5);
    let said: Line[] = [];
    for (let i = 0; i < 8; i++) {
      said = meter.told({ verb: 'ASK', id: 'm' });
      run(meter, 3);
    }
    expect(said).toEqual([{ verb: 'ERROR', id: 'm', why: 'battery flat' }]);
    run(meter, 60);
    expect(meter.told({ verb: 'ASK', id: 'm' })).toEqual([]);
    expect(reads(run(meter, 3)).at(-1)!.battery).toBeGreaterThan(95);
  });

  it('a sensor on the wall tells the air every few seconds, and is lost now and then', () => {
    const air = new SimulatedAir('a', 4);
    const temps = reads(run(air, 7200)).filter(({ quantity }) => quantity === 'air-temperature');
    expect(temps.length).toBeLessThan(1440);
    expect(temps.length).toBeGreaterThan(900);
    expect(mean(temps.map(({ value }) => value[0]!))).toBeCloseTo(
      19.5 + 2.5 * Math.cos(2 * Math.PI * (0.5 - 15 / 24)),
      0,
    );
  });
});
