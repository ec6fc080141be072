import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core'; // prettier-ignore
import { CLOSING_NAMES, type LogEntryBody, remarkWords } from '@ashstep/contract';
import { type AirRead, type PourUnit, type RoundPot, cardOfMedium, closedCheckOf, unitOf } from '@ashstep/core/repair'; // prettier-ignore
import { TextInput, TickInput } from '../parts/inputs';
import { draft } from '../outbox/draft';
import { QuantityField } from '../parts/quantity-field';
import { ReadWith } from '../instruments/read-with';
import { KeptAir } from '../repair/kept-air';
import { RepairStore, type RepairState } from '../repair/repair.store';
import { LayUpDesk } from '../repair/stages/layup/desk';
import { LotField } from '../repair/stages/layup/lot-field';
import { potEntry } from '../repair/stages/layup/pot-entry';
import { Systems } from '../repair/stages/resin/systems';
import { isTicked } from '../repair/stages/ticked';
import type { CardStep } from './card-desk';

/** What was measured for a pot, in the units it is measured in. */
interface Weighed {
  resin: number | null;
  second: number | null;
  filler: number | null;
}

/** Letters the instruments of a reading of the air have at the most. */
const AIR_MOST = 80;

/**
 * A round of the card done: what was weighed, from which lots, in which air, and which places. The figures of the card stand in the fields to be corrected;
 * the press that logs them says so in words.
 */
@Component({
  selector: 'ash-card-log',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LotField, QuantityField, TextInput, TickInput],
  providers: [LayUpDesk],
  templateUrl: './card-log.html',
  styleUrl: './card-log.scss',
})
export class CardLog {
  readonly state = input.required<RepairState>();
  readonly step = input.required<CardStep>();
  readonly shut = output<void>();

  readonly desk = inject(LayUpDesk);
  private readonly store = inject(RepairStore);
  private readonly systems = new Systems();
  private readonly keptAir = new KeptAir();

  readonly round = computed(() => this.step().round!.round);
  readonly card = computed(() => cardOfMedium(this.round().medium, this.state().plan.resin?.card ?? null));
  readonly catalysed = computed(() => this.card()?.kind === 'catalysed');
  /** Pots of it that are not in the log yet. */
  readonly pots = computed(() => this.round().pots.filter(({ label }) => !this.step().standing?.mixed.has(label)));
  private readonly job = computed(() => this.state().detail.id);
  private readonly typed = draft<Readonly<Record<string, Partial<Weighed>>>>('weighed', computed(() => `${this.job()}.${this.round().id}`), {}); // prettier-ignore
  /** As the card has it, or as it was typed. */
  readonly weighed = computed((): Weighed[] => this.pots().map((pot) => ({ ...this.asPlanned(pot), ...this.typed()[pot.label] }))); // prettier-ignore
  /** Places that were not filled this time. */
  readonly leftOut = signal<ReadonlySet<string>>(new Set());
  readonly airC = draft<number | null>('cardAir', this.job, null);
  readonly humidity = draft<number | null>('cardHumidity', this.job, null);

  /** What each figure was read with. */
  readonly readWith = new ReadWith();
  readonly airReadWith = new ReadWith();
  /** The second part is weighed by itself, so that a scale shows it alone. */
  readonly alone = computed(() => this.state().inputs.mix.weighing === 're-zeroed');

  constructor() {
    this.desk.source = this.state;
    effect(() => this.desk.pickedRound.set(this.round().id));
  }

  /** It has been warmed since the air was read: that is read again. */
  readonly readsAgain = signal(false);
  /** The air as it was read, where that still holds. */
  readonly fresh = computed(() => (this.readsAgain() ? null : this.desk.fresh()));
  readonly begun = computed(() => this.step().standing?.begun !== null && this.step().standing?.begun !== undefined);
  /** A round is begun, and a pot is mixed, in air that is known. */
  readonly wantsAir = computed(() => !this.begun() || this.pots().length > 0);
  readonly remarks = computed(() => {
    const all = this.begun() ? [] : this.againstBeginning();
    return all.map((remark) => ({ id: remark.id, text: remarkWords(remark) }));
  });
  readonly spots = computed(() => (this.round().spotIds.length > 1 ? this.desk.spots() : []));
  readonly wanted = computed((): string[] => {
    const pots = this.weighed();
    const lots = this.pots().length > 0;
    return [
      ...(!this.wantsAir() || this.fresh() || (this.airC() !== null && this.humidity() !== null) ? [] : ['the air, read now']), // prettier-ignore
      ...(pots.some(({ resin, second }) => !resin || second === null) ? ['what was weighed'] : []),
      ...(lots && this.desk.resinLot().trim() === ''
        ? [`the lot of the ${this.round().medium === 'gelcoat' ? 'gel coat' : 'resin'}`]
        : []),
      ...(lots && this.desk.secondLot().trim() === '' ? [`the lot of the ${this.secondName()}`] : []),
      ...(this.desk.lotRemarks().length > 0 && this.desk.lotReason().trim().length < 3 ? ['a word on the lot'] : []),
      ...(this.remarks().length > 0 && this.desk.allTheSame().trim().length < 3 ? ['why it is done all the same'] : []),
      ...(this.state().plan.holds.length > 0 ? ['the hold lifted: see the top of the card'] : []),
    ];
  });
  /** What the press says: that it is as the card has it, or not. */
  readonly saying = computed(() => {
    const same = this.pots().every((pot, i) => JSON.stringify(this.asPlanned(pot)) === JSON.stringify(this.weighed()[i])); // prettier-ignore
    const spots = this.spots().length - this.leftOut().size;
    const { closing } = this.round();
    return [
      this.pots().length === 0 ? 'Log it: on' : same ? 'Log it: weighed as on the card' : 'Log it: as typed here',
      ...(this.spots().length > 0 ? [`${spots} of ${this.spots().length} places`] : []),
      ...(closing ? [CLOSING_NAMES[closing].toLowerCase()] : []),
    ].join(', ');
  });

