import { Injectable, type Signal, computed, inject, signal } from '@angular/core';
import {
  CLOSING_AFTER,
  CLOSING_NAMES,
  HOLD_NAMES,
  type LogEntry,
  type LogQuestion,
  type Lot,
  ONTO_NAMES,
  POUR_UNIT_NAMES,
  type RoundStanding,
  EARLY,
  doneWords,
  earlyNote,
  evaluateLayUp,
  pouredWords,
  questionsOf,
  roundName,
  startWords,
  roundPourWords,
  secondOf,
  capital,
  signed,
  leftUnticked,
} from '@ashstep/contract';
import { type Remark, attempt } from '@ashstep/core/errors';
import { preparationChecks, roundChecks } from '@ashstep/core/inspection';
import type { FinishWork } from '@ashstep/core/finish';
import type { Stage } from '@ashstep/core/hazards';
import { GEL_COAT } from '@ashstep/core/resin';
import {
  type AddedRound,
  type AirRead,
  type PlannedRound,
  type PourUnit,
  type RoundPot,
  againstLaying,
  batchError,
  cardOfMedium,
  closedCheckOf,
  everyRound,
  freshReading,
  isFresh,
  layUpConditions,
  spotNames,
  unitOf,
  unitsFor,
} from '@ashstep/core/repair';
import { ReadWith } from '../../../instruments/read-with';
import type { Taken } from '../../../instruments/take';
import { draft } from '../../../outbox/draft';
import { Clock } from '../../../platform/clock';
import { SessionService } from '../../../platform/session.service';
import { quantityText } from '../../../platform/quantity.pipe';
import { whenText } from '../../../platform/when.pipe';
import { LibraryService } from '../../../library/library.service';
import { newRound } from '../../new-round';
import { RepairStore, type RepairState } from '../../repair.store';
import { isTicked } from '../ticked';
import type { Want } from '../wants';
import { type Hands, type RoundWindow, type WorkMoment, handsFrom, windowOf, workOf } from './may-go-on';
import { gramsOf, potEntry } from './pot-entry';
import { isClosed, roundInHand, standingsOf } from './standing';

/** Letters of what was taken back that its own entry repeats. */
const LABEL_MOST = 200;
/** Part of Look & map where a hold is lifted. */
const HOLD_AT: Readonly<Record<string, string>> = { 'hold.wet': 'readings', 'hold.beyond': 'severity' };

