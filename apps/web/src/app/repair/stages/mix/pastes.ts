import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { CONSISTENCY_NAMES, PASTE_USES, isOwn, pourWords } from '@ashstep/contract';
import type { Filler } from '@ashstep/core/material';
import { USUAL_CONSISTENCY } from '@ashstep/core/mix';
import type { PlannedCoat, PlannedPaste, PotOfPaste } from '@ashstep/core/repair';
import { LibraryService } from '../../../library/library.service';
import { optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { Panel } from '../stage-panel';
import { PickOf, PickSelect, TextInput } from '../../../parts/inputs';

/** Pastes by volume with their filler, and coats by thickness: put down for the job, or asked for by its ground. */
@Component({
  selector: 'ash-pastes',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, PickSelect, TextInput, QuantityField, QuantityPipe],
  template: `
    <h2>Pastes and coats</h2>
    @for (pot of pots(); track pot.id) {
      <section class="item" [attr.aria-label]="pot.name">
        <p>
          <b>{{ pot.name }}</b>&ngsp;<span class="quiet"
            >{{ pot.paste.resinG | qty: 'mass' }} of mixed resin, {{ pot.paste.fillerG | qty: 'mass' }}
            {{ pot.fillerName.toLowerCase() }}: a heap of {{ pot.paste.heapToResin }} to 1</span
          >
        </p>
        <p class="num">
          @if (pot.pots.length > 1) {
            <b>{{ pot.pots.length }} pots alike,</b> for one would gel before it is used. Each:
          }
          {{ pour(pot) }}
        </p>
        @for (remark of pot.paste.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        @if (pot.fromPlan) {
          <p class="quiet">Asked for by the ground, with a tenth to spare.</p>
        } @else {
          @let own = pasteOf(pot.id);
          @if (own && !sealed()) {
            <div class="fields">
              <div class="field">
                <label [for]="'pn' + pot.id">For</label
                ><input
                  [id]="'pn' + pot.id"
                  maxlength="120"
                  [value]="own.name"
                  (entered)="setPaste(pot.id, { name: $event || own.name })"
                />
              </div>
              <div class="field">
                <label [for]="'pu' + pot.id">Use</label
                ><select
                  [id]="'pu' + pot.id"
                  [of]="uses"
                  (chosen)="setPaste(pot.id, { use: $event, consistency: undefined })"
                >
                  @for (o of uses; track o.value) {
                    <option [value]="o.value" [selected]="o.value === own.use">{{ o.label }}</option>
                  }
                </select>
              </div>
              <ash-quantity
                label="Volume, ml"
                kind="plain"
                [value]="own.volumeMl"
                (valueChange)="setPaste(pot.id, { volumeMl: $event! })"
                [error]="error('mix.pastes.' + indexOf(pot.id) + '.volumeMl')"
              />
              <div class="field">
                <label [for]="'pf' + pot.id">Filler</label
                ><select [id]="'pf' + pot.id" (chosen)="setFiller(pot.id, $event)">
                  @for (f of fillers(); track f.id) {
                    <option [value]="f.id" [selected]="f.id === own.fillerId">{{ f.name }}</option>
                  }
                </select>
              </div>
              <div class="field">
                <label [for]="'pc' + pot.id">Runs like</label
                ><select [id]="'pc' + pot.id" [of]="consistencies" (chosen)="setPaste(pot.id, { consistency: $event })">
                  @for (o of consistencies; track o.value) {
                    <option [value]="o.value" [selected]="o.value === (own.consistency ?? usual[own.use])">
                      {{ o.label }}
                    </option>
                  }
                </select>
              </div>
            </div>
            <div class="row-actions">
              <button
                type="button"
                class="act small"
                [attr.aria-label]="'Take out ' + pot.name"
                (click)="dropPaste(pot.id)"
              >
                Take out
              </button>
            </div>
          }
        }
      </section>
    }
    @for (coat of coats(); track coat.id; let i = $index) {
      <section class="item" [attr.aria-label]="coat.name">
        <p>
          <b>{{ coat.name }}</b>&ngsp;<span class="quiet"
            >{{ coat.massG | qty: 'mass' }} on {{ (coat.areaMm2 / 1e6).toFixed(2) }} m²</span
          >
        </p>
        @let own = coatOf(coat.id);
        @if (own && !sealed()) {
          <div class="fields">
            <div class="field">
              <label [for]="'cn' + coat.id">Coat</label
              ><input
                [id]="'cn' + coat.id"
                maxlength="120"
                [value]="own.name"
                (entered)="setCoat(coat.id, { name: $event || own.name })"
              />
            </div>
            <ash-quantity
              label="Thick"
              kind="thickness"
              [value]="own.thicknessMm"
              (valueChange)="setCoat(coat.id, { thicknessMm: $event! })"
              [error]="error('mix.coats.' + i + '.thicknessMm')"
            />
            <ash-quantity
              label="Area, m²"
              kind="plain"
              [value]="own.areaMm2 === null ? null : own.areaMm2 / 1e6"
              [optional]="true"
              (valueChange)="setCoat(coat.id, { areaMm2: $event === null ? null : $event * 1e6 })"
              [error]="error('mix.coats.' + i + '.areaMm2')"
            />
          </div>
          <div class="row-actions">
            <button
              type="button"
              class="act small"
              [attr.aria-label]="'Take out ' + coat.name"
              (click)="dropCoat(coat.id)"
            >
              Take out
            </button>
          </div>
        }
      </section>
    }
    @if (pots().length + coats().length === 0) {
      <p class="quiet">
        None. Bedding, fillets, filled cells and plugs by volume; gel coat and top coats by thickness.
      </p>
    }
    @if (!sealed()) {
      <div class="row-actions">
        <button type="button" class="act small" (click)="addPaste()">Put down a paste</button
        ><button type="button" class="act small" (click)="addCoat()">Put down a coat</button>
      </div>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .item {
      display: flex;
      flex-direction: column;
      gap: 6px;
      padding-bottom: 10px;
      border-bottom: 1px solid var(--ash-2);
    }
  `,
})
export class Pastes extends Panel {
  private readonly library = inject(LibraryService);
  readonly uses = optionsOf(PASTE_USES);
  readonly consistencies = optionsOf(CONSISTENCY_NAMES);
  readonly usual = USUAL_CONSISTENCY;
  readonly fillers = computed(() => this.library.inUse('filler') as readonly Filler[]);
  readonly pots = computed(() => this.plan().mix?.pastes ?? []);
  readonly coats = computed(() => this.plan().mix?.coats ?? []);

