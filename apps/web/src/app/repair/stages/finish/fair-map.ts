import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FAIR_AFTER, errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { planDrawing } from '@ashstep/core/drawing';
import { FAIR_CLASSES, type LaidLine, fairLayout, fillRounds } from '@ashstep/core/fairness';
import { FILLERS } from '@ashstep/core/material';
import { fairingDensity } from '@ashstep/core/mix';
import {
  type FairRound,
  type FinishInputs,
  battenOf,
  fairClassOf,
  fairFound,
  groundRoom,
  highestOf,
  mendsGelCoatOnly,
  roomFound,
} from '@ashstep/core/repair';
import { PickSelect } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { Clock } from '../../../platform/clock';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { SessionService } from '../../../platform/session.service';
import { WhenPipe } from '../../../platform/when.pipe';
import { draft } from '../../../outbox/draft';
import { textOf } from '../../../parts/text-of';
import { isLaid } from '../layup/standing';
import { Panel } from '../stage-panel';
import { nearEdges } from './edges';
import { fairFromCsv } from './fair-csv';
import { FairLineView } from './fair-line';

/** Lines and places of a small repair and of a large one, and where one is large, mm. */
const [SMALL, LARGE, LARGE_MM] = [{ lines: 3, perLine: 9 }, { lines: 5, perLine: 11 }, 250] as const;

/** Place of a reading: which line, which of it. */
interface At {
  line: number;
  place: number;
}

/** How fair it is: read along lines off a straight edge, held against the fair curve through the sound ground, round after round. */
@Component({
  selector: 'ash-fair-map',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FairLineView, PickSelect, QuantityField, QuantityPipe, WhenPipe],
  templateUrl: './fair-map.html',
  styleUrl: './fair-map.scss',
})
export class FairMap extends Panel {
  private readonly clock = inject(Clock);
  private readonly session = inject(SessionService);
  readonly classes = FAIR_CLASSES;
  readonly afterNames = FAIR_AFTER;
  readonly highest = highestOf;
  readonly batten = battenOf;

  private readonly finish = computed((): FinishInputs => this.inputs().finish);
  readonly fairClass = computed(() => fairClassOf(this.inputs()));
  readonly round = computed((): FairRound | null => this.finish().fair.at(-1) ?? null);
  private readonly outline = computed(() => {
    const drawn = attempt(() => planDrawing(this.inputs(), this.plan(), 0)).result;
    return (drawn?.footprint ?? drawn?.cutOut ?? drawn?.damage)?.points ?? [];
  });
  readonly mayLayOut = computed(() => this.outline().length >= 3);
  /** Where the next reading goes: where a person pressed, else the first that was not read. */
  private readonly pressed = signal<At | null>(null);
  readonly at = computed((): At | null => this.pressed() ?? this.firstOpen());
  readonly gapMm = signal<number | null>(null);
  readonly instrument = signal('');
  /** What a file gave. */
  readonly taken = signal<{ count: number; left: { line: number; reason: string }[] } | null>(null);
  readonly densityGPerMl = draft<number | null>('fairDensity', computed(() => this.state().detail.id), null); // prettier-ignore

  readonly count = computed(() => {
    const all = (this.round()?.lines ?? []).flatMap(({ readings }) => readings);
    return { read: all.filter(({ zMm }) => zMm !== null).length, all: all.length };
  });
  /** A round is laid out, and nothing of it is read yet. */
  readonly unread = computed(() => this.round() !== null && this.count().read === 0);
  readonly asked = computed(() => {
    const [at, round] = [this.at(), this.round()];
    const line = at && round?.lines[at.line];
    const place = line && line.readings[at.place];
    if (!line || !place) return null;
    const along = `${this.inUnits(Math.abs(place.xMm), 'length')} ${place.xMm < 0 ? 'aft' : 'forward'}`;
    return { label: `Line ${line.name}, ${along}: gap under the edge`, sound: place.sound };
  });

