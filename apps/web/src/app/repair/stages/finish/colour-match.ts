import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { type CraftColour, PIGMENT_NAMES, differenceWords, errorWords, isOwn, pigmentName } from '@ashstep/contract';
import { type MeasuredIn, type PigmentPaste, type RecipeResult, type ShelfEntry, USUAL_DROP_G, WHITE_BASE, colourCorrect, colourRecipe, curveOf, deltaE00, screenColour } from '@ashstep/core/colour'; // prettier-ignore
import { attempt } from '@ashstep/core/errors';
import type { ColourTrial, FinishInputs, ReadColour } from '@ashstep/core/repair';
import { catchError, of, switchMap } from 'rxjs';
import { draft } from '../../../outbox/draft';
import { PickSelect, TickInput } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { LibraryService } from '../../../library/library.service';
import { Api } from '../../../platform/api';
import { Clock } from '../../../platform/clock';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { SessionService } from '../../../platform/session.service';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';
import { ReadColourField } from './read-colour';

/** Steps a scale of the shed reads in where nobody said, g, and a batch to begin with. */
const [USUAL_STEP_G, USUAL_BATCH_G] = [0.05, 200];

/** The colour of the top coat: what it has to be, a recipe from the pigments there are, each trial read, and what to add. */
@Component({
  selector: 'ash-colour-match',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, QuantityField, QuantityPipe, ReadColourField, RouterLink, TickInput, WhenPipe],
  templateUrl: './colour-match.html',
  styleUrl: './colour-match.scss',
})
export class ColourMatch extends Panel {
  private readonly clock = inject(Clock);
  private readonly session = inject(SessionService);
  private readonly api = inject(Api);
  private readonly library = inject(LibraryService);
  readonly pastes = computed(() => this.library.inUse('pigment') as readonly PigmentPaste[]);
  readonly isOwn = isOwn;

  readonly colour = computed((): FinishInputs['colour'] => this.inputs().finish.colour);
  readonly target = computed(() => this.colour().target);
  readonly batchG = computed(() => this.colour().batchG ?? USUAL_BATCH_G);
  readonly measuredIn = computed((): MeasuredIn => this.colour().measuredIn ?? { way: 'drops' });
  readonly rereading = signal(false);
  /** Pastes that are there, as they were ticked on this device; until then the shop's own, and where it has none the made-up shelf. */
  private readonly ticked = draft<string[] | null>('pigmentsThere', computed(() => 'shed'), null); // prettier-ignore
  readonly there = computed((): readonly string[] => {
    const ids = this.pastes().map(({ id }) => id);
    const own = ids.filter(isOwn);
    return this.ticked() ?? (own.length > 0 ? own : ids);
  });
  readonly madeUp = computed(() => this.there().some((id) => !isOwn(id)));
  /** What a paste is on the shelf of a search: one whose drawdowns say nothing is left out. */
  private readonly curves = computed(() => new Map(this.pastes().flatMap((paste) => { const fitted = attempt(() => curveOf(paste)).result; return fitted ? [[paste.id, fitted.entry] as const] : []; }))); // prettier-ignore
  private readonly shelf = computed(() => this.entriesOf(this.there()));

  private entriesOf(ids: readonly string[]): ShelfEntry[] {
    return ids.flatMap((id) => this.curves().get(id) ?? []);
  }

  nameOf(id: string): string {
    return PIGMENT_NAMES[id] ?? this.library.items().find(({ entry }) => entry.id === id)?.entry.name ?? id;
  }

  readonly inLine = pigmentName;
  private readonly found = signal<{ of: string; result: RecipeResult } | null>(null);
  readonly refused = signal<string | null>(null);
  private readonly asked = computed(() => JSON.stringify([this.target(), this.batchG(), this.measuredIn(), this.shelf()])); // prettier-ignore
  /** The recipe that was asked for, while what it was asked of stands. */
  readonly recipe = computed(() => (this.found()?.of === this.asked() ? this.found()!.result : null));

  readonly trials = computed(() => this.colour().trials.map((trial) => ({ trial, screen: trial.read && screenColour(trial.read), deltaE: trial.read && this.target() ? deltaE00(this.target()!, trial.read) : null }))); // prettier-ignore
  readonly last = computed((): ColourTrial | null => this.colour().trials.at(-1) ?? null);
  readonly correction = computed(() => {
    const [target, last] = [this.target(), this.last()];
    if (!target || !last?.read) return null;
    return attempt(() => colourCorrect({ target: lab(target), cup: { baseG: last.baseG, pigments: last.pigments }, measured: lab(last.read!), measuredIn: this.measuredIn(), shelf: this.entriesOf([...new Set([...this.there(), ...last.pigments.map(({ id }) => id)])]) })).result; // prettier-ignore
  });