/** The work as it stands: the round in hand, what is wanted before it, its pot, and what is written of it. Shared by the parts of the stage. */
@Injectable()
export class LayUpDesk {
  /** The repair's state, set by the stage. */
  source!: Signal<RepairState>;
  readonly state = computed(() => this.source());
  readonly inputs = computed(() => this.state().inputs);
  readonly plan = computed(() => this.state().plan);
  private readonly store = inject(RepairStore);
  private readonly inUnits = quantityText();
  private readonly clock = inject(Clock);
  private readonly session = inject(SessionService);
  private readonly library = inject(LibraryService);
  readonly ontoNames = ONTO_NAMES;
  readonly closingNames = CLOSING_NAMES;
  readonly closingAfter = CLOSING_AFTER;
  private readonly job = computed(() => this.state().detail.id);
  readonly fillerG = draft<number | null>('fillerG', this.job, null);
  readonly tempC = draft<number | null>('airTempC', this.job, null);
  readonly allTheSame = draft('allTheSame', this.job, '');
  readonly resinLot = draft('resinLot', this.job, '');
  readonly secondLot = draft('secondLot', this.job, '');
  readonly lotReason = draft('lotReason', this.job, '');
  readonly note = draft('note', this.job, '');
  readonly found = draft('found', this.job, '');
  /** Lot of a can that is used as it comes; the same can may serve the next coat. */
  readonly canLot = draft('canLot', this.job, '');
  /** Wet film of the coat in hand, as it is read, mm. */
  readonly wetMm = draft<readonly number[]>('wetMm', this.job, []);
  readonly log = computed(() => [...this.state().detail.log].reverse());
  /** The rounds of the finish are led too, after those of the lay-up. */
  readonly withFinish = signal(false);
  readonly standings = computed(() => standingsOf(this.state(), this.withFinish()));
  /** Round a person looks at; the first that is not done while they look at none. */
  readonly pickedRound = signal<string | null>(null);
  readonly now = computed<RoundStanding | null>(() => {
    const all = this.standings();
    return all.find(({ round }) => round.id === this.pickedRound()) ?? roundInHand(this.state(), all);
  });
  /** Nothing has been begun yet. */
  readonly first = computed(() => this.standings().every(({ begun }) => begun === null));
  readonly allDone = computed(() => this.standings().every((one) => one.done && isClosed(this.state(), one)));
  /** What is ticked off before the round: of the first the preparation, of one that goes onto cured resin how it is keyed. */
  readonly preparation = computed(() => {
    const round = this.now()!.round;
    // What a round of the finish goes on is sanded and wiped as the works before it say.
    if (this.workOf(round)) return [];
    return this.first() ? preparationChecks(this.plan().facts) : round.onto === 'green' ? [] : roundChecks(round.id);
  });
  readonly unticked = computed(() => this.preparation().filter(({ id }) => !this.isDone(id)).length);
  readonly toBegin = computed(() => this.now()?.begun === null);
  readonly conditions = computed(() => layUpConditions(this.plan().resin));
  /** What nobody has ticked though the work is begun; it is asked for until it is. */
  readonly leftOpen = computed(() => {
    if (this.first()) return [];
    const shown = new Set(this.toBegin() ? this.preparation().map(({ id }) => id) : []);
    return leftUnticked(this.plan(), this.state().detail).filter(({ id, atFinish }) => !atFinish && !shown.has(id));
  });
  readonly next = computed(() => {
    const s = this.now();
    return s?.begun ? (s.round.plies.find(({ key }) => !s.plies.has(key)) ?? null) : null;
  });
  /** A pot that is mixed beside the plan: for priming, or for what is left of a round. */
  readonly besides = signal<RoundPot | null>(null);
  readonly nextPot = computed(() => this.besides() ?? this.now()?.round.pots.find((pot) => !this.now()!.mixed.has(pot.label)) ?? null); // prettier-ignore
  readonly again = computed(() => {
    const last = this.now()?.lastPot;
    return last?.entry.kind === 'batch' && last.within === false && last.entry.label === this.nextPot()?.label;
  });
  readonly headline = computed(() => {
    const s = this.now()!;
    return s.done ? 'Done' : !s.begun ? 'To come' : (this.next()?.name ?? 'Fill');
  });
  readonly progress = computed(() => {
    const { round, plies, spots } = this.now()!;
    if (round.kind === 'lay') return `${plies.size} of ${round.plies.length} down`;
    return round.spotIds.length > 1 ? `${spots.size} of ${round.spotIds.length} spots` : '';
  });
  readonly spots = computed(() => {
    const { round, spots } = this.now()!;
    const names = spotNames(this.inputs().damage.spots);
    return round.spotIds.map((id) => ({
      id,
      name: names.get(id) ?? id,
      done: spots.has(id),
    }));
  });
  /** No pot, or one that was out, stands behind the next ply. */
  readonly potBehind = computed(() => {
    const last = this.now()?.lastPot;
    if (!last) return { id: 'log.no-pot', text: 'No pot of this round is in the log yet. Log the pot below first.' };
    return last.within === false
      ? { id: 'mix.out-of-ratio', text: 'The last pot was out of its ratio: it never cures right. Mix another.' }
      : null;
  });
  readonly roundMissing = computed(() => {
    const s = this.now()!;
    if (s.round.pots.length > 0 && s.mixed.size === 0) return 'Log a pot first';
    return null;
  });
  /** How far what is typed is from the ratio, before it is logged and on the job. */
  readonly weighed = computed(() => {
    const [resinG, secondG, card] = [this.resinG(), this.secondG(), this.plan().resin?.card];
    if (!resinG || secondG === null || !card) return null;
    const { result } = attempt(() =>
      batchError(this.inputs(), this.plan(), { resinG, secondG, round: this.now()?.round.id }),
    );
    const allowed = this.now()?.round.medium === 'gelcoat' ? GEL_COAT.tolerancePercent : card.tolerancePercent;
    return (
      result && {
        within: result.within,
        text: `${signed(result.errorPercent)} % ${this.secondName().toLowerCase()}: ${result.within ? 'within' : `out, ${allowed} % is allowed`}.`,
      }
    );
  });
  /** Lots of the shelf for the resin and its second part, those in date first. */
  readonly lots = computed(() => {
    const { resin } = this.plan();
    // Gel coat and paint have lots of their own, not those of the job's resin.
    const medium = this.now()?.round.medium ?? null;
    if (medium === 'gelcoat' || medium === 'paint') return { resin: [], second: [] };
    const systemId = resin?.card?.id;
    const open = this.library.lots().filter(({ usedUp }) => !usedUp);
    const second = resin?.secondId ?? systemId;
    return {
      resin: open.filter((lot) => lot.kind === 'system' && lot.entryId === systemId && lot.part === 'resin'),
      second: open.filter((lot) => lot.entryId === second && (lot.kind === 'hardener' || lot.part === 'hardener')),
    };
  });
  /** What is to be said of the lots that are typed. */
  readonly lotRemarks = computed<Remark[]>(() => {
    const today = this.clock.now().slice(0, 10);
    const told = ([typed, known]: [string, readonly Lot[]]): Remark[] => {
      const lot = typed.trim();
      if (lot === '' || known.length === 0) return [];
      const found = known.find(({ code }) => code.toLowerCase() === lot.toLowerCase());
      if (!found) return [{ id: 'lot.unknown', params: { lot } }];
      return found.expiresOn !== null && found.expiresOn < today ? [{ id: 'lot.expired', params: { lot, on: found.expiresOn } }] : []; // prettier-ignore
    };
    return [told([this.resinLot(), this.lots().resin]), told([this.secondLot(), this.lots().second])].flat();
  });
  readonly expired = computed(() => this.lotRemarks().some(({ id }) => id === 'lot.expired'));
  private readonly roundCard = computed(() =>
    cardOfMedium(this.now()?.round.medium ?? null, this.plan().resin?.card ?? null),
  );
  readonly catalysed = computed(() => secondOf(this.plan(), this.now()?.round) === 'catalyst');
  readonly units = computed(() => unitsFor(this.inputs().mix, this.roundCard()));
  /** What it is measured in: as a person took it, else as the pot is planned. */
  readonly unitPicked = draft<PourUnit | null>('pourUnit', this.job, null);
  readonly unit = computed((): PourUnit => {
    const [pot, picked, units] = [this.nextPot(), this.unitPicked(), this.units()];
    const unit = picked ?? (pot ? unitOf(pot) : 'g');
    return units.includes(unit) ? unit : 'g';
  });
  /** Resin is weighed into a catalyst by drops or millilitres; of two parts both are measured alike. */
  readonly resinUnit = computed((): PourUnit => (this.catalysed() ? 'g' : this.unit()));
  readonly unitOptions = computed(() => this.units().map((value) => ({ value, label: POUR_UNIT_NAMES[value] })));
  /** What came out of each, in its unit. */
  readonly resinTyped = draft<number | null>('resinTyped', this.job, null);
  readonly secondTyped = draft<number | null>('secondTyped', this.job, null);
  /** What each figure of the pot was read with. */
  readonly readWith = new ReadWith();
  /** Poured on one tare, the scale shows both parts together; not where filler goes in between them. */
  readonly together = computed(
    () =>
      this.unit() === 'g' &&
      this.inputs().mix.weighing !== 're-zeroed' &&
      !(this.catalysed() && (this.nextPot()?.fillerG ?? 0) > 0),
  );

