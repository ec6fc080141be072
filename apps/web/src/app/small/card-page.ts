import { ChangeDetectionStrategy, Component, DestroyRef, computed, effect, inject, input, signal, untracked } from '@angular/core'; // prettier-ignore
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { HOLD_NAMES, SMALL_WORDS, earlyNote, remarkWords, sameJson, type SectionName } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { mendsGelCoatOnly } from '@ashstep/core/repair';
import { type SmallFigures, type SmallPlace, smallInputs } from '@ashstep/core/small';
import { interval } from 'rxjs';
import { draft } from '../outbox/draft';
import { Header } from '../parts/header';
import { TextInput } from '../parts/inputs';
import { Clock } from '../platform/clock';
import { RepairStore } from '../repair/repair.store';
import { SheetFrame } from '../repair/sheet-frame';
import { PAGES } from '../repair/stages/registry';
import { SignOffStage } from '../repair/stages/signoff/signoff';
import { wantsOf } from '../repair/stages/missing';
import { STAGE_PAGES } from '../repair/stages/stage-page';
import { SurveyDesk } from '../survey/survey-desk';
import { type Asked, type AskedValue, askedFrom, figureError, figuresFrom, missingOf } from './asked';
import { CardDesk, type CardStep } from './card-desk';
import { CardKit } from './card-kit';
import { CardLog } from './card-log';
import { CardPhotos } from './card-photos';
import { CardResin } from './card-resin';
import { FigureFields } from './figure-fields';
import { SmallPictureView } from './small-picture';

const MINUTE_MS = 60_000;
/** Sections that the figures of the sheet set. */
const SET: readonly SectionName[] = ['place', 'damage', 'severity', 'laminate', 'taper', 'stack', 'rounds', 'small'];

/** A small job on one page: its section with the figures in it, what is done in the order of the hands, photographs, and the seal. */
@Component({
  selector: 'ash-card-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CardKit, CardLog, CardPhotos, CardResin, FigureFields, Header, RouterLink, SignOffStage, SmallPictureView, TextInput], // prettier-ignore
  providers: [RepairStore, SurveyDesk, SheetFrame, CardDesk, { provide: STAGE_PAGES, useValue: PAGES }],
  templateUrl: './card-page.html',
  styleUrl: './card-page.scss',
})
export class CardPage {
  readonly id = input.required<string>();
  /** Part of the sign-off that is open, from the address. */
  readonly part = input<string>();
  readonly store = inject(RepairStore);
  private readonly frame = inject(SheetFrame);
  readonly desk = inject(CardDesk);
  readonly state = toSignal(this.store.state$);
  readonly problem = toSignal(this.store.problem$);
  readonly sealed = computed(() => this.state()?.detail.state === 'sealed');
  /** One who is to accept the work changes nothing of it. */
  readonly frozen = computed(() => this.sealed() || this.state()?.detail.mayPlan === false);
  readonly words = SMALL_WORDS;

  /** The surface it is in, and where it lies on the water. */
  readonly lies = computed(() => {
    const { finish, waterline, craftKind } = this.state()!.inputs.place;
    const surface = { gelcoat: 'gel coat', paint: 'paint', bare: 'bare laminate' }[finish];
    return craftKind !== 'boat' ? surface : `${surface}, ${waterline === 'above' ? 'above' : 'below'} the waterline`;
  });

  /** Figures that are being typed and make no job yet. */
  private readonly typing = signal<{ said: Asked; more: readonly SmallPlace[] } | null>(null);
  readonly values = computed((): Asked => this.typing()?.said ?? (this.desk.card() ? askedFrom(this.desk.card()!.figures) : {})); // prettier-ignore
  readonly more = computed((): readonly SmallPlace[] => {
    const figures = this.desk.card()?.figures;
    return this.typing()?.more ?? (figures && 'more' in figures ? figures.more : []);
  });
  private readonly tried = computed(() => {
    const [typing, kind, state] = [this.typing(), this.desk.card()?.figures.kind, this.state()];
    if (!typing || !kind || !state || missingOf(kind, typing.said).length > 0) return null;
    return attempt(() => smallInputs(state.inputs, figuresFrom(kind, typing.said, typing.more)));
  });
  readonly errors = computed((): Record<string, string> => {
    const error = this.tried()?.error;
    return error ? figureError(error) : {};
  });
  readonly stillWanted = computed(() => {
    const [typing, kind] = [this.typing(), this.desk.card()?.figures.kind];
    return typing && kind ? missingOf(kind, typing.said) : [];
  });
  readonly remarks = computed(() => (this.desk.card()?.remarks ?? []).map((remark) => ({ id: remark.id, hold: HOLD_NAMES[remark.id] ?? null, text: remarkWords(remark) }))); // prettier-ignore
  readonly troubles = computed(() => (this.state() && this.desk.card() ? wantsOf(this.state()!) : []));
  /** Something is mixed from the resin of the job. */
  readonly takesResin = computed(() => !!this.state() && !mendsGelCoatOnly(this.state()!.inputs));
  /** The round whose log is open. */
  readonly logging = signal<string | null>(null);
  /** Why it is done though it is not hard yet. */
  readonly allTheSame = draft<string>('cardAllTheSame', this.id, '');
  /** A full job that the card has nothing to say of. */
  readonly notSmall = computed(() => !!this.state() && !this.desk.card());

  constructor() {
    this.desk.source = this.state;
    effect(() => this.store.load(this.id()));
    effect(() => {
      const [id, part] = [this.id(), this.part()];
      untracked(() => this.frame.follow(id, 'card', part));
    });
    const clock = inject(Clock);
    interval(MINUTE_MS).pipe(takeUntilDestroyed(inject(DestroyRef))).subscribe(() => this.desk.moment.set(clock.moment())); // prettier-ignore
  }

  say({ key, value }: { key: string; value: AskedValue }): void {
    this.take({ said: { ...this.values(), [key]: value }, more: this.more() });
  }

  sayMore(more: readonly SmallPlace[]): void {
    this.take({ said: this.values(), more });
  }

  /** Puts figures into the job once they make one; until then they stand on the page. */
  private take(typing: { said: Asked; more: readonly SmallPlace[] }): void {
    this.typing.set(typing);
    const [made, now] = [this.tried()?.result, this.state()?.inputs];
    if (!made || !now) return;
    for (const section of SET) if (!sameJson(made[section], now[section])) this.store.set(section, made[section] as never); // prettier-ignore
    this.typing.set(null);
  }

  mayTick(step: CardStep): boolean {
    return !step.early || this.allTheSame().trim().length >= 3;
  }

  /** Ticks what a step says is done; done too early, why stands in the log. */
  tick(step: CardStep): void {
    const reason = this.allTheSame().trim();
    if (step.early) this.store.log(earlyNote(step.title, `hard enough ${step.when}`, reason));
    this.allTheSame.set('');
    for (const id of step.checks) this.store.check(id, !step.done);
    if (step.id === 'sand' && !step.done) this.store.reach('finish');
  }

  /** What is going to be done next, and only that, stands out. */
  isNext(step: CardStep): boolean {
    return this.desk.next()?.id === step.id;
  }

  figuresOf(figures: SmallFigures): string {
    return `${SMALL_WORDS[figures.kind].name} in section, with its figures`;
  }
}