  constructor() {
    super();
    this.library.ensure();
  }

  /** Colours matched on other jobs of this craft; none where the server is out of reach. */
  readonly before = toSignal(
    toObservable(computed(() => this.state().detail.id)).pipe(
      switchMap((id) => this.api.get<CraftColour[]>(`/repairs/${id}/colours`).pipe(catchError(() => of([])))),
    ),
    { initialValue: [] as CraftColour[] },
  );

  /** The cup of another job, in the batch of this one, with the colour it was to be where this job has none. */
  mixAgain({ trial, target }: CraftColour): void {
    const scale = this.batchG() / (trial.baseG + trial.pigments.reduce((sum, { amountG }) => sum + amountG, 0));
    if (!this.target()) this.edit({ target });
    this.add({ baseG: round(scale * trial.baseG), pigments: trial.pigments.map((one) => ({ ...one, amountG: round(scale * one.amountG) })), corrects: false }); // prettier-ignore
  }

  screenOf(read: ReadColour): string {
    return screenColour(read);
  }

  says(deltaE: number): string {
    return `ΔE ${deltaE.toFixed(1)}: ${differenceWords(deltaE)}`;
  }

  /** Pastes go on a gram scale whatever else is read in ounces. */
  grams(id: string, g: number): string {
    return id === WHITE_BASE.id ? this.inUnits(g, 'mass', 1) : `${g.toFixed(2)} g`;
  }

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

  have(id: string, there: boolean): void {
    const now = this.there();
    this.ticked.set(there ? [...now, id] : now.filter((one) => one !== id));
  }

  find(): void {
    const target = this.target();
    if (!target) return;
    const { result, error } = attempt(() => colourRecipe({ target: lab(target), batchG: this.batchG(), measuredIn: this.measuredIn(), shelf: this.shelf() })); // prettier-ignore
    this.found.set(result && { of: this.asked(), result });
    this.refused.set(error ? (error.field === 'shelf' ? 'Tick one pigment at least.' : errorWords(error.code, error.params)) : null); // prettier-ignore
  }

  /** It was mixed as the recipe says: a trial, not read yet. */
  mixed(): void {
    const recipe = this.recipe();
    if (!recipe) return;
    const [base, ...pigments] = recipe.parts;
    this.add({ baseG: round(base!.amountG), pigments: pigments.map(({ id, amountG }) => this.put(id, amountG)), corrects: false }); // prettier-ignore
  }

  /** What was to be added is in the cup: the next trial. */
  added(): void {
    const [last, correction] = [this.last(), this.correction()];
    if (!last || !correction) return;
    const more = (id: string): number => correction.additions.find((one) => one.id === id)?.amountG ?? 0;
    const ids = [...new Set([...last.pigments.map(({ id }) => id), ...correction.additions.map(({ id }) => id)])].filter((id) => id !== WHITE_BASE.id); // prettier-ignore
    this.add({
      baseG: round(last.baseG + more(WHITE_BASE.id)),
      pigments: ids.map((id) => this.put(id, (last.pigments.find((one) => one.id === id)?.amountG ?? 0) + more(id))),
      corrects: true,
    });
  }

  private put(id: string, amountG: number): ColourTrial['pigments'][number] {
    return { id, ...(isOwn(id) ? { name: this.nameOf(id) } : {}), amountG: round(amountG) };
  }

  private add(trial: Pick<ColourTrial, 'baseG' | 'pigments' | 'corrects'>): void {
    const put: ColourTrial = { ...trial, id: crypto.randomUUID(), read: null, by: this.session.person?.name ?? '', at: this.clock.now() }; // prettier-ignore
    this.edit({ trials: [...this.colour().trials, put] });
  }

  readTrial(read: ReadColour): void {
    const last = this.last();
    if (last) this.edit({ trials: this.colour().trials.map((one) => (one.id === last.id ? { ...one, read } : one)) });
  }

  drop(id: string): void {
    this.edit({ trials: this.colour().trials.filter((one) => one.id !== id) });
  }
}

const lab = ({ l, a, b }: ReadColour): { l: number; a: number; b: number } => ({ l, a, b });
const round = (g: number): number => Math.round(1000 * g) / 1000;