  /** The second part as a scale shows it: alone, or on top of the resin. */
  setSecond(shown: number | null): void {
    const resin = this.together() ? (this.resinTyped() ?? 0) : 0;
    this.secondTyped.set(shown === null ? null : Math.max(0, Math.round(1000 * (shown - resin)) / 1000));
  }

  takeSecond({ value, instrument }: Taken): void {
    this.readWith.set('second', instrument);
    this.setSecond(value[0]!);
  }

  /** Grams, weighed or worked out from what came out. */
  readonly resinG = computed(() => this.grams(this.resinTyped(), this.resinUnit(), 'resin'));
  readonly secondG = computed(() => this.grams(this.secondTyped(), this.unit(), 'second'));
  /** Resin as it was weighed: what comes after it goes by it, and not by the plan. Null where it is not weighed, or not yet. */
  readonly inCupG = computed(() => (this.resinUnit() === 'g' ? this.resinG() : null));

  private grams(value: number | null, unit: PourUnit, part: 'resin' | 'second'): number | null {
    return value === null ? null : gramsOf({ value, unit }, part, this.inputs().mix, this.roundCard());
  }

  /** What a part is asked as: "Resin weighed", "Hardener, strokes". */
  partLabel(name: string, unit: PourUnit): string {
    return unit === 'g' ? `${name} weighed` : `${name}${unit === 'ml' ? ' alone' : ''}, ${unit}`;
  }

