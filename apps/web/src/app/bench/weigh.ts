import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { putRight } from '@ashstep/core/mix';
import type { RoundPot } from '@ashstep/core/repair';
import { attempt } from '@ashstep/core/errors';
import { parseQuantity } from '@ashstep/core/units';
import { Take, type Taken } from '../instruments/take';
import { TextInput } from '../parts/inputs';
import { quantityText } from '../platform/quantity.pipe';
import { SessionService } from '../platform/session.service';
import { LayUpDesk } from '../repair/stages/layup/desk';
import { potInCup } from '../repair/stages/layup/pot-in-cup';
import type { RepairState } from '../repair/repair.store';
import { Keypad } from './keypad';
import { LiveScale } from './live-scale';
import { BenchSignals } from './signals';

type CellId = 'resin' | 'second' | 'filler' | 'air';

/** A thing to be poured or read: what it should come to, and what it came to. */
interface Cell {
  id: CellId;
  title: string;
  target: string;
  under: string;
  typed: string;
  reads: string;
  state: 'empty' | 'stop' | 'out' | 'told';
  /** How far it is poured, 0 to 1; null where no scale tells. */
  share: number | null;
}

/** What is poured on top to put a pot right, and what the scale shows by it. */
interface Adding {
  id: 'resin' | 'second';
  name: string;
  /** Grams of that part before, and what the scale showed then. */
  wasG: number;
  baseG: number;
  toG: number;
  leastG: number;
}

/** What a scale need not show of resin or filler before it is taken for poured: the rest follows it. */
const NEAR = 0.98;
/** Less of a part in the cup is on the way, or nothing yet: the main act does not take it. */
const MOSTLY = 0.5;
/** More than this of what is wanted, and nothing poured yet, is what stood on the scale before. */
const LOADED = 1.5;
/** So near to what the last pot came to it is that pot, g and as a share. */
const SAME = { g: 0.3, share: 0.01 };

/** A pot on the scale: what it should read after each pour, the band allowed, and what can still be put right. Read off the scale, or typed on the page's own keys. */
@Component({
  selector: 'ash-weigh',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Keypad, Take, TextInput],
  providers: [LiveScale],
  templateUrl: './weigh.html',
  styleUrl: './weigh.scss',
})
export class Weigh {
  readonly state = input.required<RepairState>();
  readonly pot = input.required<RoundPot>();
  readonly words = input.required<(remark: { id: string; params?: Record<string, string | number> }) => string>();
  readonly desk = inject(LayUpDesk);
  readonly scale = inject(LiveScale);
  private readonly signals = inject(BenchSignals, { optional: true });
  private readonly inUnits = quantityText();
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  readonly active = signal<CellId>('resin');
  readonly adding = signal<Adding | null>(null);
  /** What stands in the cells as it was pressed, before it is a figure. */
  private readonly keyed = signal<Partial<Record<CellId, string>>>({});
  /** The scale showed less than is wanted since the cell was taken in hand: what it shows now was poured for it. */
  private readonly armed = signal(false);
  /** The cell in hand was not keyed into yet: the first key begins a new figure, whatever stood there. */
  private readonly anew = signal(true);

  constructor() {
    effect(() => {
      this.active();
      this.adding();
      untracked(() => {
        this.armed.set(false);
        this.anew.set(true);
      });
    });
    effect(() => {
      const [live, least] = [this.scale.live(), this.leastG()];
      if (live && least !== null && live.g < least && !this.isLastPot(live.g)) untracked(() => this.armed.set(true));
    });
    // Once it stands at what was wanted, it is taken: hands are full.
    effect(() => {
      const [live, least] = [this.scale.live(), this.leastG()];
      if (!live?.stable || least === null || live.g < least || !this.armed()) return;
      untracked(() => {
        if (this.adding() === null && this.typed(this.active()) !== '') return;
        this.signals?.sounds(1);
        this.take();
      });
    });
  }

  /** Weighed in grams, so that a scale tells the cell in hand. */
  readonly onScale = computed(() => this.active() === 'filler' || (this.active() === 'resin' ? this.desk.resinUnit() === 'g' : this.active() === 'second' && this.desk.unit() === 'g')); // prettier-ignore

