import { SYSTEMS, hardens } from '@ashstep/core/resin';
import * as z from 'zod';
import { hardener, systemCard } from '../resin-cards.js';
import { NOT_LISTED, entryId, known, note } from './pieces.js';

/** The resin chosen, and why. */
export const resin = z
  .strictObject({
    school: z.enum(['finish-led', 'like-for-like', 'epoxy-throughout']),
    systemId: entryId.nullable(),
    owners: z.record(z.string().max(80), z.string().max(120)).optional(),
    own: systemCard.optional(),
    hardener: hardener.optional(),
    overrideReason: note,
    gelCoatWay: z.enum(['after-full-cure', 'paint-instead', 'gel-coat-first']),
  })
  .refine(({ own, systemId }) => known(SYSTEMS, own, systemId), { path: ['systemId'], message: NOT_LISTED })
  .refine(
    ({ systemId: id, own, hardener: taken }) =>
      !taken || !id || hardens(taken, (own ?? SYSTEMS.find((system) => system.id === id))?.family ?? 'epoxy'),
    {
      path: ['hardener'],
      message: 'This hardener never sets this resin. Amines set epoxy, peroxides polyester and vinylester.',
    },
  );
