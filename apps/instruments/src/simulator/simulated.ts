import type { Command, InstrumentKind, Line } from '@ashstep/contract/instruments';

/** An instrument that is played: what it says by itself as time goes on, and what it answers. */
export interface Simulated {
  readonly id: string;
  hello(): Line;
  /** @param dtS time since it was asked last, s; @param nowMs time of day, ms since 1970 */
  tick(dtS: number, nowMs: number): Line[];
  told(command: Command): Line[];
}

export function helloOf(id: string, kind: InstrumentKind, name: string, calibrated?: string): Line {
  return { verb: 'HELLO', id, kind, name, ...(calibrated ? { calibrated } : {}), simulated: true };
}

export const stepped = (value: number, step: number): number => Number((Math.round(value / step) * step).toFixed(4));

export const today = (nowMs: number): string => new Date(nowMs).toISOString().slice(0, 10);