  readonly secondName = computed(() => capital(secondOf(this.plan(), this.now()?.round)));
  /** What is still wanted before a pot can be logged; null where nothing is. */
  readonly potMissing = computed((): string | null => {
    const second = this.secondName().toLowerCase();
    const first = this.now()?.round.medium === 'gelcoat' ? 'gel coat' : 'resin';
    if (!this.resinG()) return `the ${first} as it was weighed`;
    if (this.secondG() === null) return `the ${second} as it was measured`;
    if (this.resinLot().trim() === '') return `the lot of the ${first}`;
    if (this.secondLot().trim() === '') return `the lot of the ${second}`;
    if ((this.tempC() ?? this.fresh()?.tempC ?? null) === null) return 'the air, read now';
    return this.lotRemarks().length > 0 && this.lotReason().trim().length < 3 ? 'a word on the lot' : null;
  });
  readonly canLog = computed(() => this.potMissing() === null);

  /** The round looked at was kept from the air, where it has to be. */
  readonly closed = computed(() => isClosed(this.state(), this.now()!));

  close(): void {
    this.store.check(closedCheckOf(this.now()!.round)!, true);
    this.pickedRound.set(null);
  }

  constructor() {
    this.library.ensure();
  }

  private isDone(checkId: string): boolean {
    return isTicked(this.state().detail, checkId);
  }

  name(round: PlannedRound): string {
    return roundName(round, this.plan().rounds);
  }

  /** A round's state in a few words. */
  stateOf(s: RoundStanding): string {
    if (s.done && !isClosed(this.state(), s)) return 'down: close it from the air';
    if (s.done) return `done ${whenText(s.lastAt && this.clock.at(s.lastAt))}`;
    if (s.begun) return s.round.kind === 'lay' ? `${s.plies.size} of ${s.round.plies.length} down` : 'under way';
    return this.windowOf(s.round)?.text ?? 'to come';
  }

  windowText(): string {
    return capital(this.windowOf(this.now()!.round)?.text ?? '');
  }

  /** The work of the finish that a round is; null for one of the lay-up. */
  workOf({ id }: Pick<PlannedRound, 'id'>): FinishWork | null {
    return workOf(this.plan(), id);
  }

  /** What tells when something may go on. */
  private readonly moment = (): WorkMoment => ({ plan: this.plan(), detail: this.state().detail, standings: this.standings(), clock: this.clock }); // prettier-ignore

  handsFrom(work: FinishWork): Hands | null {
    return handsFrom(this.moment(), work);
  }

  private windowOf(round: PlannedRound): RoundWindow | null {
    return windowOf(this.moment(), round);
  }

  /** A work of the finish is done; done too early, why stands in the log. */
  worked(work: FinishWork, check: string): void {
    const from = this.handsFrom(work);
    const reason = this.allTheSame().trim();
    if (from?.early) this.store.log(earlyNote(work.name, from.text, reason));
    this.allTheSame.set('');
    this.store.check(check, true);
  }

  /** A round is to be keyed onto what is not hard yet. */
  keysTooSoon(round: PlannedRound): boolean {
    return this.keyingOf(round).length > 0 && this.windowOf(round)?.early === true;
  }

  /** Ticks off what keys a round on, or takes that back; done too early, why stands in the log, once. */
  keyed(round: PlannedRound, check: string, done = true): void {
    const keying = this.keyingOf(round);
    if (done && this.keysTooSoon(round) && !keying.some(({ id }) => this.isDone(id)))
      this.store.log(earlyNote(`Keyed for ${this.name(round).toLowerCase()}`, this.windowOf(round)!.text, this.allTheSame().trim())); // prettier-ignore
    this.store.check(check, done);
  }

  /** What keys a round onto cured resin; nothing of the first, of one laid green, or of the finish, whose works say how they are keyed. */
  private keyingOf(round: PlannedRound): { id: string; text: string; why: string }[] {
    return round.onto === 'abraded' && !this.workOf(round) ? roundChecks(round.id) : [];
  }