  /** What the resin that is in the cup wants, not what was planned. */
  private readonly inCup = computed(() => potInCup(this.pot(), this.desk.inCupG()).mix);
  /** Grams of the second part, and what the scale shows before it. */
  private readonly wantedG = computed(() => {
    const { resinG, secondG, secondMinG: minG, secondMaxG: maxG } = this.inCup();
    const on = this.desk.together() ? resinG : 0;
    return { secondG: on + secondG, minG, maxG, on };
  });

  /** What the scale is to show for the cell in hand, g; null of what is not weighed. */
  readonly aim = computed(() => {
    if (!this.onScale()) return null;
    if (this.adding()) return this.adding()!.toG;
    return { resin: this.pot().mix.resinG, second: this.wantedG().secondG, filler: this.pot().fillerG, air: null }[this.active()]; // prettier-ignore
  });
  private readonly leastG = computed(() => {
    const aim = this.aim();
    if (aim === null) return null;
    if (this.adding()) return this.adding()!.leastG;
    return this.active() === 'second' ? this.wantedG().on + this.wantedG().minG : NEAR * aim;
  });

  /** What is called out of the cell in hand while it is poured: nothing on the way, then to stop. */
  private pourWord(g: number): string {
    if (this.loaded()) return 'Tare';
    const { on, maxG } = this.wantedG();
    if (this.active() === 'second' && g > on + maxG) return 'Over';
    return this.leastG() !== null && g >= this.leastG()! ? 'Stop' : '';
  }

  readonly cells = computed((): Cell[] => {
    const [pot, second] = [this.pot(), this.desk.secondName()];
    const { mix, wholes } = pot;
    const wanted = this.wantedG();
    const g = (grams: number): string => grams.toFixed(mix.secondG < 10 ? 2 : 1);
    const unit = this.desk.unit();
    const { drops, secondMl } = this.inCup();
    const of = (whole: number | undefined, grams: number): string =>
      unit === 'g' ? g(grams) : unit === 'drops' ? String(drops ?? '–') : String(Number((whole ?? 0).toFixed(1)));
    const resinOf = this.desk.resinUnit() === 'g' ? g(mix.resinG) : of(wholes ? (wholes.kind === 'pump' ? wholes.resin : wholes.resinMl) : undefined, mix.resinG); // prettier-ignore
    const secondOf = unit === 'g' ? g(wanted.secondG) : of(wholes ? (wholes.kind === 'pump' ? wholes.second : wholes.secondMl) : secondMl, mix.secondG); // prettier-ignore
    const verdict = this.verdict();
    const live = this.onScale() && !this.adding() ? this.scale.live() : null;
    const cell = (id: CellId, title: string, target: string, under: string): Cell => {
      const typed = this.typed(id);
      const pouring = live && id === this.active() && typed === '' ? live.g : null;
      const now = pouring === null ? '' : this.pourWord(pouring);
      return {
        id,
        title,
        target: now === '' ? target : now,
        under: now === '' ? under : `wanted ${target} ${under}`,
        typed,
        reads: pouring !== null ? `scale ${pouring.toFixed(1)}` : typed === '' ? 'reads –' : `${typed} ${this.desk.readWith.get(id) ? 'read' : 'typed'}`, // prettier-ignore
        state: typed === '' ? 'empty' : 'told',
        share: pouring === null ? null : Math.min(1, Math.max(0, pouring / this.aim()!)),
      };
    };
    const stop = (one: Cell, within: boolean | null): Cell => ({ ...one, state: one.typed === '' || within === null ? one.state : within ? 'stop' : 'out', reads: one.typed !== '' && within ? `${one.reads}: stop` : one.reads }); // prettier-ignore
    const band = unit === 'g' ? `adds ${g(wanted.minG)} to ${g(wanted.maxG)} g` : '';
    const found = [
      cell('resin', '1 Resin to', resinOf, this.desk.resinUnit() === 'g' ? 'g, cup tared' : this.desk.resinUnit()),
      stop(cell('second', `2 ${second} to`, secondOf, `${unit}${band ? `, ${band}` : ''}`), verdict?.within ?? null),
    ];
    if (pot.fillerG > 0) found.push(cell('filler', '3 Filler', pot.fillerG.toFixed(pot.fillerG < 10 ? 1 : 0), 'g')); // prettier-ignore
    if (!this.desk.fresh())
      found.push(cell('air', 'Air, read now', this.units() === 'metric' ? '°C' : '°F', 'not read lately'));
    return found;
  });

