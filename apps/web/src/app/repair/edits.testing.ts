import type { RepairInputs } from '@ashstep/core/repair';
import type { SectionEdit } from './repair.store';

/** An edit as a store takes it, noted by a spy as what it comes to in the inputs a panel shows. */
export function notedEdit(spy: jasmine.Spy, inputs: () => RepairInputs) {
  return <S extends keyof RepairInputs>(section: S, change: SectionEdit<RepairInputs[S]>): void => {
    spy(section, typeof change === 'function' ? change(inputs()[section]) : change);
  };
}
