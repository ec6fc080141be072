import { UNSAID_PLACE } from '@ashstep/core/repair';
import * as z from 'zod';

/** Where the damage is and what the repair has to bear. */
export const place = z.strictObject({
  where: z.string().max(200),
  craftKind: z.enum(['boat', 'board', 'paddle', 'vehicle', 'other']),
  waterline: z.enum(['above', 'below', 'spans']),
  finish: z.enum(['gelcoat', 'paint', 'bare']),
  access: z.enum(['one', 'both']),
  service: z.enum(['cosmetic', 'light', 'general', 'high', 'primary']),
  specialService: z.enum(['none', 'drinking-water', 'fuel', 'heat', 'fire', 'food']),
  certified: z.boolean(),
  likeForLike: z.boolean(),
  unsaid: z.array(z.enum(UNSAID_PLACE)).max(UNSAID_PLACE.length).optional(),
});