  /** The reading that tells how the air is now; null where it must be read. */
  fresh(): AirRead | null {
    return freshReading(this.inputs().air, this.clock.now(), this.inputs().days.place ?? 'shed');
  }

  /** What speaks against beginning: the air that was read, and what the round goes on not being ready for it, or ready no more. */
  against(): Remark[] {
    const fresh = this.fresh();
    return this.againstIn(fresh && this.airOf(fresh));
  }

  /** The same in air that is only being typed; nothing of the air where it is not known. */
  againstIn(air: { tempC: number; humidityPercent: number; surfaceTempC: number | null } | null): Remark[] {
    const [card, s] = [this.plan().resin?.card, this.now()];
    const window = s && this.windowOf(s.round);
    return [
      ...(air && card ? againstLaying(card, air) : []),
      ...(window?.early ? [{ id: EARLY }] : []),
      ...(window?.past ? [{ id: 'round.past-window' }] : []),
    ];
  }

  /** A reading of the air in a line: what, and when it was read. */
  airText({ tempC, humidityPercent, at }: AirRead): string {
    return `${this.inUnits(tempC, 'temperature')}, ${Math.round(humidityPercent!)} %, ${whenText(at)}`;
  }

  /** Part of the look where a hold is seen to. */
  holdAt(id: string): string {
    return HOLD_AT[id] ?? 'severity';
  }

  /** What stands between this and the start, and where it is seen to. */
  missing(): Want[] {
    const wants = (text: string, part: string, stage: Stage = 'layup'): Want => ({ stage, part, text });
    return [
      ...this.plan().holds.map(({ id }) => wants(HOLD_NAMES[id] ?? 'Held', this.holdAt(id), 'look')),
      ...(this.unticked() > 0 ? [wants(`Tick off what is left: ${this.unticked()} of ${this.preparation().length}`, 'before')] : []), // prettier-ignore
      ...(this.fresh() ? [] : [wants('Read the air', 'air')]),
    ];
  }

  /** It is begun against what speaks against it, and not said why. */
  readonly unsaid = computed(() => this.against().length > 0 && !this.saidWhy());
  readonly saidWhy = computed(() => this.allTheSame().trim().length >= 3);

  start(): void {
    const [fresh, s] = [this.fresh(), this.now()];
    if (!fresh || !s) return;
    const ids = this.against().map(({ id }) => id);
    const { by, at, instrument } = fresh;
    const reason = this.allTheSame().trim();
    this.store.log({
      kind: 'start',
      round: s.round.id,
      onto: s.round.onto,
      ...this.airOf(fresh),
      read: { by, at, instrument },
      ...(ids.length > 0 ? { against: { ids, reason } } : {}),
    });
    this.allTheSame.set('');
  }

  private airOf({ tempC, humidityPercent }: AirRead): {
    tempC: number;
    humidityPercent: number;
    surfaceTempC: number | null;
  } {
    // prettier-ignore
    const { surfaceTempC } = this.plan().air;
    const place = this.inputs().days.place ?? 'shed';
    const read = surfaceTempC.source === 'reading' && isFresh(surfaceTempC.at!, this.clock.now(), place);
    return { tempC: tempC!, humidityPercent: humidityPercent!, surfaceTempC: read ? surfaceTempC.value : null };
  }

  pour(pot: RoundPot): string {
    return roundPourWords(this.state(), pot, this.now()!.round);
  }

  /** What is said of a pot that what it is measured with cannot mix within tolerance. */
  tooSmall(): string {
    const { mix } = this.plan();
    const name = this.nextPot()?.toolName ?? 'this scale';
    return mix?.smallestBatchG
      ? `Too small a pot for ${name}: it mixes ${this.inUnits(mix.smallestBatchG, 'mass')} and more within tolerance. Mix that much and throw the rest away, or weigh finer.`
      : `${capital(name)} mixes no pot within tolerance. Take a finer one.`;
  }

  potSpots({ spotIds }: RoundPot): string | null {
    const names = this.spots().filter(({ id }) => spotIds.includes(id)).map(({ name }) => name); // prettier-ignore
    return names.length > 0 ? `For spots ${names.join(', ')}, in this order.` : null;
  }