  private readonly judged = computed(() =>
    this.round() ? fairFound(this.round()!, this.fairClass().toleranceMm) : null,
  );
  readonly result = computed(() => this.judged()?.result ?? null);
  readonly trouble = computed(() => {
    const error = this.judged()?.error;
    return error && this.count().read > 0 ? errorWords(error.code, error.params) : null;
  });
  /** Whether all that is laid is down: until then what is read is the ground. */
  readonly laid = computed(() => isLaid(this.state()));
  private readonly asItIs = computed((): FairRound['after'] => (this.laid() ? 'cured' : 'ground'));
  /** Room in the ground for all that goes in, by a round that was read before it is laid. */
  readonly groundRoom = computed(() => {
    const [result, { damage, patch, finish }] = [this.result(), this.plan()];
    return result && this.round()!.after === 'ground' && damage && patch && finish
      ? groundRoom(result, { cutOut: damage.cutOut, patchMm: patch.faces[0]!.stack.totalMm, finish })
      : null;
  });
  /** The patch lies too high for what still goes on, by more than is called fair: told before it is filled. */
  readonly cramped = computed(() => {
    const [result, finish] = [this.result(), this.plan().finish];
    const room =
      result && finish && ['cured', 'sanded'].includes(this.round()!.after) ? roomFound(result, finish) : null;
    return room && -room.spareMm > this.fairClass().toleranceMm ? room : null;
  });
  /** What earlier rounds came to, for what changed. */
  readonly earlier = computed(() =>
    this.finish().fair.slice(0, -1).map((round) => ({ round, result: fairFound(round, this.fairClass().toleranceMm).result })),
  ); // prettier-ignore
  readonly medium = computed((): 'gelcoat' | 'epoxy' | 'polyester' => {
    if (mendsGelCoatOnly(this.inputs())) return 'gelcoat';
    return this.plan().resin?.card?.family === 'epoxy' ? 'epoxy' : 'polyester';
  });
  readonly pasteName = computed(() => {
    const fillerId = this.plan().finish?.fillerId;
    const epoxy = FILLERS.find(({ id, purpose }) => id === fillerId && purpose === 'light') ? 'light epoxy paste' : 'epoxy paste with silica'; // prettier-ignore
    return { epoxy, gelcoat: 'gel-coat paste', polyester: 'polyester filler' }[this.medium()];
  });
  readonly filler = computed(() => {
    const result = this.result();
    const card = this.plan().resin?.card;
    const density = this.densityGPerMl() ?? (card && this.medium() === 'epoxy' && this.plan().finish ? fairingDensity(this.plan().finish!.fillerId, card.resinDensityGPerMl) : null); // prettier-ignore
    if (!result || result.fillMl === null || result.fill.length === 0) return null;
    return attempt(() => fillRounds({ volumeMl: result.fillMl!, deepestMm: result.deepestMm, medium: this.medium(), tempC: this.plan().air.tempC.value, ...(density ? { densityGPerMl: density } : {}), ...(card ? { card } : {}) })).result; // prettier-ignore
  });

  /** Edges near enough to be rounded by a block that rides over them. */
  readonly edges = computed(() => nearEdges(this.state()));

  /** The gap under the edge as it stands in its place, in the person's unit: 0.1 mm, or thousandths of an inch. */
  gapText(zMm: number): string {
    const [per, digits] = this.session.person?.units === 'imperial' ? [1000 / 25.4, 0] : [1, 1];
    const gap = Number((-zMm * per).toFixed(digits));
    return `${gap < 0 ? '\u2212' : ''}${Math.abs(gap).toFixed(digits)}`;
  }

  layOut(): void {
    const outline = this.outline();
    const size = Math.max(...outline.map(({ x }) => x)) - Math.min(...outline.map(({ x }) => x));
    const lines = fairLayout({ outline, ...(size > LARGE_MM ? LARGE : SMALL) });
    this.begin(this.asItIs(), notRead(lines));
  }

