import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { signed } from '@ashstep/contract';
import { type DryDown, GENERIC_WHITES, type WetAndCured, colourCorrect, deltaE00, dryDown, screenColour, shifted } from '@ashstep/core/colour'; // prettier-ignore
import { attempt } from '@ashstep/core/errors';
import { type ColourTrial, type ReadColour, labOnly, wetAndCured } from '@ashstep/core/repair';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';
import { cupWords, deltaWords, pasteGrams } from './cup-words';
import { PasteShelf } from './paste-shelf';
import { ReadColourField } from './read-colour';

/** Cups mixed for a colour: each read, cured or wet, and what to add to the last. A wet one is judged by the shop's own dry-down, and by nothing where none is known. */
@Component({
  selector: 'ash-colour-trials',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityPipe, ReadColourField, WhenPipe],
  templateUrl: './colour-trials.html',
  styleUrl: './colour-match.scss',
})
export class ColourTrials extends Panel {
  private readonly shelf = inject(PasteShelf);
  /** What was read both ways on other jobs. */
  readonly others = input.required<readonly WetAndCured[]>();

  private readonly colour = computed(() => this.inputs().finish.colour);
  private readonly target = computed(() => this.colour().target);
  readonly dryDown = computed(() => attempt(() => dryDown([...wetAndCured(this.colour().trials), ...this.others()])).result); // prettier-ignore
  readonly trials = computed(() => this.colour().trials.map((trial) => ({ trial, judged: this.judged(trial) })));
  readonly last = computed(() => this.trials().at(-1) ?? null);
  /** The cup whose reading is asked for: the one that was picked, or the last while it is not read cured. */
  private readonly picked = signal<string | null>(null);
  readonly asked = computed(() => this.colour().trials.find(({ id, read }) => !read && id === (this.picked() ?? this.last()?.trial.id)) ?? null); // prettier-ignore
  readonly correction = computed(() => {
    const [target, last] = [this.target(), this.last()];
    if (!target || !last?.judged) return null;
    const { trial, judged } = last;
    const white = this.shelf.whiteOf(trial);
    if (!white) return null;
    return attempt(() => colourCorrect({ target: labOnly(target), cup: { baseG: trial.baseG, pigments: trial.pigments }, measured: judged.lab, measuredIn: this.colour().measuredIn ?? { way: 'drops' }, ...this.shelf.mixedFrom(white, trial.pigments) })).result; // prettier-ignore
  });

  readonly whiteId = computed(() => this.last()?.trial.white?.id ?? GENERIC_WHITES[0]!.id);
  readonly says = deltaWords;
  readonly grams = pasteGrams;
  readonly cup = cupWords();
  readonly nameOf = (id: string): string => this.shelf.nameOf(id);

  /** The colour a cup has or will have once cured, and how far that is off; nothing where nobody can tell. */
  private judged(trial: ColourTrial) {
    const [target, by] = [this.target(), this.dryDown()];
    const lab = trial.read ? labOnly(trial.read) : trial.wet && by ? shifted(trial.wet, by.shift) : null;
    return lab && { lab, screen: screenColour(lab), deltaE: target && deltaE00(target, lab), foretold: !trial.read };
  }

  /** The shop's own shift, as it is said beside what rests on it. */
  shiftWords({ shift, spread, pairs }: DryDown): string {
    const borneOut = spread === null ? 'one cup, which nothing bears out yet' : `${pairs} cups, which differ by ΔE ${spread.toFixed(1)}`; // prettier-ignore
    return `L ${signed(shift.l)}, a ${signed(shift.a)}, b ${signed(shift.b)}, from ${borneOut}`;
  }

  ask(id: string): void {
    this.picked.set(id);
  }

  readCured(id: string, read: ReadColour): void {
    this.change(id, { read });
    this.picked.set(null);
  }

  readWet(id: string, wet: ReadColour): void {
    this.change(id, { wet });
  }

  private change(id: string, patch: Partial<ColourTrial>): void {
    this.save(this.colour().trials.map((one) => (one.id === id ? { ...one, ...patch } : one)));
  }

  /** What was to be added is in the cup: the next trial. */
  added(): void {
    const [last, correction] = [this.last()?.trial, this.correction()];
    if (!last || !correction) return;
    const more = (id: string): number => correction.additions.find((one) => one.id === id)?.amountG ?? 0;
    const [inCup, added] = [new Map(last.pigments.map((one) => [one.id, one])), correction.additions.map(({ id }) => id)]; // prettier-ignore
    const white = last.white ?? GENERIC_WHITES[0]!;
    const ids = [...new Set([...inCup.keys(), ...added])].filter((id) => id !== white.id);
    const pigments = ids.map((id) => ({ ...inCup.get(id), id, amountG: (inCup.get(id)?.amountG ?? 0) + more(id) }));
    this.save([...this.colour().trials, this.shelf.trial(white, last.baseG + more(white.id), pigments, true)]);
  }

  drop(id: string): void {
    this.picked.set(null);
    this.save(this.colour().trials.filter((one) => one.id !== id));
  }

  private save(trials: readonly ColourTrial[]): void {
    this.store.edit('finish', ({ colour }) => ({ colour: { ...colour, trials } }));
  }
}
