import { type Command, INSTRUMENT_KINDS, type Line, QUANTITIES, type QuantityName } from '@ashstep/contract/instruments'; // prettier-ignore
import { chance } from './chance.js';
import { type Simulated, helloOf, stepped, today } from './simulated.js';
import { MANNERS, type Manner, TRUTH } from './truth.js';

type ProbeKind = keyof typeof MANNERS;
/** Read so often while it settles, s. */
const EVERY_S = 0.2;
/** It is stable after so many times its settling time. */
const SETTLED = 3;
/** A reading takes so much out of a small battery, per cent; below the least it reads no more, until somebody has changed it, s. */
const [PER_READING, LEAST, CHANGED_S] = [0.6, 3, 45];

/** A thing that is held against the work and reads once it is asked: it settles, scatters, is a little off, and its battery runs down. */
export class SimulatedProbe implements Simulated {
  private truth: readonly number[];
  /** What it shows, on its way from what it looked at before. */
  private shown: number[];
  private left = 0;
  private sinceS = 0;
  private flatS = 0;
  private readonly manner: Manner;
  private readonly quantity: QuantityName;
  private readonly dice;

  constructor(
    readonly id: string,
    private readonly kind: ProbeKind,
    private readonly name: string,
    seed: number,
    private battery = 100,
    private calibrated: string | undefined = '2026-03-02',
  ) {
    this.dice = chance(seed);
    this.manner = MANNERS[kind];
    this.quantity = INSTRUMENT_KINDS[kind].tells[0];
    const truth = TRUTH[this.quantity as keyof typeof TRUTH];
    this.truth = typeof truth === 'number' ? [truth] : truth;
    this.shown = this.truth.map(() => (kind === 'infrared' || kind === 'contact' ? TRUTH['air-temperature'] : 0));
  }

  hello(): Line {
    return helloOf(this.id, this.kind, this.name, this.calibrated);
  }

  tick(dtS: number, _nowMs: number): Line[] {
    if (this.flatS > 0) {
      this.flatS -= dtS;
      if (this.flatS <= 0) this.battery = 100;
    }
    if (this.left <= 0) return [];
    const { settleS } = this.manner;
    this.shown = this.shown.map((one, i) => one + (this.truth[i]! - one) * (1 - Math.exp(-dtS / settleS)));
    this.left -= dtS;
    this.sinceS += dtS;
    if (this.left > 0 && this.sinceS < EVERY_S) return [];
    this.sinceS = 0;
    return [this.read(this.left <= 0)];
  }

  told(command: Command): Line[] {
    switch (command.verb) {
      case 'PLAY':
        this.truth = this.truth.length === 1 ? [command.value] : [command.value, ...this.truth.slice(1)];
        return [{ verb: 'OK', id: this.id, did: 'play' }];
      case 'CALIBRATE':
        this.calibrated = today(Date.now());
        return [{ verb: 'OK', id: this.id, did: 'calibrate' }, this.hello()];
      case 'TARE':
        return [{ verb: 'ERROR', id: this.id, why: 'there is nothing to tare' }];
      case 'ASK':
        if (this.battery < LEAST) {
          if (this.flatS <= 0) this.flatS = CHANGED_S;
          return [{ verb: 'ERROR', id: this.id, why: 'battery flat' }];
        }
        this.battery -= PER_READING;
        this.left = SETTLED * this.manner.settleS;
        this.sinceS = EVERY_S;
        return [];
    }
  }

  private read(stable: boolean): Line {
    const { scatter, bias, step } = this.manner;
    const { min, max, unit } = QUANTITIES[this.quantity];
    const value = this.shown.map((one) => {
      const seen = stepped(one + bias + scatter * this.dice.normal(), step);
      return Math.min(max, Math.max(min, seen));
    });
    return { verb: 'READ', id: this.id, quantity: this.quantity, value, unit, state: stable ? 'stable' : 'moving', battery: Math.round(this.battery) }; // prettier-ignore
  }
}
