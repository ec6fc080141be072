import type { InstrumentKind, QuantityName } from '@ashstep/contract/instruments';

/** What the simulated instruments look at until they are told otherwise: the demo's launch by the door on a mild day. Nothing of it is real. */
export const TRUTH: Record<Exclude<QuantityName, 'colour' | 'mass'>, number> & {
  colour: readonly [number, number, number];
} = {
  'air-temperature': 19.5,
  humidity: 58,
  'surface-temperature': 18.8,
  'contact-temperature': 18.8,
  // By the chine, dried for a week.
  moisture: 1.6,
  hardness: 41,
  // The launch's bottom, skin to skin.
  depth: 9,
  thickness: 9,
  colour: [78.4, -1.9, 5.2],
};

/** How each kind misreads: scatter of one reading, what it is off by as a whole, time it takes to settle, s, and its step. */
export interface Manner {
  scatter: number;
  bias: number;
  settleS: number;
  step: number;
}

export const MANNERS: Record<Exclude<InstrumentKind, 'scale' | 'air'>, Manner> = {
  infrared: { scatter: 0.3, bias: -0.4, settleS: 0.6, step: 0.1 },
  contact: { scatter: 0.05, bias: 0.1, settleS: 2.5, step: 0.1 },
  moisture: { scatter: 0.15, bias: 0.1, settleS: 0.8, step: 0.1 },
  hardness: { scatter: 1.8, bias: 0, settleS: 0.3, step: 1 },
  depth: { scatter: 0.03, bias: 0, settleS: 0.4, step: 0.01 },
  thickness: { scatter: 0.06, bias: 0.02, settleS: 0.5, step: 0.01 },
  colour: { scatter: 0.15, bias: 0, settleS: 0.7, step: 0.1 },
};
