import { DAYS } from './days/page';
import { FINISH } from './finish/page';
import { LAMINATE } from './laminate/page';
import { LAY_UP } from './layup/page';
import { LOOK } from './look/page';
import { MIX } from './mix/page';
import { PLIES } from './plies/page';
import { RESIN } from './resin/page';
import { SIGN_OFF } from './signoff/page';
import type { StagePage } from './stage-page';
import { TAPER } from './taper/page';

/** Every stage of a repair, in the order they are gone through. A new one is a folder beside these and a line here. */
export const PAGES: readonly StagePage[] = [LOOK, LAMINATE, RESIN, TAPER, PLIES, MIX, DAYS, LAY_UP, FINISH, SIGN_OFF];
