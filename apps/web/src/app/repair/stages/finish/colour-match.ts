import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { type ColoursReply, type CraftColour, errorWords, isOwn } from '@ashstep/contract';
import {
  GENERIC_WHITES,
  type MeasuredIn,
  type RecipeResult,
  USUAL_DROP_G,
  colourRecipe,
  screenColour,
} from '@ashstep/core/colour';
import { attempt } from '@ashstep/core/errors';
import { type ColourTrial, type FinishInputs, type ReadColour, labOnly } from '@ashstep/core/repair';
import { catchError, of, switchMap } from 'rxjs';
import { PickSelect, TickInput } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { Api } from '../../../platform/api';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';
import { ColourTrials } from './colour-trials';
import { cupWords, deltaWords, pasteGrams } from './cup-words';
import { PasteShelf } from './paste-shelf';
import { ReadColourField } from './read-colour';

/** Steps a scale of the shed reads in where nobody said, g, and a batch to begin with. */
const [USUAL_STEP_G, USUAL_BATCH_G] = [0.05, 200];
const NOTHING_KNOWN: ColoursReply = { ofCraft: [], wetAndCured: [] };

/** The colour of the top coat: what it has to be, a recipe from the pigments there are, each trial read, and what to add. */
@Component({
  selector: 'ash-colour-match',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [PasteShelf],
  imports: [ColourTrials, PickSelect, QuantityField, QuantityPipe, ReadColourField, RouterLink, TickInput, WhenPipe],
  templateUrl: './colour-match.html',
  styleUrl: './colour-match.scss',
})
export class ColourMatch extends Panel {
  private readonly api = inject(Api);
  readonly shelf = inject(PasteShelf);
  readonly isOwn = isOwn;

  readonly colour = computed((): FinishInputs['colour'] => this.inputs().finish.colour);
  readonly target = computed(() => this.colour().target);
  readonly batchG = computed(() => this.colour().batchG ?? USUAL_BATCH_G);
  readonly measuredIn = computed((): MeasuredIn => this.colour().measuredIn ?? { way: 'drops' });
  readonly rereading = signal(false);
  readonly cup = cupWords();
  private readonly found = signal<{ of: string; result: RecipeResult } | null>(null);
  readonly refused = signal<string | null>(null);
  readonly white = computed(() => this.shelf.white(this.colour().whiteId));
  private readonly asked = computed(() => JSON.stringify([this.target(), this.batchG(), this.measuredIn(), this.white(), this.shelf.pastes(), this.shelf.there()])); // prettier-ignore
  /** The recipe that was asked for, while what it was asked of stands. */
  readonly recipe = computed(() => (this.found()?.of === this.asked() ? this.found()!.result : null));

  /** What other jobs know of colour; nothing where the server is out of reach. */
  readonly known = toSignal(
    toObservable(computed(() => this.state().detail.id)).pipe(
      switchMap((id) => this.api.get<ColoursReply>(`/repairs/${id}/colours`).pipe(catchError(() => of(NOTHING_KNOWN)))),
    ),
    { initialValue: NOTHING_KNOWN },
  );

  /** The cup of another job, in the batch of this one, with the colour it was to be where this job has none. */
  mixAgain({ trial, target }: CraftColour): void {
    const scale = this.batchG() / (trial.baseG + trial.pigments.reduce((sum, { amountG }) => sum + amountG, 0));
    if (!this.target()) this.edit({ target });
    this.add(this.shelf.trial(trial.white ?? GENERIC_WHITES[0]!, scale * trial.baseG, trial.pigments.map((one) => ({ ...one, amountG: scale * one.amountG })), false)); // prettier-ignore
  }

  screenOf(read: ReadColour): string {
    return screenColour(read);
  }

  readonly says = deltaWords;
  readonly grams = pasteGrams;

  edit(patch: Partial<FinishInputs['colour']>): void {
    this.store.edit('finish', ({ colour }) => ({ colour: { ...colour, ...patch } }));
  }

  aim(read: ReadColour): void {
    this.edit({ target: read });
    this.rereading.set(false);
  }

  setWay(way: string): void {
    this.edit({ measuredIn: way === 'drops' ? { way } : { way: 'scale', stepG: USUAL_STEP_G } });
  }

  setStep(g: number): void {
    this.edit({ measuredIn: this.measuredIn().way === 'drops' ? { way: 'drops', gPerDrop: g } : { way: 'scale', stepG: g } }); // prettier-ignore
  }

  step(): number {
    const measured = this.measuredIn();
    return measured.way === 'drops' ? (measured.gPerDrop ?? USUAL_DROP_G) : measured.stepG;
  }

  find(): void {
    const target = this.target();
    if (!target) return;
    const { result, error } = attempt(() => colourRecipe({ target: labOnly(target), batchG: this.batchG(), measuredIn: this.measuredIn(), ...this.shelf.mixedFrom(this.white()) })); // prettier-ignore
    this.found.set(result && { of: this.asked(), result });
    this.refused.set(error ? (error.field === 'shelf' ? 'Tick one pigment at least.' : errorWords(error.code, error.params)) : null); // prettier-ignore
  }

  /** It was mixed as the recipe says: a trial, not read yet. */
  mixed(): void {
    const recipe = this.recipe();
    if (!recipe) return;
    const [base, ...pigments] = recipe.parts;
    this.add(this.shelf.trial(this.white(), base!.amountG, pigments, false));
  }

  private add(trial: ColourTrial): void {
    this.edit({ trials: [...this.colour().trials, trial] });
  }
}
