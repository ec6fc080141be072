import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';
import { answersOf } from './answers';

export const SIGN_OFF: StagePage = {
  id: 'signoff',
  name: STAGE_NAMES.signoff,
  settled: (state) => {
    const answers = answersOf(state);
    const pass = answers.filter(({ open }) => !open).length;
    return state.detail.results.length > 0 ? `${pass} of ${answers.length} pass` : '';
  },
  open: () => import('./signoff').then((m) => m.SignOffStage),
};