  /** How far off it is, and what can still be put right while nothing of it is on the job. */
  readonly verdict = computed(() => {
    const weighed = this.desk.weighed();
    if (!weighed) return null;
    if (weighed.within) return { within: true, text: `${weighed.text} Stop.`, right: null };
    const [resinG, secondG, { mix }] = [this.desk.resinG()!, this.desk.secondG()!, this.pot()];
    const right = attempt(() => putRight({ per100ByWeight: (100 * mix.secondG) / mix.resinG, resinG, secondG, tolerancePercent: this.tolerance() })).result; // prettier-ignore
    const name = right?.add === 'resin' ? 'resin' : this.desk.secondName().toLowerCase();
    const add = right?.add ? ` Nothing of it is on the job yet: ${this.inUnits(right.addG, 'mass', right.addG < 10 ? 2 : 1)} more ${name} puts it right, ${this.inUnits(right.leastG, 'mass', 2)} at the least, stirred anew.` : ''; // prettier-ignore
    return {
      within: false,
      text: `${weighed.text}${add} Else throw it away, outdoors, and mix again. It never cures right.`,
      right: right?.add ? { id: right.add === 'resin' ? ('resin' as const) : ('second' as const), name, addG: right.addG, leastG: right.leastG } : null, // prettier-ignore
    };
  });
  private readonly tolerance = computed(() => {
    const { mix } = this.pot();
    return (100 * (mix.secondMaxG - mix.secondG)) / mix.secondG;
  });

  readonly parts = computed(() => [
    { id: 'resin', name: this.desk.now()?.round.medium === 'gelcoat' ? 'Gel coat' : 'Resin', lots: this.desk.lots().resin, chosen: this.desk.resinLot(), take: (code: string) => this.desk.resinLot.set(code) }, // prettier-ignore
    { id: 'second', name: this.desk.secondName(), lots: this.desk.lots().second, chosen: this.desk.secondLot(), take: (code: string) => this.desk.secondLot.set(code) }, // prettier-ignore
  ]);
  readonly remarks = computed(() => this.desk.lotRemarks().map((remark) => this.words()(remark as never)));

  typed(id: CellId): string {
    const keyed = this.keyed()[id];
    if (keyed !== undefined) return keyed;
    const [resin, second] = [this.desk.resinTyped(), this.desk.secondTyped()];
    const figure = {
      resin,
      second: second === null ? null : this.desk.together() ? second + (resin ?? 0) : second,
      filler: this.desk.fillerG(),
      air: this.airTyped(),
    }[id];
    return figure === null ? '' : String(Math.round(1000 * figure) / 1000);
  }

  /** What the keys go on from. */
  readonly goesOnFrom = computed(() => (this.anew() ? '' : this.typed(this.active())));

  pick(id: CellId): void {
    this.active.set(id);
    this.anew.set(true);
  }

  private airTyped(): number | null {
    const tempC = this.desk.tempC();
    return tempC === null || this.units() === 'metric' ? tempC : Math.round(10 * (1.8 * tempC + 32)) / 10;
  }

  type(text: string): void {
    const id = this.active();
    this.anew.set(false);
    this.desk.readWith.set(id, '');
    this.keyed.update((keyed) => ({ ...keyed, [id]: text }));
    const figure = text === '' || text === '.' ? null : Number(text);
    if (id === 'air') {
      const { result } = attempt(() => parseQuantity(text, 'temperature', this.units()));
      this.desk.tempC.set(result);
    } else this.setFigure(id, figure);
  }

