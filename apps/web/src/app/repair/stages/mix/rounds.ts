import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  CLOSING_AFTER,
  CLOSING_NAMES,
  COAT_NAMES,
  CONSISTENCY_NAMES,
  ONTO_NAMES,
  PASTE_USES,
  isOwn,
  roundName,
  roundPourWords,
} from '@ashstep/contract';
import type { Shape } from '@ashstep/core/geometry';
import type { FabricLayer } from '@ashstep/core/laminate';
import type { Fabric, Filler } from '@ashstep/core/material';
import { USUAL_CONSISTENCY } from '@ashstep/core/mix';
import {
  type AddedRound,
  type Coat,
  type OfferedRound,
  type PlannedRound,
  type PotOfPaste,
  spotNames,
  usualRounds,
} from '@ashstep/core/repair';
import { LibraryService } from '../../../library/library.service';
import { optionsOf } from '../../../parts/choice-field';
import { PickOf, PickSelect, TextInput, TickInput } from '../../../parts/inputs';
import { OutlineField } from '../../../parts/outline-field';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { newRound } from '../../new-round';
import { Panel } from '../stage-panel';

type WorkPatch = Record<string, unknown>;
const MOST_PLIES = 60;

/** Everything that is laid, filled or coated, in order; what is put down beside the plies of the patch is changed here. */
@Component({
  selector: 'ash-rounds',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, PickSelect, TextInput, TickInput, OutlineField, QuantityField, QuantityPipe],
  templateUrl: './rounds.html',
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .item {
      border-bottom: 1px solid var(--ash-2);
    }
    .item[open] {
      padding-bottom: 10px;
    }
    .item > :not(summary) {
      margin-top: 6px;
    }
    summary {
      min-height: 44px;
      padding: 10px 0;
    }
  `,
})
export class Rounds extends Panel {
  private readonly library = inject(LibraryService);
  readonly uses = optionsOf(PASTE_USES);
  readonly consistencies = optionsOf(CONSISTENCY_NAMES);
  readonly closings = optionsOf(CLOSING_NAMES);
  readonly whens = optionsOf({ before: 'Before the plies', after: 'After the plies' } as const);
  readonly ontos = optionsOf({ green: 'While it is green', abraded: 'Cured, washed, abraded' } as const);
  readonly media = optionsOf(COAT_NAMES);
  readonly mediaNames = COAT_NAMES;
  readonly usual = USUAL_CONSISTENCY;
  /** Rounds usual for the kind of the job that are not there yet. */
  readonly offered = computed(() => {
    const named = new Set(this.inputs().rounds.added.map(({ name }) => name));
    return usualRounds(this.inputs(), this.plan()).filter(({ name }) => !named.has(name));
  });
  readonly ontoNames = ONTO_NAMES;
  readonly closingNames = CLOSING_NAMES;
  readonly closingAfter = CLOSING_AFTER;
  readonly fillers = computed(() => this.library.inUse('filler') as readonly Filler[]);
  readonly fabrics = computed(() => this.library.inUse('fabric') as readonly Fabric[]);
  readonly closes = computed(() => this.plan().rounds.some(({ closing }) => closing !== null));

  /** The rounds as planned; where a figure of one stops the plan, those put down, so that it can be put right. */
  readonly shown = computed<readonly PlannedRound[]>(() => {
    const { rounds } = this.plan();
    return rounds.length > 0 ? rounds : this.inputs().rounds.added.map(unplanned);
  });

  /** The round a figure of which is refused; it stands open. */
  readonly wrong = computed(() => {
    const { plan, fieldErrors } = this.state();
    const paths = [...Object.keys(fieldErrors), ...plan.problems.map(({ field }) => field)];
    const [, index] = paths.map((path) => /^rounds\.added\.(\d+)\./.exec(path)).find((found) => found !== null) ?? [];
    return index === undefined ? null : (this.inputs().rounds.added[Number(index)]?.id ?? null);
  });

  constructor() {
    super();
    this.library.ensure();
  }

  ownOf(id: string): AddedRound | undefined {
    return this.inputs().rounds.added.find((one) => one.id === id);
  }

  indexOf(id: string): number {
    return this.inputs().rounds.added.findIndex((one) => one.id === id);
  }

  pasteOf(id: string): PotOfPaste | undefined {
    return this.plan().mix?.pastes.find((one) => one.id === id);
  }

  coatOf(id: string): Coat | undefined {
    return this.plan().mix?.coats.find((one) => one.id === id);
  }

  name(round: PlannedRound): string {
    return roundName(round, this.plan().rounds);
  }

  pour(round: PlannedRound): string {
    const [first] = round.pots;
    return first ? roundPourWords(this.state(), first, round) : '';
  }

  /** Which spots each pot serves, where there are several of both. */
  walk({ pots }: PlannedRound): string | null {
    if (pots.length < 2 || pots.every(({ spotIds }) => spotIds.length === 0)) return null;
    const names = spotNames(this.inputs().damage.spots);
    const told = (id: string): string => names.get(id) ?? id;
    return pots.map(({ label, spotIds }) => `Pot ${label}: ${spotIds.map(told).join(', ')}`).join('. ');
  }

  take(round: OfferedRound): void {
    this.store.edit('rounds', ({ added }) => ({ added: [...added, { ...round, id: crypto.randomUUID() }] }));
  }

  takeAll(): void {
    const all = this.offered().map((round) => ({ ...round, id: crypto.randomUUID() }));
    this.store.edit('rounds', ({ added }) => ({ added: [...added, ...all] }));
  }

  add(kind: AddedRound['work']['kind']): void {
    this.store.edit('rounds', ({ added }) => ({ added: [...added, newRound(kind, this.state())] }));
  }

  set(id: string, patch: Partial<AddedRound>): void {
    this.store.edit('rounds', ({ added }) => ({
      added: added.map((one) => (one.id === id ? { ...one, ...patch } : one)),
    }));
  }

  setWork(id: string, patch: WorkPatch): void {
    const own = this.ownOf(id);
    if (own) this.set(id, { work: withoutGaps({ ...own.work, ...patch }) });
  }

  setFiller(id: string, fillerId: string): void {
    this.setWork(id, {
      fillerId,
      own: isOwn(fillerId) ? this.fillers().find((one) => one.id === fillerId) : undefined,
    });
  }

  setPlies(id: string, count: number, ply: FabricLayer): void {
    const plies = Math.min(MOST_PLIES, Math.max(1, Math.round(count)));
    this.setWork(id, { plies: Array.from({ length: plies }, () => ply) });
  }

  setFabric(id: string, count: number, fabricId: string): void {
    const own = isOwn(fabricId) ? this.fabrics().find((one) => one.id === fabricId) : undefined;
    this.setPlies(id, count, { fabricId, orientationDeg: 0, ...(own ? { own } : {}) });
  }

  setOutline(id: string, shape: Shape | null): void {
    this.setWork(id, { shape });
  }

  /** What an outline of its own starts from: a disc as wide as the cut-out, in its middle. */
  discOf(): Shape {
    const { centreXMm = 0, centreYMm = 0 } = this.inputs().damage.shape;
    return { kind: 'circle', diameterMm: Math.max(10, Math.round(this.plan().damage?.cut.widthMm ?? 50)), centreXMm, centreYMm }; // prettier-ignore
  }

  setClosing(closing: keyof typeof CLOSING_NAMES): void {
    this.store.edit('rounds', { closing });
  }

  drop(id: string): void {
    this.store.edit('rounds', ({ added }) => ({ added: added.filter((one) => one.id !== id) }));
  }
}

/** A round nothing has been worked out of. */
const unplanned = ({ id, name, onto, work }: AddedRound): PlannedRound => ({
  id,
  name,
  onto,
  kind: work.kind,
  face: null,
  go: null,
  plies: [],
  pots: [],
  use: null,
  medium: null,
  fillerName: '',
  spotIds: [],
  closing: null,
  massG: 0,
  pace: null,
});

/** Fields set to nothing are left out, as they are stored. */
const withoutGaps = (work: WorkPatch): AddedRound['work'] =>
  Object.fromEntries(Object.entries(work).filter(([, value]) => value !== undefined)) as unknown as AddedRound['work'];