  constructor() {
    super();
    this.library.ensure();
  }

  private get pastes(): readonly PlannedPaste[] {
    return this.inputs().mix.pastes ?? [];
  }

  private get planned(): readonly PlannedCoat[] {
    return this.inputs().mix.coats ?? [];
  }

  pour(made: PotOfPaste): string {
    return pourWords(made.pots[0]!, {
      second: this.plan().resin?.card?.kind === 'two-part' ? 'hardener' : 'catalyst',
      rezeroed: this.inputs().mix.weighing === 're-zeroed',
      filler: { name: made.fillerName, grams: made.pots[0]!.fillerG },
    });
  }

  pasteOf(id: string): PlannedPaste | undefined {
    return this.pastes.find((one) => one.id === id);
  }

  coatOf(id: string): PlannedCoat | undefined {
    return this.planned.find((one) => one.id === id);
  }

  indexOf(id: string): number {
    return this.pastes.findIndex((one) => one.id === id);
  }

  addPaste(): void {
    const paste: PlannedPaste = {
      id: crypto.randomUUID(),
      name: 'Fillet',
      use: 'fillet',
      volumeMl: 100,
      fillerId: 'silica',
    };
    this.store.edit('mix', ({ pastes = [] }) => ({ pastes: [...pastes, paste] }));
  }

  setPaste(id: string, patch: { [K in keyof PlannedPaste]?: PlannedPaste[K] | undefined }): void {
    this.store.edit('mix', ({ pastes = [] }) => ({
      pastes: pastes.map((one) => (one.id === id ? withoutGaps({ ...one, ...patch }) : one)),
    }));
  }

  setFiller(id: string, fillerId: string): void {
    const own = isOwn(fillerId) ? this.fillers().find((filler) => filler.id === fillerId) : undefined;
    this.setPaste(id, { fillerId, own });
  }

  dropPaste(id: string): void {
    this.store.edit('mix', ({ pastes = [] }) => ({ pastes: pastes.filter((one) => one.id !== id) }));
  }

  addCoat(): void {
    this.store.edit('mix', ({ coats = [] }) => ({
      coats: [
        ...coats,
        { id: crypto.randomUUID(), name: 'Gel coat', thicknessMm: 0.5, areaMm2: null, densityGPerMl: 1.2 },
      ],
    }));
  }

  setCoat(id: string, patch: Partial<PlannedCoat>): void {
    this.store.edit('mix', ({ coats = [] }) => ({
      coats: coats.map((one) => (one.id === id ? { ...one, ...patch } : one)),
    }));
  }

  dropCoat(id: string): void {
    this.store.edit('mix', ({ coats = [] }) => ({ coats: coats.filter((one) => one.id !== id) }));
  }
}

/** Fields set to nothing are left out, as they are stored. */
const withoutGaps = (paste: { [K in keyof PlannedPaste]?: PlannedPaste[K] | undefined }): PlannedPaste =>
  Object.fromEntries(Object.entries(paste).filter(([, value]) => value !== undefined)) as unknown as PlannedPaste;
