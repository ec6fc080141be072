import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { BAND_NAMES, ORDER_NAMES } from '@ashstep/contract';
import { plyKey } from '@ashstep/core/stack';
import type { MatchBand } from '@ashstep/core/laminate';
import { type FabricRef, fabricOf } from '@ashstep/core/material';
import { type PlyUse, type RepairInputs, laysPlies } from '@ashstep/core/repair';
import { isLaidOn } from '@ashstep/core/taper';
import { spotOf } from '@ashstep/core/stack';
import { hatchOf } from '../../../drawing/hatches';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, QuantityPipe, UnitPipe } from '../../../platform/quantity.pipe';
import { FabricPicker } from '../../../library/fabric-picker';
import { ExtraPlies } from './extra-plies';
import { LayerTable } from '../layer-table';
import { GoBar } from '../../../parts/go-bar';
import { StiffnessChart } from '../stiffness-chart';
import { TermHint } from '../../../parts/term-hint';
import { Missing } from '../missing';
import { StagePanel } from '../stage-panel';
import { StagePanels } from '../stage-panels';
import { PANELS } from './panels';

/** What a ply beside the stack is there for. */
const USES: Partial<Record<PlyUse, string>> = { filler: 'filler', local: 'local', sanding: 'to be sanded' };
const DIRECTIONS = {
  a11: 'Stretch, along',
  a22: 'Stretch, across',
  a66: 'Shear',
  d11: 'Bend, along',
  d22: 'Bend, across',
  d66: 'Twist',
} as const;