  private setFigure(id: Exclude<CellId, 'air'>, figure: number | null): void {
    if (id === 'filler') this.desk.fillerG.set(figure);
    else if (id === 'resin') {
      // What the scale showed with both in stays what it showed.
      const shown = this.typed('second');
      this.desk.resinTyped.set(figure);
      if (this.desk.together() && shown !== '') this.desk.setSecond(Number(shown));
    } else this.desk.setSecond(figure);
  }

  /** How much of what the cell in hand wants has been poured, 0 to 1, by the scale; null where none tells. */
  private readonly poured = computed(() => {
    const [live, aim] = [this.scale.live(), this.aim()];
    if (!live || aim === null) return null;
    const before = this.adding()?.baseG ?? (this.active() === 'second' ? this.wantedG().on : 0);
    return aim > before ? (live.g - before) / (aim - before) : 0;
  });
  /** What the scale may show of the pot that was logged last, as it was weighed: all of it, or its last part, g. */
  private readonly lastPotG = computed((): number[] => {
    const entry = this.state().detail.log.findLast((one) => one.entry.kind === 'batch')?.entry;
    if (entry?.kind !== 'batch') return [];
    const { resinG, secondG, fillerG = 0 } = entry;
    return [resinG + secondG + fillerG, resinG + secondG, fillerG || secondG];
  });
  private isLastPot(g: number): boolean {
    return this.lastPotG().some((was) => Math.abs(g - was) <= Math.max(SAME.g, SAME.share * was));
  }
  /** The scale shows an earlier cup, or this one before it was tared: nothing of it was poured for the cell in hand. */
  private readonly loaded = computed(() => {
    const onTop = this.adding() !== null || (this.active() === 'second' && this.wantedG().on > 0);
    return !onTop && !this.armed() && ((this.poured() ?? 0) > LOADED || this.isLastPot(this.scale.live()?.g ?? 0));
  });
  /** Whether a press of the main act takes what the scale shows: the cell in hand waits for it, and most of it is poured. */
  readonly mayTake = computed(() => (this.poured() ?? 0) >= MOSTLY && !this.loaded() && (this.adding() !== null || this.typed(this.active()) === '')); // prettier-ignore

  /** Takes what the scale shows for the cell in hand, and goes on to the next. */
  take(): void {
    const [live, id] = [this.scale.live(), this.active()];
    if (!live || live.g <= 0 || id === 'air') return;
    const more = this.adding();
    if (more) return this.takeMore(more, live);
    this.desk.readWith.set(id, live.words);
    this.keyed.update(({ [id]: _, ...others }) => others);
    this.setFigure(id, live.g);
    const next = this.cells().find((cell) => cell.typed === '' && cell.id !== id);
    if (next) this.active.set(next.id);
  }

  takeAir({ value, instrument }: Taken): void {
    this.desk.readWith.set('air', instrument);
    this.keyed.update(({ air: _, ...others }) => others);
    this.desk.tempC.set(value[0]!);
  }

  tare(): void {
    this.scale.tare();
    // What is poured on top is told from nothing then.
    this.adding.update((more) => more && { ...more, baseG: 0, toG: more.toG - more.baseG, leastG: more.leastG - more.baseG }); // prettier-ignore
  }

  putItRight({ id, name, addG, leastG }: { id: 'resin' | 'second'; name: string; addG: number; leastG: number }): void {
    const base = this.scale.live()?.g ?? 0;
    this.active.set(id);
    this.adding.set({ id, name, wasG: (id === 'resin' ? this.desk.resinTyped() : this.desk.secondTyped()) ?? 0, baseG: base, toG: base + addG, leastG: base + leastG }); // prettier-ignore
  }

  /** What came on top counts to the part that was added. */
  private takeMore({ id, wasG, baseG }: Adding, { g, words }: { g: number; words: string }): void {
    const figure = Math.round(1000 * (wasG + g - baseG)) / 1000;
    this.keyed.set({});
    this.desk.readWith.set(id, words);
    if (id === 'resin') this.desk.resinTyped.set(figure);
    else this.desk.secondTyped.set(figure);
    this.adding.set(null);
    this.active.set('second');
  }
}