  mixed(): void {
    const s = this.now()!;
    const [typed, fresh, fillerG] = [this.tempC(), this.fresh(), this.fillerG()];
    const pot = {
      round: s.round,
      label: this.nextPot()?.label ?? 'extra',
      resin: { value: this.resinTyped()!, unit: this.resinUnit(), lot: this.resinLot() },
      second: { value: this.secondTyped()!, unit: this.unit(), lot: this.secondLot() },
      fillerG,
      tempC: typed ?? fresh!.tempC!,
      read: typed === null ? fresh : null,
      lots: { remarks: this.lotRemarks(), reason: this.lotReason() },
      readWith: this.readWith,
      by: { by: this.session.person?.name ?? '', at: this.clock.now() },
    };
    this.store.log(potEntry(pot, this.inputs().mix, this.roundCard()));
    for (const field of [this.tempC, this.resinTyped, this.secondTyped, this.fillerG]) field.set(null);
    this.readWith.clear();
  }

  laid(): void {
    const [ply, behind] = [this.next(), this.potBehind()];
    if (!ply) return;
    const against = behind && { ids: [behind.id], reason: this.allTheSame().trim() };
    this.store.log({ kind: 'ply', plyKey: ply.key, label: ply.label, ...(against ? { against } : {}) });
    this.allTheSame.set('');
  }

  spotDone({ id, name }: { id: string; name: string }): void {
    const { round } = this.now()!;
    this.store.log({ kind: 'spot', round: round.id, spotId: id, label: `${this.name(round)}, spot ${name}` });
  }

  roundDone(): void {
    const { round } = this.now()!;
    const [found, lot, wetMm] = [this.found().trim(), this.canLot().trim(), this.wetMm()];
    this.store.log({
      kind: 'round',
      round: round.id,
      label: this.name(round),
      ...(found ? { found } : {}),
      ...(lot && round.medium === 'paint' ? { lot } : {}),
      ...(wetMm.length > 0 && this.workOf(round) ? { wetMm: [...wetMm] } : {}),
    });
    this.found.set('');
    this.wetMm.set([]);
    this.pickedRound.set(null);
  }

  addRound(kind: AddedRound['work']['kind']): void {
    this.store.edit('rounds', ({ added }) => ({ added: [...added, newRound(kind, this.state())] }));
    this.pickedRound.set(null);
  }

  write(): void {
    const text = this.note().trim();
    if (text === '') return;
    this.store.log({ kind: 'note', text });
    this.note.set('');
  }

  /** Entries that count no more. */
  readonly takenBack = computed(() => new Set(this.state().detail.log.flatMap(({ entry }) => (entry.kind === 'taken-back' ? [entry.of] : [])))); // prettier-ignore

  /** What was planned against what was done, by the log. */
  readonly evaluation = computed(() => {
    const { inputs, plan, detail } = this.state();
    return evaluateLayUp({ inputs, plan, log: detail.log, ticked: (id) => this.isDone(id), zone: this.clock.zone(), nowMs: this.clock.moment() }); // prettier-ignore
  });

  /** What people or devices told against each other. */
  readonly questions = computed(() =>
    this.state().detail.state === 'open' ? questionsOf(everyRound(this.plan()), this.state().detail.log) : [],
  );

  /** All of it is so as it was told. */
  settle({ of, entries }: LogQuestion): void {
    this.store.log({ kind: 'settled', of, label: entries.map((entry) => this.text(entry)).join('; ').slice(0, LABEL_MOST) }); // prettier-ignore
  }

  mayTakeBack({ id, entry }: LogEntry): boolean {
    return this.state().detail.state === 'open' && entry.kind !== 'taken-back' && !this.takenBack().has(id);
  }

  /** It counts no more, and stays in the log with its time. */
  takeBack(entry: LogEntry): void {
    this.store.log({ kind: 'taken-back', of: entry.id, label: this.text(entry).slice(0, LABEL_MOST) });
  }

  text({ entry, mixErrorPercent, within }: LogEntry): string {
    switch (entry.kind) {
      case 'start':
        return startWords(entry);
      case 'batch': {
        const error =
          mixErrorPercent === null
            ? ''
            : `, ${signed(mixErrorPercent)} % off the ratio: ${within ? 'within' : 'out. Not on the job? Throw it away'}`;
        const all = entry.against ? `. All the same: ${entry.against.reason}` : '';
        return `${pouredWords(entry)}${error}${all}`;
      }
      default:
        return doneWords(entry);
    }
  }
}