  secondName(): string {
    return this.catalysed() ? 'catalyst' : 'hardener';
  }

  unit(pot: RoundPot): PourUnit {
    return unitOf(pot);
  }

  private asPlanned(pot: RoundPot): Weighed {
    const unit = unitOf(pot);
    const { mix, wholes, fillerG } = pot;
    const round = (value: number): number => Math.round(100 * value) / 100;
    const inUnit = (grams: number, ml: number, whole: number | null): number => (unit === 'strokes' && whole !== null ? whole : unit === 'ml' ? round(ml) : round(grams)); // prettier-ignore
    return {
      resin: this.catalysed() ? round(mix.resinG) : inUnit(mix.resinG, mix.resinMl, wholes?.resin ?? null),
      second: unit === 'drops' ? mix.drops : inUnit(mix.secondG, mix.secondMl, wholes?.second ?? null),
      filler: fillerG > 0 ? round(fillerG) : null,
    };
  }

  weigh(at: number, part: Partial<Weighed>): void {
    const { label } = this.pots()[at]!;
    this.typed.update((all) => ({ ...all, [label]: { ...all[label], ...part } }));
  }

  leave(spotId: string, done: boolean): void {
    this.leftOut.update((left) => new Set(done ? [...left].filter((id) => id !== spotId) : [...left, spotId]));
  }

  private againstBeginning(): { id: string }[] {
    const [airC, humidity] = [this.airC(), this.humidity()];
    if (airC === null || humidity === null) return this.readsAgain() ? [] : this.desk.against();
    if (this.fresh()) return this.desk.against();
    return this.desk.againstIn({ tempC: airC, humidityPercent: humidity, surfaceTempC: null });
  }

  /** Reads the air, begins, logs every pot, ply and place, and that it was kept from the air, in that order. */
  log(): void {
    const round = this.round();
    this.takeResin();
    const air = this.fresh() ?? this.keepTyped();
    if (!this.begun()) {
      if (!air) return;
      const ids = this.remarks().map(({ id }) => id);
      const { by, at, instrument } = air;
      this.tickBefore();
      this.store.log({ kind: 'start', round: round.id, onto: round.onto, tempC: air.tempC!, humidityPercent: air.humidityPercent!, read: { by, at, instrument }, ...(ids.length > 0 ? { against: { ids, reason: this.desk.allTheSame().trim() } } : {}) }); // prettier-ignore
    }
    this.pots().forEach((pot, i) => this.store.log(this.entry(pot, this.weighed()[i]!, air!)));
    for (const ply of round.plies) if (!this.step().standing?.plies.has(ply.key)) this.store.log({ kind: 'ply', plyKey: ply.key, label: ply.label }); // prettier-ignore
    for (const { id, name, done } of this.spots())
      if (!done && !this.leftOut().has(id)) this.store.log({ kind: 'spot', round: round.id, spotId: id, label: `${this.step().title}, spot ${name}` }); // prettier-ignore
    if (this.leftOut().size === 0) {
      if (round.kind !== 'lay') this.store.log({ kind: 'round', round: round.id, label: this.step().title });
      const closed = closedCheckOf(round);
      if (closed) this.store.check(closed, true);
    }
    this.desk.allTheSame.set('');
    this.typed.set({});
    this.readWith.clear();
    this.airReadWith.clear();
    this.readsAgain.set(false);
    for (const field of [this.airC, this.humidity]) field.set(null);
    this.shut.emit();
  }

  /** A pot of the resin that was taken as usual makes it the one that is taken. */
  private takeResin(): void {
    const { resin } = this.state().plan;
    if (resin?.card && !resin.chosen && this.round().medium !== 'gelcoat') this.systems.choose(resin.card, this.state().inputs.resin); // prettier-ignore
  }

  /** What the card says is done before it, and is by now. */
  private tickBefore(): void {
    for (const id of this.step().checks) if (!isTicked(this.state().detail, id)) this.store.check(id, true);
  }

  /** Keeps the air as it is typed here; nothing where it is not. */
  private keepTyped(): AirRead | null {
    const [tempC, humidityPercent] = [this.airC(), this.humidity()];
    if (tempC === null || humidityPercent === null) return null;
    return this.keptAir.keep(this.state(), {
      tempC,
      humidityPercent,
      surfaceTempC: null,
      instrument: this.airReadWith.text(AIR_MOST),
    });
  }

  private entry(pot: RoundPot, { resin, second, filler }: Weighed, air: AirRead): LogEntryBody {
    const unit = unitOf(pot);
    const mixed = {
      round: this.round(),
      label: pot.label,
      resin: { value: resin!, unit: this.catalysed() ? ('g' as const) : unit, lot: this.desk.resinLot() },
      second: { value: second!, unit, lot: this.desk.secondLot() },
      fillerG: filler,
      tempC: air.tempC!,
      read: air,
      lots: { remarks: this.desk.lotRemarks(), reason: this.desk.lotReason() },
      readWith: { get: (field: string) => this.readWith.get(`${pot.label}.${field}`) },
    };
    return potEntry(mixed, this.state().inputs.mix, this.card());
  }
}
