import * as z from 'zod';
import { text, uuid } from '../scalars.js';
import { LINE_MOST } from './line.js';
import { instrumentKind, quantityName } from './quantities.js';

/** A reading as it stands on the shed's screens: when it came, by the server's clock. */
export const liveReading = z.strictObject({
  quantity: quantityName,
  value: z.array(z.number()),
  state: z.enum(['stable', 'moving']),
  at: z.string(),
});
export const instrument = z.object({
  id: uuid,
  kind: instrumentKind,
  name: z.string(),
  /** By what it is known to its bridge. */
  code: z.string(),
  calibratedOn: z.string().nullable(),
  simulated: z.boolean(),
  connected: z.boolean(),
  battery: z.number().nullable(),
  /** What it said last was wrong with it. */
  trouble: z.string().nullable(),
  readings: z.array(liveReading),
});
export const bridge = z.object({ id: uuid, name: z.string(), pairedAt: z.string(), by: z.string(), seenAt: z.string().nullable() }); // prettier-ignore
export const instrumentsReply = z.object({ bridges: z.array(bridge), instruments: z.array(instrument) });

/** A code shown on screen, to be given to the bridge: it is good for a few minutes and once. */
export const pairingReply = z.object({ code: z.string(), until: z.string() });
export const pairBody = z.strictObject({ code: z.string().trim().max(20), name: text(40) });
export const pairReply = z.object({ token: z.string() });

/** What is asked of an instrument; `play` of a simulated one only. */
export const askBody = z.discriminatedUnion('what', [
  z.strictObject({ what: z.literal('ask') }),
  z.strictObject({ what: z.literal('tare') }),
  z.strictObject({ what: z.literal('calibrate'), value: z.number().min(-50_000).max(50_000).optional() }),
  z.strictObject({ what: z.literal('play'), value: z.number().min(-50_000).max(50_000) }),
]);

/** Lines of the protocol as a bridge passes them on. */
export const linesBody = z.strictObject({ lines: z.array(z.string().max(LINE_MOST)).min(1).max(200) });

export type LiveReading = z.infer<typeof liveReading>;
export type Instrument = z.infer<typeof instrument>;
export type InstrumentsReply = z.infer<typeof instrumentsReply>;
export type PairingReply = z.infer<typeof pairingReply>;
export type AskBody = z.infer<typeof askBody>;

/** An instrument as it stands in a record: name and last calibration, so that a stranger can judge what it told. */
export function instrumentWords({
  name,
  calibratedOn,
  simulated,
}: Pick<Instrument, 'name' | 'calibratedOn' | 'simulated'>): string {
  const checked = calibratedOn ? `, calibrated ${calibratedOn}` : ', not calibrated';
  return (simulated ? `Simulated ${name.toLowerCase()}` : name).slice(0, 60 - checked.length) + checked;
}
