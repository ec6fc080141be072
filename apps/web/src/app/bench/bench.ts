import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  HostListener,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import {
  HOLD_NAMES,
  type LogEntry,
  type PotUnderWay,
  actWords,
  capital,
  isActDone,
  lastStartMs,
  openActs,
  potsUnderWay,
  remarkWords,
  roundName,
  standingLog,
  workStandings,
} from '@ashstep/contract';
import { type Act, actsOf, restPot } from '@ashstep/core/bench';
import type { FinishWork } from '@ashstep/core/finish';
import type { Point } from '@ashstep/core/geometry';
import { STAGES } from '@ashstep/core/hazards';
import { type PlannedRound, type RoundPot, cardOfMedium } from '@ashstep/core/repair';
import { first, interval, switchMap } from 'rxjs';
import { Outbox } from '../outbox/outbox.service';
import { OutboxNote } from '../outbox/outbox-note';
import { TextInput } from '../parts/inputs';
import { ApiError } from '../platform/api';
import { Clock } from '../platform/clock';
import { quantityText } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { RepairStore, type RepairState } from '../repair/repair.store';
import { LayUpDesk } from '../repair/stages/layup/desk';
import { downIn } from '../repair/stages/layup/standing';
import { LogQuestions } from '../repair/stages/layup/log-questions';
import { potInCup } from '../repair/stages/layup/pot-in-cup';
import { looks } from '../repair/stages/finish/looks-list';
import { isTicked } from '../repair/stages/ticked';
import { PhotosService } from '../survey/photos.service';
import { type AsideKind, BenchAside } from './aside';
import { CoatSide, isFilm } from './coat-side';
import { Piece } from './piece';
import { PotClock, potLeft } from './pot-clock';
import { BenchSignals } from './signals';
import { Weigh } from './weigh';

/** Presses that follow a press sooner are drips and sleeves, ms. */
const DEAF_MS = 600;
/** Letters a check has at the most. */
const CHECK_MOST = 80;
/** What may be left out, and is written down as left out. */
const OPTIONAL: readonly Act['kind'][] = ['warm', 'butter', 'prime', 'watch', 'clear', 'press', 'photo', 'work'];
/** What may be done while the job is held. */
const HELD_FREE: readonly Act['kind'][] = ['photo', 'check', 'clear', 'work'];
const NEXT_SHOWN = 3;
/** What stands in the log of a ply that was begun too late all the same. */
const LATE_REASONS = {
  none: 'Laid with no pot standing, by the log',
  gelled: 'Laid with a pot that had gelled',
  'last-start': 'Begun past the last start of its pot',
} as const;

/** Bench mode: one act at a time in big type, the pots that stand, what comes next, and four things to press. */
@Component({
  selector: 'ash-bench',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BenchAside, CoatSide, LogQuestions, OutboxNote, Piece, PotClock, RouterLink, TextInput, Weigh],
  providers: [LayUpDesk, BenchSignals],
  templateUrl: './bench.html',
  styleUrl: './bench.scss',
  host: { '[class.dark]': 'signals.dark()' },
})
export class Bench {
  readonly state = input.required<RepairState>();
  private readonly store = inject(RepairStore);
  private readonly clock = inject(Clock);
  private readonly session = inject(SessionService);
  private readonly photos = inject(PhotosService);
  private readonly outbox = inject(Outbox);
  private readonly router = inject(Router);
  private readonly gone = inject(DestroyRef);
  private readonly inUnits = quantityText();
  readonly desk = inject(LayUpDesk);
  readonly signals = inject(BenchSignals);

