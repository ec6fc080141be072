import type { InputSection, RepairInputs } from '@ashstep/core/repair';

type Step = Partial<Record<InputSection, RepairInputs[InputSection]>>;

/** Edits of one section that follow one another faster than this are one step: a drag, a run of key presses. */
const ONE_STEP_MS = 700;
/** Edits of several sections at one moment are one step too. */
const ONE_ACT_MS = 30;
const MOST_STEPS = 100;

/** What the sections were before each step of editing, so that it can be taken back and done again. */
export class EditSteps {
  private readonly done: Step[] = [];
  private readonly undone: Step[] = [];
  private lastAt = -Infinity;

  get canUndo(): boolean {
    return this.done.length > 0;
  }

  get canRedo(): boolean {
    return this.undone.length > 0;
  }

  clear(): void {
    this.done.length = this.undone.length = 0;
  }

  /** To be called before each edit with what the section is then, and the moment of it in ms. */
  note<S extends InputSection>(section: S, before: RepairInputs[S], now: number): void {
    const step = this.done.at(-1);
    const pause = now - this.lastAt;
    this.lastAt = now;
    this.undone.length = 0;
    if (step && section in step && pause < ONE_STEP_MS) return;
    if (step && !(section in step) && pause < ONE_ACT_MS) step[section] = before;
    else this.done.push({ [section]: before });
    if (this.done.length > MOST_STEPS) this.done.shift();
  }

  /** The sections as they were before the last step; nothing when there is none. */
  undo(inputs: RepairInputs | undefined): Partial<RepairInputs> {
    return swap(this.done, this.undone, inputs);
  }

  redo(inputs: RepairInputs | undefined): Partial<RepairInputs> {
    return swap(this.undone, this.done, inputs);
  }
}

function swap(from: Step[], to: Step[], inputs: RepairInputs | undefined): Partial<RepairInputs> {
  const step = inputs && from.pop();
  if (!step) return {};
  to.push(Object.fromEntries(Object.keys(step).map((section) => [section, inputs[section as InputSection]])));
  return step as Partial<RepairInputs>;
}