  /** A round out of a file: good rows go in, bad ones are told. */
  async takeFile(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    const { lines, count, left } = fairFromCsv(await textOf(file), this.outline());
    if (lines.length > 0) this.begin(this.unread() ? this.round()!.after : this.asItIs(), lines, { at: this.clock.now(), instrument: `file ${file.name}`.slice(0, INSTRUMENT_MOST) }); // prettier-ignore
    this.taken.set({ count, left });
  }

  /** The same lines again. */
  again(after: 'cured' | 'sanded' | 'filled'): void {
    this.begin(after, notRead(this.round()!.lines));
  }

  private begin(
    after: FairRound['after'],
    lines: FairRound['lines'],
    { at = null as string | null, instrument = '' } = {},
  ): void {
    // prettier-ignore
    const round: FairRound = { id: crypto.randomUUID(), after, lines, instrument, by: this.session.person?.name ?? '', at }; // prettier-ignore
    // A round that is laid out and not read gives way to what a file says of it.
    this.store.edit('finish', ({ fair }) => ({ fair: [...(this.unread() ? fair.slice(0, -1) : fair), round] }));
    this.pressed.set(null);
  }

  take(): void {
    this.store.edit('finish', ({ fair }) => ({ fair: fair.slice(0, -1) }));
    this.pressed.set(null);
  }

  press(line: number, place: number): void {
    this.pressed.set({ line, place });
  }

  log(event?: Event): void {
    event?.preventDefault();
    const [at, gap] = [this.at(), this.gapMm()];
    if (!at || gap === null) return;
    this.put(at, { zMm: -gap });
    this.pressed.set(null);
    this.gapMm.set(null);
  }

  /** On sound ground, or within the repair: the fair curve leans on what is sound. */
  turn(sound: boolean): void {
    const at = this.at();
    if (at) this.put(at, { sound });
  }

  private put(at: At, patch: Partial<FairRound['lines'][number]['readings'][number]>): void {
    const instrument = this.instrument();
    this.store.edit('finish', ({ fair }) => ({
      fair: fair.map((round, r) =>
        r !== fair.length - 1
          ? round
          : {
              ...round,
              ...(patch.zMm === undefined ? {} : { at: this.clock.now(), by: this.session.person?.name ?? '', instrument: readWithAll(round, instrument) }), // prettier-ignore
              lines: round.lines.map((line, l) => (l !== at.line ? line : { ...line, readings: line.readings.map((one, p) => (p === at.place ? { ...one, ...patch } : one)) })), // prettier-ignore
            },
      ),
    }));
  }

  setClass(id: string): void {
    this.store.edit('finish', { fairClassId: id });
  }

  private firstOpen(): At | null {
    const lines = this.round()?.lines ?? [];
    for (const [line, { readings }] of lines.entries()) {
      const place = readings.findIndex(({ zMm }) => zMm === null);
      if (place >= 0) return { line, place };
    }
    return null;
  }
}

/** Lines as they are laid out, with nothing read on them. */
const notRead = (lines: readonly LaidLine[]): FairRound['lines'] =>
  lines.map(({ name, readings }) => ({ name, readings: readings.map((one) => ({ ...one, zMm: null })) }));

/** Letters of the instruments of a round. */
const INSTRUMENT_MOST = 120;
const SOME_TYPED = ', some typed';

/** What the readings of a round were taken with, once another is: a typed one beside those of an instrument is not passed off as its. */
export function readWithAll({ lines, instrument: before }: FairRound, now: string): string {
  const first = lines.every(({ readings }) => readings.every(({ zMm }) => zMm === null));
  if (first || before === now) return now;
  if (now === '') return before.endsWith(SOME_TYPED) ? before : `${before}${SOME_TYPED}`.slice(0, INSTRUMENT_MOST);
  if (before === '') return `${now}${SOME_TYPED}`.slice(0, INSTRUMENT_MOST);
  return before.includes(now) ? before : `${now}, ${before}`.slice(0, INSTRUMENT_MOST);
}