@Component({
  selector: 'ash-plies',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    TermHint,
    Missing,
    StagePanels,
    ChoiceField,
    QuantityField,
    FigurePipe,
    QuantityPipe,
    UnitPipe,
    LayerTable,
    FabricPicker,
    StiffnessChart,
    ExtraPlies,
    GoBar,
  ],
  template: `
    @let set = inputs().stack;
    @if (plan().patch; as patch) {
      @let first = patch.faces[0]!;
      <dl class="figures">
        <div>
          <dt>Plies</dt>
          <dd>
            {{ patch.layers.length }}<small>{{ patch.cover ? ' + cover' : '' }}</small>
          </dd>
          <dd class="under">{{ patch.proposed ? 'proposed' : 'set by hand' }}</dd>
        </div>
        <div>
          <dt>Stack</dt>
          <dd>
            {{ first.stack.totalMm | figure: 'thickness' : 1 }} <small>{{ 'thickness' | unit }}</small>
          </dd>
          <dd class="under">
            @if (first.stack.level === 'proud' && laidOn()) {
              on the surface, edges feathered
            } @else {
              {{ first.stack.roomMm | qty: 'thickness' }} left for the finish
            }
          </dd>
        </div>
        @if (plan().match) {
          <div>
            <dt>Bends like the parent</dt>
            <dd>{{ bend() }}</dd>
            <dd class="under">0.90 to 1.15 is a match</dd>
          </div>
        }
      </dl>
      <div class="block">
        <div class="scroll">
          <table class="ruled pick">
            <thead>
              <tr>
                <th>Ply</th>
                <th><span class="visually-hidden">Hatch</span></th>
                <th>Fabric</th>
                <th class="r">Turn</th>
                <th class="r">Size, {{ 'length' | unit }}</th>
                <th class="r">Thick</th>
                <th class="r">Fabric g</th>
                <th class="r">Resin g</th>
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track row.key) {
                <tr
                  tabindex="0"
                  [class.on]="row.key === picked()"
                  [attr.aria-selected]="row.key === picked()"
                  (pointerenter)="store.pick(row.key)"
                  (click)="store.pick(row.key)"
                  (focus)="store.pick(row.key)"
                  (keydown)="step($event)"
                >
                  <td class="num">{{ row.name }}</td>
                  <td>
                    <svg width="30" height="14" aria-hidden="true">
                      <rect width="30" height="14" [attr.fill]="row.fill" stroke="var(--ink)" />
                    </svg>
                  </td>
                  <td>{{ row.fabric }}</td>
                  <td class="r num">{{ row.turn }}°</td>
                  <td class="r num">{{ row.length | figure: 'length' }} × {{ row.width | figure: 'length' }}</td>
                  <td class="r num">{{ row.thickness | figure: 'thickness' }}</td>
                  <td class="r num">{{ row.fabricG }}</td>
                  <td class="r num">{{ row.resinG }}</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        <p class="quiet">Lay from the bottom row up.</p>
        @if (patch.proposed && set.onShelf) {
          <p class="quiet">
            Proposed with the shelf as it was when the job was opened{{
              wanting().length > 0 ? '; not on it: ' + wanting().join(', ') : ''
            }}.
          </p>
        }
        @for (remark of patch.remarks; track $index) {
          <p class="remark">{{ words(remark) }}</p>
        }
        @for (go of goes(); track $index) {
          <p class="why">
            <b>{{ go.head }}</b> {{ go.text }}
          </p>
        }
        @if (plan().match; as match) {
          <p class="why"><b>Stiffness against the parent</b> {{ worst() }}</p>
          <ul class="match">
            @for (m of match.ratios; track m.direction) {
              <li>
                <span>{{ name(m.direction) }}</span><b class="num">{{ m.ratio.toFixed(2) }}</b
                ><span class="band" [class]="m.band">
                  @if (m.band === 'soft' || m.band === 'hard') {
                    <ash-term [of]="m.band + '-spot'">{{ band(m.band) }}</ash-term>
                  } @else {
                    {{ band(m.band) }}
                  }
                </span>
              </li>
            }
            @for (pull of pulls(); track pull.name) {
              <li>
                <span>{{ pull.name }}</span><b class="num">{{ pull.ratio }}</b
                ><span class="quiet">estimate</span>
              </li>
            }
            <li>
              <span>Weight</span><b class="num">{{ match.weightRatio?.toFixed(2) ?? '–' }}</b
              ><span></span>
            </li>
          </ul>
          <ash-stiffness-chart of="patch" [state]="state()" />
        } @else {
          <p class="why">
            <b>Added to what is there</b> It takes the place of nothing, so there is nothing it should be as stiff as.
            Its edges are feathered.
          </p>
        }
        <ash-choice label="Order" [options]="orders" [value]="set.order" (pick)="edit({ order: $event })" />
        <p class="why">
          <b>Why</b>
          {{
            set.order === 'smallest-first'
              ? 'Each ply meets its own layer and edges finish on the slope; needed when fabrics differ.'
              : 'The first ply covers all the ground it bonds to in one piece; smaller ones fill the dish. For like plies.'
          }}
        </p>
        <div class="fields">
          <ash-fabric-picker label="Cover ply" [value]="cover()" [optional]="true" (pick)="setCover($event)" />
          <ash-quantity
            label="Cover runs past"
            [value]="set.coverOverlapMm"
            (valueChange)="edit({ coverOverlapMm: $event! })"
            [error]="error('stack.coverOverlapMm')"
          />
          @if (plan().taper?.profile?.kind === 'slope') {
            <ash-quantity
              label="Each ply wider by"
              [value]="set.growMm ?? null"
              [optional]="true"
              (valueChange)="edit({ growMm: $event ?? undefined })"
              [error]="error('stack.growMm')"
            />
          }
          <ash-quantity
            label="Room for the finish"
            kind="thickness"
            [value]="set.finishAllowanceMm"
            (valueChange)="edit({ finishAllowanceMm: $event! })"
            [error]="error('stack.finishAllowanceMm')"
          />
        </div>
        @if (plan().taper?.profile?.kind === 'slope') {
          <p class="quiet">
            {{
              set.growMm === undefined
                ? 'Each ply ends on its own level of the slope; or type by how much each is wider, on every side.'
                : 'By so much on every side, whatever the slope. Empty it, and each ends on its own level again.'
            }}
          </p>
        }
        <ash-choice label="Wet-out" [options]="processes" [value]="set.process" (pick)="edit({ process: $event })" />
        <ash-extra-plies [state]="state()" />
        @if (editing()) {
          <ash-layer-table
            [layers]="patch.chosen"
            [thicknesses]="thicknesses()"
            [keepOne]="true"
            top="Deepest ply first"
            (layersChange)="edit({ plies: $event })"
          />
          <button type="button" class="act small" (click)="edit({ plies: null }); editing.set(false)">
            Back to the proposal
          </button>
        } @else {
          <button type="button" class="act small" (click)="editing.set(true)">Change the plies by hand</button>
        }
      </div>
      <ash-stage-panels [panels]="panels" [state]="state()" />
      <ash-go stage="plies" [facts]="plan().facts" label="Take this stack, plan the mix" (go)="goOn('plies')" />
    } @else if (laid()) {
      <ash-missing [state]="state()" />
    } @else {
      <div class="block">
        <h2>No plies</h2>
        <p>
          {{
            inputs().damage.depth === 'finish'
              ? 'No fibre is broken, so nothing is laid.'
              : 'Nothing is laid: resin is injected.'
          }}
        </p>
        <div class="row-actions"><button type="button" class="act" (click)="goOn('plies')">Go on</button></div>
      </div>
    }
  `,
  styles: `
    .pick tr {
      height: 26px;
      cursor: pointer;
    }
    .pick tr.on td {
      background: var(--sheet);
      font-weight: 640;
    }
    .pick tr.on td:first-child {
      box-shadow: inset 4px 0 0 var(--ink);
    }
    .pick td:first-child {
      padding-left: 8px;
      white-space: nowrap;
    }
    .match {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
      grid-template-columns: 1fr 1fr;
      column-gap: 20px;
    }
    .match li {
      display: grid;
      grid-template-columns: 1fr 44px 96px;
      gap: 6px;
      align-items: center;
      min-height: 28px;
      border-bottom: 1px solid var(--ash-2);
    }
    .band {
      padding: 1px 6px;
      font-size: 12.5px;
      border: 1px solid var(--ink);
      text-align: center;
      background: var(--sheet);
    }
    .band.match {
      display: block;
      background: var(--glass-tint);
      color: var(--glass-ink);
    }
    .band.note {
      background: var(--amber-tint);
    }
    .band.hard,
    .band.soft {
      background: var(--ink);
      color: var(--sheet);
    }
    @media (max-width: 480px) {
      .match {
        grid-template-columns: 1fr;
      }
    }
    @media (pointer: coarse), (max-width: 1100px) {
      .pick tr {
        height: var(--tap);
      }
    }
  `,
})
export class PliesStage extends StagePanel {
  readonly panels = PANELS;
  readonly laidOn = computed(() => {
    const profile = this.plan().taper?.profile;
    return profile !== undefined && isLaidOn(profile);
  });
  readonly laid = computed(() => laysPlies(this.inputs()));
  readonly orders = optionsOf(ORDER_NAMES);
  readonly processes = optionsOf({ hand: 'Hand', film: 'Peel ply and film', vacuum: 'Vacuum' } as const);
  readonly cover = computed(() => {
    const { coverFabricId, coverOwn } = this.inputs().stack;
    return coverFabricId === null ? null : { fabricId: coverFabricId, ...(coverOwn ? { own: coverOwn } : {}) };
  });
  /** Fabrics of the proposal that the shop did not have. */
  readonly wanting = computed(() => {
    const { onShelf = [] } = this.inputs().stack;
    const chosen = this.plan().patch?.chosen ?? [];
    const missing = chosen.filter(({ fabricId }) => !onShelf.includes(fabricId));
    return [...new Set(missing.map((layer) => fabricOf(layer).name))];
  });
  readonly editing = signal(false);
  readonly picked = toSignal(this.store.picked$, { initialValue: null });
  readonly bend = computed(
    () =>
      this.plan()
        .match?.ratios.find((m) => m.direction === 'd11')
        ?.ratio.toFixed(2) ?? '–',
  );
  readonly worst = computed(() => {
    const match = this.plan().match!;
    if (match.worst === 'match') return 'Every direction lies in the band.';
    const said =
      match.worst === 'soft'
        ? 'A soft spot: it flexes and cracks its own finish.'
        : match.worst === 'hard'
          ? 'A hard spot: the next crack starts at its edge.'
          : 'A little stiff, not yet a hard spot.';
    return `${said}${this.culprit()}`;
  });
  /** Which ply makes the patch too stiff or too soft. */
  private readonly culprit = computed(() => {
    const { parent, patch, resin } = this.plan();
    if (!parent || !patch || !resin?.card) return '';
    const { layers, cover } = patch;
    const spot = spotOf(parent.within, layers, cover, resin.card.family);
    if (!spot) return '';
    const way = DIRECTIONS[spot.direction].toLowerCase();
    if (spot.ply === null)
      return ` No one ply does it (${way} ${spot.ratio.toFixed(2)}): the whole is too ${spot.kind === 'hard' ? 'thick' : 'thin'}.`;
    return ` Ply ${spot.ply + 1} from below, ${fabricOf(layers[spot.ply]!).name}, does most of it: ${way} ${spot.ratio.toFixed(2)}, and ${spot.ratioThen.toFixed(2)} were it as stiff as the parent.`;
  });
  /** Pull at which the patch first fails against the parent's; generic strengths, to compare by. */
  readonly pulls = computed(() => {
    const carries = this.plan().patch?.carries;
    return [
      { name: 'Strength, along', ratio: carries?.along?.toFixed(2) ?? '–' },
      { name: 'Strength, across', ratio: carries?.across?.toFixed(2) ?? '–' },
    ];
  });
  /** Which plies go in one go, and what the wait between is for. */
  readonly goes = computed(() => {
    const { patch, resin } = this.plan();
    const card = resin?.card;
    if (!patch || !card) return [];
    return patch.faces.flatMap((face, f) => {
      if (face.sessions.length < 2) return [];
      const of = patch.faces.length === 2 ? ` on the ${f === 0 ? 'first' : 'second'} face` : '';
      const runs = face.sessions
        .map(({ from, to }) => (from === to ? `${from + 1}` : `${from + 1} to ${to + 1}`))
        .join('; ');
      return [
        {
          head: `Lay in ${face.sessions.length} goes${of}`,
          text: `Plies ${runs}. More than ${card.maxSessionMm} mm at once may overheat. Between them the next ply bonds from ${card.recoatFromHours} to ${card.recoatUntilHours} h; later, wash and abrade first.`,
        },
      ];
    });
  });
  /** Last laid on top, so that the table stands like the stack. */
  readonly rows = computed(() => {
    const { patch, mix } = this.plan();
    return (patch?.faces ?? []).flatMap((face, f) =>
      face.plies
        .map((ply, i) => {
          const part = ply.fabric.parts[0]!;
          const grams = mix?.faces[f]?.quantity.plies[i];
          return {
            key: plyKey(f, ply.laid),
            name: `${patch!.faces.length === 2 ? `${f + 1}/` : ''}${ply.use === 'cover' ? 'C' : ply.laid}`,
            fabric: USES[ply.use] ? `${ply.fabric.name}, ${USES[ply.use]}` : ply.fabric.name,
            turn: ply.orientationDeg,
            length: ply.lengthMm,
            width: ply.widthMm,
            thickness: ply.thicknessMm,
            fabricG: grams?.fabricG.toFixed(0) ?? '–',
            resinG: grams?.resinG.toFixed(0) ?? '–',
            fill: hatchOf(part.construction, {
              fresh: true,
              cover: ply.cover,
              carbon: part.fibre === 'carbon',
              aramid: part.fibre === 'aramid',
            }),
          };
        })
        .reverse(),
    );
  });
  readonly thicknesses = computed(() => {
    const faces = this.plan().patch?.faces ?? [];
    const bySize = faces.map((face) =>
      face.plies
        .filter((p) => p.use === 'stack')
        .sort((a, b) => a.sizeIndex - b.sizeIndex)
        .map((p) => p.thicknessMm),
    );
    return faces.length === 2 ? [...bySize[1]!.reverse(), ...bySize[0]!] : (bySize[0] ?? []);
  });

  name(direction: keyof typeof DIRECTIONS): string {
    return DIRECTIONS[direction];
  }

  band(band: MatchBand): string {
    return BAND_NAMES[band];
  }

  /** In a template `?.` gives null where there is nothing, which is no fabric of anybody: here it is left out. */
  setCover(fabric: FabricRef | null): void {
    this.store.edit('stack', { coverFabricId: fabric?.fabricId ?? null, coverOwn: fabric?.own } as Partial<
      RepairInputs['stack']
    >);
  }

  edit(patch: Partial<RepairInputs['stack']>): void {
    this.store.edit('stack', patch);
  }

  step(event: KeyboardEvent): void {
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const row = event.currentTarget as HTMLElement;
    ((event.key === 'ArrowDown' ? row.nextElementSibling : row.previousElementSibling) as HTMLElement | null)?.focus();
  }
}
