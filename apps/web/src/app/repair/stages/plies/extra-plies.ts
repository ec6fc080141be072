import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { Shape } from '@ashstep/core/geometry';
import type { FabricRef } from '@ashstep/core/material';
import type { ExtraPly, RepairInputs } from '@ashstep/core/repair';
import { MAT_BETWEEN, matBetween, wantsSandingLayer, withoutMat } from '@ashstep/core/stack';
import { FabricPicker } from '../../../library/fabric-picker';
import { optionsOf } from '../../../parts/choice-field';
import { OutlineField } from '../../../parts/outline-field';
import type { SectionEdit } from '../../repair.store';
import { Panel } from '../stage-panel';
import { PickOf, PickSelect } from '../../../parts/inputs';

const USES: Record<ExtraPly['use'], { name: string; why: string }> = {
  filler: {
    name: 'Filler',
    why: 'Brings up a low place: cheaper to sand than fairing compound is to build. Carries nothing and is left out of the match.',
  },
  local: {
    name: 'Local ply',
    why: 'Strengthens a corner or rail. Left out of the match, which is of the patch at large.',
  },
};
const FILLS = 'mat-225';
const STRENGTHENS = 'plain-203';

/** What goes on beside the stack: mat between, a layer to be sanded, fillers and local plies. */
@Component({
  selector: 'ash-extra-plies',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, PickSelect, FabricPicker, OutlineField],
  template: `
    <p class="why"><b>Mat between</b> {{ matWords() }}</p>
    <div class="row-actions">
      <button type="button" class="act small" [disabled]="sealed() || !canPut()" (click)="plies(true)">
        Put mat between
      </button>
      <button type="button" class="act small" [disabled]="sealed() || !canTake()" (click)="plies(false)">
        Take mat out
      </button>
    </div>
    <ash-fabric-picker
      label="Layer to be sanded"
      [value]="set().sanding ?? null"
      [optional]="true"
      (pick)="sanding($event)"
    />
    @if (bare()) {
      <p class="remark">
        Carbon or aramid lies outermost. Lay glass over it and sand the glass: cut carbon is weak, aramid goes to fluff.
      </p>
    }
    @for (extra of extras(); track extra.id; let i = $index) {
      <fieldset class="extra">
        <legend>{{ uses[extra.use].name }} {{ i + 1 }}</legend>
        <p class="why">{{ uses[extra.use].why }}</p>
        <ash-outline
          [shape]="extra.shape"
          [disabled]="sealed()"
          [error]="error('stack.extras.' + i + '.shape.lengthMm') ?? error('stack.extras.' + i + '.shape')"
          (shapeChange)="change(extra, { shape: $event })"
        />
        <div class="fields">
          <ash-fabric-picker label="Fabric" [value]="extra" (pick)="fabric(extra, $event)" />
          <div class="field">
            <label [for]="extra.id + 'after'">Goes on</label
            ><select [id]="extra.id + 'after'" [disabled]="sealed()" (chosen)="change(extra, { after: +$event })">
              @for (place of places(); track place.after) {
                <option [value]="place.after" [selected]="place.after === extra.after">{{ place.name }}</option>
              }
            </select>
          </div>
          @if (faces() === 2) {
            <div class="field">
              <label [for]="extra.id + 'face'">Face</label
              ><select
                [id]="extra.id + 'face'"
                [disabled]="sealed()"
                [of]="facesNamed"
                (chosen)="change(extra, { face: $event })"
              >
                @for (o of facesNamed; track o.value) {
                  <option [value]="o.value" [selected]="o.value === extra.face">{{ o.label }}</option>
                }
              </select>
            </div>
          }
        </div>
        <button type="button" class="act small" [disabled]="sealed()" (click)="takeOut(extra)">
          Take {{ uses[extra.use].name.toLowerCase() }} {{ i + 1 }} out
        </button>
      </fieldset>
    }
    <div class="row-actions">
      <button type="button" class="act small" [disabled]="sealed()" (click)="add('filler')">Add a filler</button>
      <button type="button" class="act small" [disabled]="sealed()" (click)="add('local')">Add a local ply</button>
    </div>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .extra {
      border: 0;
      border-left: 4px solid var(--ink);
      padding: 0 0 0 12px;
      margin: 0;
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    .extra legend {
      font: 640 15px var(--head);
      float: none;
      margin: 0;
    }
  `,
})
export class ExtraPlies extends Panel {
  readonly uses = USES;
  readonly set = computed(() => this.inputs().stack);
  readonly facesNamed = optionsOf({ first: 'First', second: 'Second' } as const);
  readonly faces = computed(() => this.plan().patch?.faces.length ?? 1);
  readonly extras = computed(() => this.set().extras ?? []);
  readonly bare = computed(() => wantsSandingLayer(this.plan().patch?.outward ?? []));
  private readonly chosen = computed(() => this.plan().patch?.chosen ?? []);
  readonly canPut = computed(() => matBetween(this.chosen()).length > this.chosen().length);
  readonly canTake = computed(() => withoutMat(this.chosen()).length < this.chosen().length);
  readonly matWords = computed(() => {
    const family = this.plan().resin?.card?.family ?? 'epoxy';
    return MAT_BETWEEN[family] === 'usual'
      ? 'With polyester and vinylester it bonds woven layers and keeps water out: usual.'
      : 'With epoxy leave it out: the bond needs none, and it soaks up resin and adds weight.';
  });
  readonly places = computed(() => {
    const stack = (this.plan().patch?.faces[0]?.plies ?? []).filter(({ use }) => use !== 'filler' && use !== 'local');
    return [
      { after: 0, name: 'First of all' },
      ...stack.map((ply, i) => ({
        after: i + 1,
        name: `After ${ply.use === 'cover' ? 'the cover' : ply.use === 'sanding' ? 'the sanding layer' : `ply ${i + 1}`}`,
      })),
    ];
  });

