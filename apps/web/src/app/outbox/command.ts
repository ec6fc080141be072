import type { Problem } from '@ashstep/contract';
import type { Act } from './act';

/** An act on its way to the server, kept until it is acknowledged. */
export interface Command {
  /** By which the server knows it again, however often it comes. */
  id: string;
  /** Whose it is: it is never sent in another's name. */
  personId: string;
  personName: string;
  repairId: string | null;
  act: Act;
  /** When it was done, by the device's clock, ms. */
  madeAt: number;
  /** Its place among all that was done on this device. */
  place: number;
  /** Tab that sends it; another takes it over once that is closed. */
  tab: string;
  /** It may have reached the server, so it stays as it is. */
  tried: boolean;
  /** Why the server did not take it. */
  refusal: Problem | null;
}