  readonly inputs = computed(() => this.state().inputs);
  readonly plan = computed(() => this.state().plan);
  readonly sealed = computed(() => this.state().detail.state === 'sealed');
  /** This moment, ms; moves every second. */
  readonly nowMs = signal(this.clock.moment());
  private readonly acts = computed(() => actsOf(this.inputs(), this.plan()));
  /** Works of the finish that are ticked off, by their round. */
  private readonly worksTicked = computed(() => new Set(workStandings(this.plan().finish, this.state().detail).flatMap(({ work, ticked }) => (ticked ? [work.id] : [])))); // prettier-ignore
  private readonly progress = computed(() => ({ standings: this.desk.standings(), ticked: (id: string) => isTicked(this.state().detail, id) })); // prettier-ignore
  /** The act that is looked back at; the next one to do where none is. */
  private readonly looking = signal<string | null>(null);
  private readonly open = computed(() => {
    const open = openActs(this.acts(), (act) => this.isDone(act));
    // Once the lay-up is done on the sheet, what was only to be ticked of it is asked no more.
    return this.state().detail.stageReached > STAGES.indexOf('layup') ? open.filter(({ round }) => this.desk.workOf(round) !== null) : open; // prettier-ignore
  });
  private readonly nextAct = computed(() => this.open()[0] ?? null);
  readonly act = computed(() => this.acts().find(({ id }) => id === this.looking()) ?? this.nextAct());
  readonly done = computed(() => (this.act() ? this.isDone(this.act()!) : false));
  readonly words = computed(() => {
    const [act, planned] = [this.act(), this.mixing()];
    if (!act) return null;
    if (!planned || (act.kind !== 'mix' && act.kind !== 'ply')) return this.wordsOf(act);
    const pot = potInCup(planned, this.desk.inCupG());
    return this.wordsOf({ kind: 'mix', id: act.id, round: act.round, pot: act.kind === 'mix' ? pot : { ...pot, label: this.desk.nextPot()?.label ?? 'extra' } }); // prettier-ignore
  });
  readonly says = remarkWords;
  readonly holdNames: Readonly<Partial<Record<string, string>>> = HOLD_NAMES;
  readonly round = computed(() => (this.act() ? roundName(this.act()!.round, this.plan().rounds) : ''));
  readonly then = computed(() => {
    return this.open()
      .filter(({ id }) => id !== this.act()?.id)
      .slice(0, NEXT_SHOWN)
      .map((act) => {
        const { title, big, lines } = this.wordsOf(act);
        const ply = act.kind === 'ply';
        return { id: act.id, name: [ply ? 'Ply' : title, big].filter(Boolean).join(' '), line: lines[ply ? 1 : 0]! };
      });
  });

  readonly pots = computed(() => {
    const { inputs, plan, detail } = this.state();
    return potsUnderWay({ inputs, plan, log: detail.log }, this.progress(), this.nowMs());
  });
  readonly laid = computed(() => downIn(this.progress().standings));
  readonly plyKey = computed(() => (this.act()?.kind === 'ply' ? (this.act() as Extract<Act, { kind: 'ply' }>).ply.key : null)); // prettier-ignore
  readonly nextG = computed(() => {
    const act = this.act();
    return act?.kind === 'ply' ? act.ply.resinG : null;
  });
  /** The pot the ply in hand is wetted from. */
  private readonly own = computed(() => this.pots().find(({ roundId }) => roundId === this.act()?.round.id) ?? null);
  /** Past the last start of its pot no further ply is begun with it. */
  readonly late = computed((): 'none' | 'last-start' | 'gelled' | null => {
    const [pot, grams] = [this.own(), this.nextG()];
    if (grams === null || this.done()) return null;
    if (!pot) return 'none';
    if (pot.gelled) return 'gelled';
    const last = lastStartMs(pot, grams);
    return last !== null && this.nowMs() > last ? 'last-start' : null;
  });
  /** A pot is on the scale: the act is to mix one, or another is wanted in place of one that is too old. */
  private readonly another = signal(false);
  readonly mixing = computed(() => {
    const act = this.act();
    if (!act || this.done()) return null;
    if (act.kind === 'mix') return act.pot;
    return this.another() && act.kind === 'ply' ? (this.desk.nextPot() ?? this.rest(act.round) ?? act.pot) : null;
  });
  /** For what is still to be laid of a round, where its planned pots are gone. */
  private rest(round: PlannedRound): RoundPot | null {
    const card = cardOfMedium(round.medium, this.plan().resin?.card ?? null);
    return card && restPot(this.inputs(), card, round, this.laid());
  }

