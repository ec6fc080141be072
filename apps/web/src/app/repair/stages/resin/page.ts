import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const RESIN: StagePage = {
  id: 'resin',
  name: STAGE_NAMES.resin,
  decides: true,
  settled: ({ plan: { resin } }) => (resin?.chosen ? resin.card!.name.replace(' hardener', '') : ''),
  open: () => import('./resin').then((m) => m.ResinStage),
};
