import type { Command, Line } from '@ashstep/contract/instruments';
import { chance } from './chance.js';
import { type Simulated, helloOf, stepped, today } from './simulated.js';

/** Poured so fast, g/s; the last of it trickles. */
const [POUR_G_S, TRICKLE_G_S, LAST_G] = [22, 2, 4];
/** The pointer follows the pan with this lag, s. */
const LAG_S = 0.25;
/** Zero wanders, g in a minute; hands miss by so much, g. */
const [DRIFT_G_MIN, HAND_G] = [0.01, 0.05];
/** Read so often while it moves, and while it stands, s. */
const [MOVING_S, STILL_S] = [0.12, 2];
/** It says stable once it stood so long, s. */
const SETTLED_S = 0.5;
const STEP_G = 0.1;

/** A bench scale of 0.1 g: `PLAY` pours until it shows about so much, at a hand's pace. */
export class SimulatedScale implements Simulated {
  private loadG = 0;
  private wantedG = 0;
  private shownG = 0;
  private zeroG = 0;
  private tareG = 0;
  private stillS = SETTLED_S;
  private sinceS = STILL_S;
  private calibrated = '2026-03-02';
  private readonly dice;

  constructor(
    readonly id: string,
    seed: number,
  ) {
    this.dice = chance(seed);
  }

  hello(): Line {
    return helloOf(this.id, 'scale', 'Bench scale 0.1 g', this.calibrated);
  }

  tick(dtS: number, _nowMs: number): Line[] {
    this.pour(dtS);
    this.zeroG += (DRIFT_G_MIN / 60) * dtS * this.dice.normal();
    this.shownG += (this.loadG - this.shownG) * (1 - Math.exp(-dtS / LAG_S));
    const moving = this.loadG !== this.wantedG || Math.abs(this.shownG - this.loadG) > STEP_G / 2;
    this.stillS = moving ? 0 : this.stillS + dtS;
    this.sinceS += dtS;
    const stable = this.stillS >= SETTLED_S;
    const turned = stable && this.stillS - dtS < SETTLED_S;
    if (!turned && this.sinceS < (stable ? STILL_S : MOVING_S)) return [];
    this.sinceS = 0;
    return [this.read()];
  }

  told(command: Command): Line[] {
    switch (command.verb) {
      case 'TARE':
        this.tareG = this.shownG + this.zeroG;
        return [{ verb: 'OK', id: this.id, did: 'tare' }, this.read()];
      case 'PLAY':
        this.wantedG = Math.max(0, this.tareG - this.zeroG + command.value + (command.value === 0 ? 0 : HAND_G * this.dice.normal())); // prettier-ignore
        return [{ verb: 'OK', id: this.id, did: 'play' }];
      case 'CALIBRATE':
        this.zeroG = 0;
        this.calibrated = today(Date.now());
        return [{ verb: 'OK', id: this.id, did: 'calibrate' }, this.hello()];
      case 'ASK':
        return [this.read()];
    }
  }

  private pour(dtS: number): void {
    const left = this.wantedG - this.loadG;
    if (left === 0) return;
    // What is taken off is off at once.
    const most = left < 0 ? -left : dtS * (left > LAST_G ? POUR_G_S : TRICKLE_G_S);
    this.loadG = Math.abs(left) <= most ? this.wantedG : this.loadG + most;
  }

  private read(): Line {
    const noise = (this.stillS >= SETTLED_S ? 0.008 : 0.04) * this.dice.normal();
    const value = stepped(this.shownG + this.zeroG - this.tareG + noise, STEP_G);
    return { verb: 'READ', id: this.id, quantity: 'mass', value: [value === 0 ? 0 : value], unit: 'g', state: this.stillS >= SETTLED_S ? 'stable' : 'moving', battery: 84 }; // prettier-ignore
  }
}
