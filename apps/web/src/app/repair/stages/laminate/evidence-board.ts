import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { PARENT_NAMES, type ShedCounts } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { CLUES, type Clue, HYPOTHESES, PRIORS } from '@ashstep/core/resin';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api } from '../../../platform/api';
import { COUNTS } from '@ashstep/core/limits';
import { coreOf } from '@ashstep/core/material';
import { type ParentZone, type RepairInputs, isUnsaid } from '@ashstep/core/repair';
import { counted } from '../counted';
import { Panel } from '../stage-panel';
import { PickSelect, TextInput, TickInput } from '../../../parts/inputs';

const GROUPS: Record<Clue['group'], string> = {
  history: 'Papers and records',
  grind: 'In the grind',
  surface: 'On the surface',
  smell: 'By smell',
  core: 'At the core',
  shell: 'By knife',
};
/** Where most is found, and open when the board is. */
const FIRST_GROUP: Clue['group'] = 'grind';
/** A clue that is expected to settle less than this is not worth sending anybody for, bits. */
const WORTH_LOOKING_BITS = 0.02;
const NEXT_SHOWN = 3;
const USUAL_ZONES = ['Earlier patch', 'Inner skin', 'Below the waterline', 'Above the waterline'] as const;
/** Taken care of in the words of the clue: nobody should go sniffing. */
const NOT_SOUGHT: readonly string[] = ['styrene-smell', 'no-styrene-smell'];

/** Whether a clue can be met by what was said of the job: nobody is sent for gel coat under paint, nor for soft foam where there is none. */
function mayBeThere(clueId: string, { laminate: { core }, place }: RepairInputs): boolean {
  if (clueId === 'styrene-foam-intact')
    return core !== null && attempt(() => coreOf(core)).result?.styrene === 'dissolves';
  return clueId !== 'moulded-gel-coat' || place.finish === 'gelcoat' || isUnsaid(place, 'finish');
}