  plies(between: boolean): void {
    this.edit({ plies: between ? matBetween(this.chosen()) : withoutMat(this.chosen()) });
  }

  sanding(picked: FabricRef | null): void {
    this.edit({ sanding: picked ?? undefined });
  }

  add(use: ExtraPly['use']): void {
    const cut = this.plan().damage?.cut;
    const { centreXMm = 0, centreYMm = 0 } = this.inputs().damage.shape;
    const size = Math.max(20, Math.round(Math.min(cut?.lengthMm ?? 60, cut?.widthMm ?? 60) / 2));
    const shape: Shape = {
      kind: 'roundedRectangle',
      lengthMm: size,
      widthMm: size,
      cornerRadiusMm: 5,
      centreXMm,
      centreYMm,
      rotationDeg: 0,
    };
    const after = use === 'filler' ? 0 : (this.places().at(-1)?.after ?? 0);
    this.edit(({ extras = [] }) => ({
      extras: [
        ...extras,
        {
          id: crypto.randomUUID(),
          use,
          fabricId: use === 'filler' ? FILLS : STRENGTHENS,
          orientationDeg: 0,
          shape,
          face: 'first',
          after,
        },
      ],
    }));
  }

  fabric(extra: ExtraPly, picked: FabricRef | null): void {
    if (picked) this.change(extra, { fabricId: picked.fabricId, own: picked.own });
  }

  change(extra: ExtraPly, patch: Partial<ExtraPly>): void {
    this.edit(({ extras = [] }) => ({
      extras: extras.map((one) => (one.id === extra.id ? { ...one, ...patch } : one)),
    }));
  }

  takeOut(extra: ExtraPly): void {
    this.edit(({ extras = [] }) => ({ extras: extras.filter((one) => one.id !== extra.id) }));
  }

  private edit(patch: SectionEdit<RepairInputs['stack']>): void {
    this.store.edit('stack', patch);
  }
}
