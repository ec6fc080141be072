import { type StockLine, stockFor } from '@ashstep/contract';
import type { LibraryService } from '../../../library/library.service';
import { jobMaterials } from '@ashstep/core/repair';
import type { RepairState } from '../../repair.store';

/** What the job needs against what the shelf has in date on the day it is begun, or now where that is past. */
export function stockOfJob(
  { plan, inputs }: Pick<RepairState, 'plan' | 'inputs'>,
  library: Pick<LibraryService, 'lots' | 'systems' | 'hardeners'>,
  now: string,
): StockLine[] {
  const begun = inputs.days.startAt ?? now;
  return stockFor(
    jobMaterials(plan),
    library.lots(),
    library.systems(),
    library.hardeners(),
    (begun > now ? begun : now).slice(0, 10),
  );
}