/** Which resin the parent was laid with: the belief, the clues by where they are found with the push of each, and what to look at next. */
@Component({
  selector: 'ash-evidence-board',
  imports: [PickSelect, TextInput, TickInput],
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let lam = part();
    <div class="parts" role="group" aria-label="Part of the parent">
      <button type="button" class="act small" [attr.aria-pressed]="partId() === null" (click)="picked.set(null)">
        Main laminate
      </button>
      @for (zone of zones(); track zone.id) {
        <button
          type="button"
          class="act small"
          [attr.aria-pressed]="partId() === zone.id"
          (click)="picked.set(zone.id)"
        >
          {{ zone.name }}
        </button>
      }
      @if (!sealed() && zones().length < mostZones) {
        <button type="button" class="act small" (click)="addZone()">Another part</button>
      }
    </div>
    @if (partId() !== null) {
      <div class="fields">
        <div class="field">
          <label for="zone-name">Which part</label
          ><input
            id="zone-name"
            maxlength="80"
            list="zone-names"
            [value]="name()"
            [disabled]="sealed()"
            (entered)="change({ name: $event || name() })"
          />
        </div>
        @if (!sealed()) {
          <button type="button" class="act small" (click)="dropZone()">Take this part out</button>
        }
      </div>
      <datalist id="zone-names">
        @for (one of usualZones; track one) {
          <option [value]="one"></option>
        }
      </datalist>
      <p class="quiet">The bond reaches it too: the more careful verdict of all parts rules.</p>
    }
    <div class="field">
      <label for="prior">Kind of item</label>
      <select id="prior" (chosen)="setPrior($event)">
        @for (p of priors; track p.id) {
          <option [value]="p.id" [selected]="p.id === lam.priorId">{{ p.label }}</option>
        }
      </select>
    </div>
    @for (line of saidOfCraft(); track line) {
      <p class="quiet">{{ line }}</p>
    }
    @if (partId() === null && shed(); as own) {
      <label class="tick"
        ><input
          type="checkbox"
          [disabled]="sealed()"
          [checked]="!!inputs().laminate.shedCounts"
          (ticked)="countShed($event ? own.counts : undefined)"
        /><span
          >Count this shed’s own: <b>{{ own.text }}</b></span
        ></label
      >
    }
    <ul class="bars" aria-label="Belief">
      @for (bar of bars(); track bar.name) {
        <li>
          <span>{{ bar.name }}</span><span class="bar"><i [style.width.%]="bar.percent"></i></span
          ><b class="num">{{ bar.percent < 0.95 ? '<1' : bar.percent.toFixed(0) }} %</b>
        </li>
      }
    </ul>
    @if (evidence()?.remarks?.[0]; as remark) {
      <p class="remark">{{ words(remark) }}</p>
    }
    @for (pair of contradictions(); track pair) {
      <p class="remark">{{ pair }}</p>
    }
    @if (next().length > 0 && !sealed()) {
      <div class="next">
        <p><b>Look at next</b></p>
        <ol>
          @for (clue of next(); track clue.id) {
            <li>
              {{ clue.label }}
              <span class="quiet">{{ clue.chance }} likely to be there; if it is, {{ clue.then }}</span>
            </li>
          }
        </ol>
      </div>
    }
    @for (group of groups(); track group.name) {
      <details class="group" name="clues" [open]="group.first">
        <summary>
          <b>{{ group.name }}</b> <span class="quiet">{{ group.seen }}</span>
        </summary>
        <fieldset [disabled]="sealed()">
          @for (clue of group.clues; track clue.id) {
            <label class="tick"
              ><input
                type="checkbox"
                [checked]="lam.clueIds.includes(clue.id)"
                (ticked)="setClue(clue.id, $event)"
              /><span
                >{{ clue.label }}
                @if (clue.push) {
                  <b class="num"> {{ clue.push }}</b>
                }
              </span></label
            >
          }
        </fieldset>
      </details>
    }
    <label class="tick"
      ><input type="checkbox" [checked]="lam.epoxyInBond" (ticked)="change({ epoxyInBond: $event })" />Epoxy glue or
      barrier coat is left in the bond area</label
    >
    <label class="tick"
      ><input
        type="checkbox"
        [checked]="inputs().laminate.pressedPanel"
        (ticked)="store.edit('laminate', { pressedPanel: $event })"
      />Pressed panel with a smooth, fibre-poor face</label
    >
  `,
  styles: `
    .parts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .parts [aria-pressed='true'] {
      background: var(--ink);
      color: var(--sheet);
    }
    .bars {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .bars li {
      display: grid;
      grid-template-columns: 110px 1fr 52px;
      gap: 10px;
      align-items: center;
    }
    .bar {
      height: 16px;
      border: 1px solid var(--ink);
      background: var(--sheet);
    }
    .bar i {
      display: block;
      height: 100%;
      background: url("data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' width='6' height='6'%3E%3Crect width='6' height='6' fill='%23DCD5C2'/%3E%3Cpath d='M0 6L6 0' stroke='%236B6454'/%3E%3C/svg%3E");
    }
    .next {
      border: 1.5px solid var(--ink);
      padding: 10px 14px;
    }
    .next p,
    .next ol {
      margin: 0;
    }
    .next ol {
      padding-left: 20px;
    }
    .group {
      border-top: 1px solid var(--ash-3);
      margin-top: -8px;
    }
    .group summary {
      min-height: 44px;
      padding: 12px 0;
    }
    .group summary b {
      margin-right: 8px;
    }
    .group fieldset {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
      column-gap: 12px;
    }
  `,
})
export class EvidenceBoard extends Panel {
  private readonly api = inject(Api);
  readonly priors = PRIORS;
  readonly usualZones = USUAL_ZONES;
  readonly mostZones = COUNTS.zones;
  readonly zones = computed<readonly ParentZone[]>(() => this.inputs().laminate.zones ?? []);
  readonly picked = signal<string | null>(null);
  /** Part that is looked at; the main laminate where null. */
  readonly partId = computed<string | null>(() => {
    const picked = this.picked();
    return this.zones().some(({ id }) => id === picked) ? picked : null;
  });
  readonly part = computed<Pick<ParentZone, 'priorId' | 'clueIds' | 'epoxyInBond'>>(
    () => this.zones().find(({ id }) => id === this.partId()) ?? this.inputs().laminate,
  );
  readonly name = computed(() => this.zones().find(({ id }) => id === this.partId())?.name ?? '');
  readonly evidence = computed(() => {
    const resin = this.plan().resin;
    const id = this.partId();
    return (id === null ? resin : resin?.zones.find((zone) => zone.id === id))?.evidence ?? null;
  });
  readonly bars = computed(() =>
    HYPOTHESES.map((h) => ({ name: PARENT_NAMES[h], percent: 100 * (this.evidence()?.posterior[h] ?? 0) })),
  );
  readonly groups = computed(() =>
    (Object.keys(GROUPS) as Clue['group'][]).map((group) => {
      const clues = CLUES.filter((clue) => clue.group === group).map((clue) => ({ ...clue, push: this.push(clue.id) }));
      const seen = clues.filter(({ id }) => this.part().clueIds.includes(id));
      return {
        name: GROUPS[group],
        clues,
        first: group === FIRST_GROUP,
        seen:
          seen.length > 0 ? seen.map(({ label }) => label).join('; ') : `${counted(clues.length, 'clue')}, none seen`,
      };
    }),
  );
  readonly contradictions = computed(() =>
    (this.evidence()?.contradictions ?? []).map(
      ([a, b]) =>
        `“${labelOf(a)}” and “${labelOf(b)}” speak against one another. Look at both again, or take it for an old repair.`,
    ),
  );
  readonly next = computed(() =>
    (this.evidence()?.next ?? [])
      .filter(
        (gain) =>
          gain.worthBits >= WORTH_LOOKING_BITS && !NOT_SOUGHT.includes(gain.id) && mayBeThere(gain.id, this.inputs()),
      )
      .sort((a, b) => b.worthBits - a.worthBits)
      .slice(0, NEXT_SHOWN)
      .map((gain) => ({
        id: gain.id,
        label: labelOf(gain.id),
        chance: percent(gain.chance),
        then: `${PARENT_NAMES[gain.ifFound.hypothesis].toLowerCase()} ${percent(gain.ifFound.share)}`,
      })),
  );

  /** What was written down of the craft as it was taken in: to go by, never counted as a clue. */
  readonly saidOfCraft = computed(() => {
    const { construction, notes } = this.state().detail.craft;
    return [construction && `Written down of the craft: ${construction}`, notes && `Builder’s notes: ${notes}`].filter(
      (line) => line !== '',
    );
  });

  /** What finished repairs of this class were, by their clues; null when there are none, or they cannot be asked for now. */
  readonly shed = toSignal(
    toObservable(computed(() => this.inputs().laminate.priorId)).pipe(
      switchMap((priorId) => this.api.get<ShedCounts>(`/evidence/${priorId}`).pipe(catchError(() => of(null)))),
      map((counts) => counts && told(counts)),
    ),
    { initialValue: null },
  );

  countShed(shedCounts: ShedCounts | undefined): void {
    this.store.edit('laminate', { shedCounts });
  }

  setClue(id: string, seen: boolean): void {
    const ticked = (clueIds: readonly string[]): string[] => {
      const others = clueIds.filter((clue) => clue !== id);
      return seen ? [...others, id] : others;
    };
    this.change(({ clueIds }) => ({ clueIds: ticked(clueIds) }));
  }

  setPrior(priorId: string): void {
    if (this.partId() === null)
      this.store.edit('laminate', { priorId, shedCounts: undefined } as Partial<RepairInputs['laminate']>); // prettier-ignore
    else this.change({ priorId });
  }

  /** Changes the part that is looked at. */
  change(patch: Partial<ParentZone> | ((of: Pick<ParentZone, 'clueIds'>) => Partial<ParentZone>)): void {
    const id = this.partId();
    const of = <T extends Pick<ParentZone, 'clueIds'>>(part: T): Partial<ParentZone> =>
      typeof patch === 'function' ? patch(part) : patch;
    if (id === null) this.store.edit('laminate', (laminate) => of(laminate) as Partial<RepairInputs['laminate']>);
    else
      this.store.edit('laminate', ({ zones = [] }) => ({
        zones: zones.map((zone) => (zone.id === id ? { ...zone, ...of(zone) } : zone)),
      }));
  }

  addZone(): void {
    const { priorId } = this.inputs().laminate;
    const id = crypto.randomUUID();
    const named = new Set(this.zones().map(({ name }) => name));
    const name = USUAL_ZONES.find((one) => !named.has(one)) ?? `Part ${this.zones().length + 2}`;
    this.store.edit('laminate', ({ zones = [] }) => ({ zones: [...zones, { id, name, priorId, clueIds: [], epoxyInBond: false }] })); // prettier-ignore
    this.picked.set(id);
  }

  dropZone(): void {
    const id = this.partId();
    this.picked.set(null);
    this.store.edit('laminate', ({ zones = [] }) => ({ zones: zones.filter((zone) => zone.id !== id) }));
  }

  /** How far a clue that was seen moved the likeliest resin, in points of per cent. */
  private push(id: string): string | null {
    const evidence = this.evidence();
    const push = evidence?.pushes.find((p) => p.id === id);
    if (!push || !evidence) return null;
    const points = Math.round(100 * push.push[evidence.mostLikely]);
    return `${points >= 0 ? '+' : '\u2212'}${Math.abs(points)}`;
  }
}

/** "12 finished of this kind: 11 polyester, 1 epoxy"; null when there are none. */
function told(counts: ShedCounts): { counts: ShedCounts; text: string } | null {
  const found = HYPOTHESES.filter((h) => counts[h] > 0).sort((a, b) => counts[b] - counts[a]);
  if (found.length === 0) return null;
  const total = found.reduce((sum, h) => sum + counts[h], 0);
  return {
    counts,
    text: `${total} finished of this kind: ${found.map((h) => `${counts[h]} ${PARENT_NAMES[h].toLowerCase()}`).join(', ')}`,
  };
}

const labelOf = (id: string): string => CLUES.find((clue) => clue.id === id)?.label ?? id;
const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;
