import type { Command, Line } from '@ashstep/contract/instruments';
import { chance } from './chance.js';
import { type Simulated, helloOf, stepped } from './simulated.js';
import { TRUTH } from './truth.js';

/** It tells so often, s; now and then it is not heard for a while, s. */
const [EVERY_S, LOST_CHANCE, LOST_S] = [5, 0.01, 60];
/** The shed warms towards the afternoon by so much, °C, and dries as it warms, per cent a degree. */
const [SWING_C, DRIES] = [2.5, -2];
const DAY_MS = 24 * 3_600_000;
/** Warmest at so much of the day. */
const WARMEST = 15 / 24;

/** The sensor on the wall: temperature and humidity of the air, over the day, with drop-outs. */
export class SimulatedAir implements Simulated {
  private sinceS = EVERY_S;
  private lostS = 0;
  private tempC: number = TRUTH['air-temperature'];
  private readonly dice;

  constructor(
    readonly id: string,
    seed: number,
  ) {
    this.dice = chance(seed);
  }

  hello(): Line {
    return helloOf(this.id, 'air', 'Wall sensor', '2026-01-15');
  }

  tick(dtS: number, nowMs: number): Line[] {
    this.sinceS += dtS;
    this.lostS -= dtS;
    if (this.lostS > 0 || this.sinceS < EVERY_S) return [];
    this.sinceS = 0;
    if (this.dice.even() < LOST_CHANCE) this.lostS = LOST_S;
    return this.read(nowMs);
  }

  told(command: Command): Line[] {
    if (command.verb === 'PLAY') this.tempC = command.value;
    if (command.verb === 'TARE') return [{ verb: 'ERROR', id: this.id, why: 'there is nothing to tare' }];
    if (command.verb === 'ASK') return this.read(Date.now());
    return [{ verb: 'OK', id: this.id, did: command.verb === 'PLAY' ? 'play' : 'calibrate' }];
  }

  private read(nowMs: number): Line[] {
    const swing = SWING_C * Math.cos(2 * Math.PI * ((nowMs % DAY_MS) / DAY_MS - WARMEST));
    const told = (quantity: 'air-temperature' | 'humidity', value: number, unit: string): Line => ({ verb: 'READ', id: this.id, quantity, value: [value], unit, state: 'stable', battery: 62 }); // prettier-ignore
    return [
      told('air-temperature', stepped(this.tempC + swing + 0.08 * this.dice.normal(), 0.1), 'C'),
      told('humidity', Math.min(99, Math.max(5, Math.round(TRUTH.humidity + DRIES * swing + 0.7 * this.dice.normal()))), '%'), // prettier-ignore
    ];
  }
}