  /** What stands before the round can begin. */
  readonly missing = computed(() => {
    this.nowMs();
    return this.act()?.kind === 'begin' && !this.done()
      ? this.desk
          .missing()
          .filter(
            ({ text, part }) => part !== 'air' && !this.plan().holds.some(({ id }) => this.holdNames[id] === text),
          )
      : [];
  });
  readonly wantsAir = computed(() => this.act()?.kind === 'begin' && !this.done() && this.airOf(this.nowMs()) === null);
  readonly against = computed(() => (this.act()?.kind === 'begin' && !this.done() ? this.desk.against() : []));

  /** A coat or fill of the finish that goes on now; its lot and film are asked beside it. */
  readonly coating = computed((): FinishWork | null => {
    const act = this.act();
    return act?.kind === 'done' && act.work && !this.done() && (isFilm(act.work) || act.round.medium === 'paint') ? act.work : null; // prettier-ignore
  });

  /** What is open beside the acts; of the bench itself its own short list. */
  readonly aside = signal<AsideKind | 'leave' | null>(null);
  readonly beside = computed((): AsideKind | null => { const open = this.aside(); return open === 'leave' ? null : open; }); // prettier-ignore
  private readonly cupId = signal<string | null>(null);
  readonly cup = computed(() => this.pots().find(({ id }) => id === this.cupId()) ?? null);
  /** What a press on the piece names. */
  readonly placing = signal<string | null>(null);
  readonly trouble = signal<string | null>(null);
  private readonly work = viewChild<ElementRef<HTMLElement>>('work');
  private readonly camera = viewChild<ElementRef<HTMLInputElement>>('camera');
  /** The main act is to take one. */
  readonly asksPicture = computed(() => this.act()?.kind === 'photo' && !this.done());
  /** Name of the picture that was taken last. */
  readonly pictured = signal<string | null>(null);
  readonly places = computed((): Point[] =>
    standingLog(this.state().detail.log).flatMap(({ entry }) =>
      entry.kind === 'note' && entry.place ? [{ x: entry.place.xMm, y: entry.place.yMm }] : [],
    ),
  );
  private pressedAt = -Infinity;
  private readonly weigh = viewChild(Weigh);
  private readonly reading = viewChild(BenchAside);

