import { NEW_REPAIR, type RepairInputs } from '@ashstep/core/repair';
import { EditSteps } from './edit-steps';

const withRatio = (ratio: number): RepairInputs => ({ ...NEW_REPAIR, taper: { ...NEW_REPAIR.taper, ratio } });

describe('taking back', () => {
  it('goes back step by step and forward again', () => {
    const steps = new EditSteps();
    steps.note('taper', withRatio(8).taper, 0);
    steps.note('taper', withRatio(10).taper, 5000);
    const back = steps.undo(withRatio(12));
    expect(back.taper!.ratio).toBe(10);
    expect(steps.undo(withRatio(10)).taper!.ratio).toBe(8);
    expect(steps.canUndo).toBeFalse();
    expect(steps.redo(withRatio(8)).taper!.ratio).toBe(10);
    expect(steps.redo(withRatio(10)).taper!.ratio).toBe(12);
    expect(steps.canRedo).toBeFalse();
  });

  it('counts a drag as one step', () => {
    const steps = new EditSteps();
    [8, 9, 10, 11].forEach((ratio, i) => steps.note('taper', withRatio(ratio).taper, i * 16));
    expect(steps.undo(withRatio(12)).taper!.ratio).toBe(8);
    expect(steps.canUndo).toBeFalse();
  });

  it('takes several sections changed by one act back together', () => {
    const steps = new EditSteps();
    steps.note('survey', NEW_REPAIR.survey, 0);
    steps.note('damage', NEW_REPAIR.damage, 1);
    expect(Object.keys(steps.undo(NEW_REPAIR)).sort()).toEqual(['damage', 'survey']);
  });

  it('forgets what was taken back once something new is done', () => {
    const steps = new EditSteps();
    steps.note('taper', withRatio(8).taper, 0);
    steps.undo(withRatio(9));
    steps.note('taper', withRatio(8).taper, 9000);
    expect(steps.canRedo).toBeFalse();
    expect(steps.undo(undefined)).toEqual({});
  });
});
