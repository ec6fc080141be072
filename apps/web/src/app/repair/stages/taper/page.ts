import { STAGE_NAMES, capital } from '@ashstep/contract';
import type { StagePage } from '../stage-page';
import { taperWords } from './taper-words';

export const TAPER: StagePage = {
  id: 'taper',
  name: STAGE_NAMES.taper,
  decides: true,
  settled: ({ plan: { taper, injected } }, { inUnits }) =>
    injected
      ? `${injected.holes.length + injected.vents.length} holes`
      : taper
        ? `${capital(taperWords(taper))}, ${inUnits(taper.footprint.faces[0]!.taperWidthMm, 'length')}`
        : '',
  open: () => import('./taper').then((m) => m.TaperStage),
};