  constructor() {
    this.desk.source = this.state;
    this.desk.withFinish.set(true);
    interval(1000)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.nowMs.set(this.clock.moment()));
    effect(() => {
      const id = this.act()?.round.id ?? null;
      untracked(() => this.desk.pickedRound.set(id));
    });
    effect(() => {
      const pot = this.mixing();
      untracked(() => this.desk.besides.set(pot && !this.act()!.round.pots.includes(pot) ? pot : null));
    });
    effect(() => {
      const id = this.act()?.id;
      untracked(() => {
        this.another.set(false);
        if (this.work()) this.work()!.nativeElement.scrollTop = 0;
        if (id && this.words()) this.signals.say(`${this.words()!.title}. ${this.words()!.lines[0]}`);
      });
    });
    effect(() => {
      const late = this.late();
      untracked(() => {
        if (!late || late === 'none') return;
        this.signals.sounds(late === 'gelled' ? 3 : 2);
        this.signals.say(late === 'gelled' ? 'The pot has gelled' : 'Last start is past. Start another pot');
      });
    });
    void this.signals.stayOn();
    this.gone.onDestroy(() => this.signals.letGo());
  }

  @HostListener('document:visibilitychange')
  cameBack(): void {
    void this.signals.stayOn();
  }

  /** A foot switch and the volume keys send Space: it is the main act wherever nothing is being typed or pressed. */
  @HostListener('document:keydown', ['$event'])
  key(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName)) return;
    if (event.key === ' ' && !(target.tagName === 'BUTTON' && !target.classList.contains('main'))) {
      event.preventDefault();
      if (this.mayPress()) this.press();
    } else if (event.key === 'Escape') this.aside.set(null);
  }

  private isDone(act: Act): boolean {
    return isActDone(act, this.progress()) || this.progress().ticked(leftOut(act)) || this.worksTicked().has(act.round.id); // prettier-ignore
  }

  private wordsOf(act: Act) {
    return actWords(act, { inputs: this.inputs(), plan: this.plan(), say: this.inUnits });
  }

  private airOf(_ms: number) {
    return this.desk.fresh();
  }

  airText(): string {
    const fresh = this.airOf(this.nowMs());
    return fresh ? this.desk.airText(fresh) : 'Air not read lately';
  }

  leftOf(pot: PotUnderWay): string {
    return potLeft(pot, this.nowMs());
  }

  time(): string {
    return this.clock.at(this.nowMs()).slice(11, 16);
  }

  who(): string {
    return this.session.person?.name ?? '';
  }

  /** The pause that stands, if the work stands still. */
  readonly paused = computed(() => {
    const last = standingLog(this.state().detail.log).findLast(({ entry }) => entry.kind === 'pause' || entry.kind === 'resume'); // prettier-ignore
    return last?.entry.kind === 'pause' && !this.sealed() ? last : null;
  });
  readonly handing = signal(false);

  pause(): void {
    this.store.log({ kind: 'pause' });
    this.aside.set(null);
  }

  /** Whoever goes on signs in here, and comes to the same act. */
  handOver(): void {
    if (this.handing()) return;
    this.handing.set(true);
    this.outbox.outcomes$
      .pipe(
        first(({ command: { act } }) => act.kind === 'log' && act.entry.kind === 'handed-over'),
        switchMap(() => this.session.signOut()),
        takeUntilDestroyed(this.gone),
      )
      .subscribe({
        next: () => void this.router.navigate(['/sign-in'], { queryParams: { next: this.router.url } }),
        error: () => this.handing.set(false),
      });
    this.store.log({ kind: 'handed-over' });
  }

  timeOf(at: string): string {
    return this.clock.at(at).slice(11, 16);
  }

  /** The air that is wanted is being keyed in: the main act is to take it so. */
  private readonly readsAir = computed(() => this.wantsAir() && this.aside() === 'air');

  /** Whether the main act can be pressed now. */
  readonly mayPress = computed(() => {
    const act = this.act();
    if (this.paused()) return true;
    if (!act || this.sealed()) return false;
    if (this.done()) return true;
    if (this.plan().holds.length > 0 && !HELD_FREE.includes(act.kind)) return false;
    if (this.late() && !this.mixing()) return true;
    if (this.mixing()) return this.desk.canLog() || this.weigh()?.mayTake() === true;
    if (this.readsAir()) return this.reading()?.airRead() ?? false;
    if (act.kind === 'begin') return this.wantsAir() || (this.missing().length === 0 && !this.desk.unsaid());
    if (act.kind === 'work' || act.kind === 'check') return !this.tooSoon() || this.desk.saidWhy();
    return act.kind !== 'ply' || this.desk.potBehind() === null;
  });

  /** What the main button says. */
  readonly button = computed(() => {
    const [act, words] = [this.act(), this.words()];
    if (this.paused()) return 'Go on';
    if (!act || !words) return '';
    if (this.done()) return this.entryOf(act) || 'check' in act ? 'Take it back' : 'On to what is next';
    const pot = this.desk.nextPot();
    if (this.late() && !this.mixing()) return pot ? `Start pot ${pot.label}` : 'Start another pot';
    if (this.mixing()) {
      if (this.weigh()?.mayTake()) return `Take ${this.weigh()!.scale.live()!.g.toFixed(1)} g`;
      const wanted = this.desk.potMissing();
      // It stands in the log as mixed, and as what was never laid with.
      if (!wanted && this.weigh()?.verdict()?.within === false) return 'Thrown away: mix again';
      return wanted ? `Still wanted: ${wanted}` : pot && pot !== this.desk.besides() ? `Pot ${pot.label} mixed` : 'The pot is mixed'; // prettier-ignore
    }
    if (this.readsAir() && this.reading()?.airRead()) return 'Read so';
    if (this.wantsAir()) return 'Read the air';
    return words.button;
  });

  /** The main act, once; presses that follow too soon are not meant. */
  press(): void {
    if (!this.heard()) return;
    const act = this.act();
    this.pictured.set(null);
    if (this.paused()) return this.store.log({ kind: 'resume' });
    if (!act || !this.mayPress()) return;
    if (this.done()) return this.takeBack(act);
    // Whoever works on the finish is done with the lay-up.
    if (this.desk.workOf(act.round)) this.store.reach('layup');
    if (this.late() && !this.mixing()) return this.another.set(true);
    if (this.mixing()) {
      if (this.weigh()?.mayTake()) return this.weigh()!.take();
      this.desk.mixed();
      return this.another.set(false);
    }
    switch (act.kind) {
      case 'begin':
        if (this.readsAir()) return this.reading()!.keepAir();
        return this.wantsAir() ? this.readAir() : this.desk.start();
      case 'ply':
        return this.desk.laid();
      case 'spot':
        return this.desk.spotDone({ id: act.spotId, name: this.words()!.big ?? String(act.number) });
      case 'done':
        return this.desk.roundDone();
      case 'close':
        return this.desk.close();
      case 'mix':
        return;
      case 'photo':
        return this.openCamera();
      case 'work':
        return this.desk.worked(act.work, act.check);
      case 'check':
        return this.desk.keyed(act.round, act.check);
      default:
        return this.store.check(act.check, true);
    }
  }

  private heard(): boolean {
    // Not by a clock: that may be set right between two presses.
    const now = performance.now();
    if (now - this.pressedAt < DEAF_MS) return false;
    this.pressedAt = now;
    return true;
  }

  /** To the act before; from there its button takes it back. */
  back(): void {
    if (!this.heard()) return;
    const all = this.acts();
    const at = this.act() ? all.findIndex(({ id }) => id === this.act()!.id) : all.length;
    if (at > 0) this.looking.set(all[at - 1]!.id);
  }

  forward(): void {
    this.looking.set(null);
  }

  readonly looksBack = computed(() => this.looking() !== null && this.act()?.id !== this.nextAct()?.id);

  mayLeaveOut(): boolean {
    return !this.done() && !this.sealed() && OPTIONAL.includes(this.act()?.kind ?? 'begin');
  }

  leaveOut(): void {
    if (this.heard()) this.store.check(leftOut(this.act()!), true);
  }

  /** A ply that is begun too late all the same is a deviation, and stands so. */
  layLate(): void {
    const act = this.act();
    if (act?.kind !== 'ply' || !this.heard()) return;
    const reason = LATE_REASONS[this.late() ?? 'last-start'];
    this.store.log({
      kind: 'ply',
      plyKey: act.ply.key,
      label: act.ply.label,
      against: { ids: ['pot.past-last-start'], reason },
    });
  }

  private entryOf(act: Act): LogEntry | null {
    const own = standingLog(this.state().detail.log).toReversed();
    const of = (is: (entry: LogEntry['entry']) => boolean): LogEntry | null =>
      own.find(({ entry }) => is(entry)) ?? null;
    switch (act.kind) {
      case 'begin':
        return of((entry) => entry.kind === 'start' && (entry.round ?? act.round.id) === act.round.id);
      case 'mix':
        return of((entry) => entry.kind === 'batch' && entry.label === act.pot.label && (entry.round ?? act.round.id) === act.round.id); // prettier-ignore
      case 'ply':
        return of((entry) => entry.kind === 'ply' && entry.plyKey === act.ply.key);
      case 'spot':
        return of((entry) => entry.kind === 'spot' && entry.spotId === act.spotId && entry.round === act.round.id);
      case 'done':
        return of((entry) => entry.kind === 'round' && entry.round === act.round.id);
      default:
        return null;
    }
  }

  private takeBack(act: Act): void {
    const entry = this.entryOf(act);
    if (entry) this.desk.takeBack(entry);
    if ('check' in act && this.progress().ticked(act.check)) this.store.check(act.check, false);
    if (this.progress().ticked(leftOut(act))) this.store.check(leftOut(act), false);
    this.looking.set(null);
  }

  readCup(id: string): void {
    this.cupId.set(id);
    this.aside.set('cup');
  }

  readAir(): void {
    this.aside.set('air');
  }

  /** The next press on the piece says where. */
  place(what: string): void {
    this.placing.set(what);
    this.aside.set(null);
  }

  placed({ x, y }: Point): void {
    this.store.log({ kind: 'note', text: this.placing()!, place: { xMm: Math.round(x), yMm: Math.round(y) } });
    this.placing.set(null);
  }

  /** The camera of the device. */
  openCamera(): void {
    this.pictured.set(null);
    this.trouble.set(null);
    this.camera()?.nativeElement.click();
  }

  /** Kept on the device until the server has it, under what was in hand. */
  photo(field: HTMLInputElement): void {
    const [[file], act] = [[...(field.files ?? [])], this.act()];
    field.value = '';
    if (!file) return;
    const name = act ? pictureName(act, this.words()!) : 'Bench';
    this.photos
      .add(this.state().detail.id, file, name)
      .pipe(takeUntilDestroyed(this.gone))
      .subscribe({
        error: (error: unknown) => {
          this.pictured.set(null);
          this.trouble.set(error instanceof ApiError ? error.problem.detail : 'The picture was not taken in. Try again.'); // prettier-ignore
        },
      });
    if (act?.kind === 'photo' && !this.done()) this.store.check(act.check, true);
    this.pictured.set(name);
  }

  settle(whose: 'mine' | 'theirs'): void {
    this.store.settle(whose);
  }

  dismiss(): void {
    this.store.dismiss();
  }

  /** What is to be sanded has not come so far. */
  tooSoon(): boolean {
    const act = this.act();
    if (!act || this.done()) return false;
    if (act.kind === 'work') return this.desk.handsFrom(act.work)?.early === true;
    return act.kind === 'check' && this.desk.keysTooSoon(act.round);
  }

  /** What stands where no act is left, and where it goes on from here. */
  readonly ended = computed(() => {
    if (this.plan().rounds.length === 0) return { title: 'Nothing to lead yet', line: 'The plan has no round so far: see to it on the sheet.', stage: 'look', part: '', says: 'To the sheet' }; // prettier-ignore
    const line = 'Every round is down, every work of the finish is done.';
    const unseen = looks(this.state()).filter(({ seen }) => !seen).length;
    return unseen > 0
      ? { title: 'All done', line: `${line} Look it over before it is inspected.`, stage: 'finish', part: 'looks', says: `Look it over: ${unseen} to see to` } // prettier-ignore
      : { title: 'All done', line: `${line} The inspection comes next.`, stage: 'signoff', part: '', says: 'On to the inspection' }; // prettier-ignore
  });

  leaveDone(): void {
    if (this.ended().stage === 'signoff') this.store.reach('finish');
  }

  /** What comes of working on it too early. */
  readonly softWords = computed(() => {
    const act = this.act();
    return act?.kind === 'work' && act.work.id === 'paint-mask' ? 'Tape marks it, and pulls it off.' : 'Soft, it drags and clogs the paper.'; // prettier-ignore
  });

  /** When the round after what is down may go on, in words. */
  waitText(): string {
    const act = this.act();
    if (act?.kind === 'work' && !this.done()) return capital(this.desk.handsFrom(act.work)?.text ?? '');
    return act && !this.done() && (act.kind === 'begin' || act.kind === 'check') ? this.desk.windowText() : '';
  }
}

const PICTURES = { found: 'As found', laid: 'As laid' } as const;

/** What a picture shows, by the act it was taken in. */
function pictureName(act: Act, { title, big }: { title: string; big: string | null }): string {
  if (act.kind === 'photo') return PICTURES[act.shows];
  return act.kind === 'ply' ? act.ply.label : [title, big].filter(Boolean).join(' ');
}

const leftOut = (act: Act): string => `left-out.${act.id}`.slice(0, CHECK_MOST);
