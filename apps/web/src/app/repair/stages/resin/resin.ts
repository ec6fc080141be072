import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  FAMILY_NAMES,
  type Person,
  SCHOOL_NAMES,
  VERDICT_NAMES,
  WHY_WORDS,
  isOwn,
  remarkWords,
} from '@ashstep/contract';
import type { GelCoatWay } from '@ashstep/core/finish';
import { type RepairInputs, compareGelCoatWays, resinConditions, systemsForAir } from '@ashstep/core/repair';
import { type Hardener, type SystemCard, hardens, systemOf } from '@ashstep/core/resin';
import { LibraryService } from '../../../library/library.service';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { Clock } from '../../../platform/clock';
import { GoBar } from '../../../parts/go-bar';
import { WhenPipe } from '../../../platform/when.pipe';
import { catchError, map, of } from 'rxjs';
import { Api } from '../../../platform/api';
import { SchoolsTable } from './schools-table';
import { AirBoard } from '../../air-board';
import { StagePanel } from '../stage-panel';
import { PickSelect, TextInput, TickInput } from '../../../parts/inputs';

const WAY_NAMES = {
  'after-full-cure': 'After full cure',
  'paint-instead': 'Paint instead',
  'gel-coat-first': 'Gel coat first',
} as const;

@Component({
  selector: 'ash-resin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AirBoard, PickSelect, TextInput, TickInput, ChoiceField, QuantityPipe, WhenPipe, SchoolsTable, GoBar],
  template: `
    @let resin = inputs().resin;
    @if (plan().resin; as r) {
      <div class="block">
        <ash-choice
          label="Choose the resin by"
          [options]="schools"
          [value]="resin.school"
          (pick)="edit({ school: $event })"
        />
        <p class="why">
          <b>{{ r.verdicts.recommended ? 'Why ' + family(r.verdicts.recommended).toLowerCase() : 'Stop here' }}</b>
          {{ why() }}
        </p>
      </div>
      @if (r.verdicts.recommended) {
        <ash-schools-table class="block" [state]="state()" />
      }
      @for (f of families(); track f.family) {
        <section class="block family" [class.taken]="r.card?.family === f.family" [attr.aria-label]="family(f.family)">
          <h2>
            {{ family(f.family) }}
            <span class="verdict" [class]="f.verdict"
              ><svg viewBox="0 0 16 16" width="16" height="16" aria-hidden="true">
                @switch (f.verdict) {
                  @case ('suitable') {
                    <path d="M2 8l4 5L14 3" fill="none" stroke="currentColor" stroke-width="2.6" />
                  }
                  @case ('if') {
                    <path d="M8 1L15 15H1Z" fill="none" stroke="currentColor" stroke-width="2" />
                  }
                  @default {
                    <path d="M2 2L14 14M14 2L2 14" stroke="currentColor" stroke-width="2.6" />
                  }
                }</svg
              >{{ verdict(f.verdict) }}</span
            >
            @if (r.verdicts.recommended === f.family) {
              <small> the choice this way</small>
            }
          </h2>
          <ul>
            @for (reason of f.reasons; track reason.ruleId + (reason.zone ?? '')) {
              <li>
                <b>{{ reason.zone ? reason.zone + ', ' + reason.about.toLowerCase() : reason.about }}:</b>
                {{ reason.reason }}
              </li>
            } @empty {
              <li>Nothing speaks for or against it.</li>
            }
          </ul>
          <div class="row-actions">
            @for (s of systemsOf(f.family); track s.id) {
              <button
                type="button"
                class="act small"
                [class.dark]="resin.systemId === s.id"
                [attr.aria-pressed]="resin.systemId === s.id"
                (click)="choose(s)"
              >
                {{ resin.systemId === s.id ? '✓ ' : '' }}{{ s.name }}
              </button>
            }
          </div>
          <p class="quiet">{{ shelfOf(f.family) }}</p>
          @if (resin.systemId !== null && r.card?.family === f.family) {
            <div class="field">
              <label for="hardener">{{ f.family === 'epoxy' ? 'Hardener' : 'Catalyst' }}</label><select
                id="hardener"
                (chosen)="takeHardener($event)"
              >
                <option value="" [selected]="!resin.hardener">As on the card</option>
                @for (h of hardeners(); track h.id) {
                  <option [value]="h.id" [selected]="h.id === resin.hardener?.id">{{ h.name }}</option>
                }
              </select>
              @if (r.card; as card) {
                <span class="quiet"
                  >{{
                    card.kind === 'two-part'
                      ? card.hardenerPer100ByWeight + ' per 100 by weight'
                      : card.catalystMinPercent + ' to ' + card.catalystMaxPercent + ' % catalyst'
                  }}, gels in {{ card.potLifeMin }} min (100 g, 22 °C), sand after {{ card.sandableHours }} h</span
                >
              }
              @if (error('resin.hardener'); as message) {
                <span class="error">{{ message }}</span>
              }
            </div>
          }
        </section>
      }
      @if (r.needsReason) {
        <div class="block">
          <div class="field" [class.wrong]="resin.overrideReason.trim() === ''">
            <label for="reason">Why this and not the recommended one? It goes into the record.</label
            ><textarea
              id="reason"
              rows="2"
              [value]="resin.overrideReason"
              (entered)="edit({ overrideReason: $event })"
            ></textarea>
            @if (resin.overrideReason.trim() === '') {
              <span class="error">Write the reason before going on.</span>
            }
          </div>
        </div>
      }
      @if (r.chosen && conditions().length > 0) {
        <div class="block">
          <h2>Conditions</h2>
          @for (c of conditions(); track c.id) {
            <div class="condition">
              <label class="tick"
                ><input type="checkbox" [checked]="isDone(c.id)" (ticked)="store.check(c.id, $event)" />{{
                  c.text
                }}</label
              >
              <div class="field">
                <label [for]="'own-' + c.id" class="visually-hidden">Who sees to: {{ c.text }}</label
                ><select [id]="'own-' + c.id" (chosen)="setOwner(c.id, $event)">
                  <option value="" [selected]="!resin.owners?.[c.id]">Nobody yet</option>
                  @for (name of people(); track name) {
                    <option [value]="name" [selected]="name === resin.owners?.[c.id]">{{ name }}</option>
                  }
                </select>
              </div>
            </div>
          }
        </div>
      }
      <div class="block">
        @if (r.card?.family === 'epoxy' && inputs().place.finish === 'gelcoat') {
          <ash-choice
            label="Gel coat over epoxy"
            [options]="ways"
            [value]="resin.gelCoatWay"
            (pick)="takeGelCoatWay($event)"
          />
          <ul class="ways">
            @for (w of gelCoatWays(); track w.way) {
              <li>
                {{ w.name }}{{ w.fromInside ? ', laid from inside' : '' }}:
                @if (w.possible) {
                  <b>{{ w.finishAt | when }}</b>
                } @else {
                  wants a hole right through a single skin, and both faces reached
                }
              </li>
            }
          </ul>
        }
        @for (remark of r.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        @for (remark of plan().cold; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        @for (offer of suited(); track offer.id) {
          <button type="button" class="act small" (click)="choose(offer)">
            Take {{ offer.name.toLowerCase() }}, good from {{ offer.minTempC | qty: 'temperature' : 0 }}
          </button>
        }
      </div>
      <ash-air-board [state]="state()" />
      <ash-go
        stage="resin"
        [facts]="plan().facts"
        [label]="
          r.chosen
            ? 'Take ' + r.card!.name.toLowerCase() + ', set the taper'
            : r.verdicts.recommended
              ? 'Pick a system'
              : 'Stopped: no resin suits, see why above'
        "
        [disabled]="!r.chosen || (r.needsReason && resin.overrideReason.trim() === '')"
        (go)="goOn('resin')"
      />
    }
  `,
  styles: `
    .ways,
    .family ul {
      margin: 0;
      padding-left: 18px;
      font-size: 14px;
    }
    .family.taken {
      background: var(--sheet);
      box-shadow: inset 6px 0 0 var(--ink);
    }
    h2 {
      display: flex;
      gap: 12px;
      align-items: center;
      flex-wrap: wrap;
    }
    h2 small {
      font: 430 13px var(--text);
    }
    .verdict {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      padding: 2px 8px;
      font-size: 14px;
      border: 1.5px solid var(--ink);
      background: var(--sheet);
    }
    .verdict.suitable {
      background: var(--glass-tint);
      color: var(--glass-ink);
      border-color: var(--glass-ink);
    }
    .verdict.if {
      background: var(--amber-tint);
      color: var(--amber-ink);
    }
    .condition {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 170px;
      gap: 12px;
      align-items: start;
    }
    @media (max-width: 480px) {
      .condition {
        grid-template-columns: 1fr;
      }
    }
    .verdict.not {
      background: var(--ink);
      color: var(--sheet);
    }
  `,
})
export class ResinStage extends StagePanel {
  private readonly library = inject(LibraryService);
  private readonly clock = inject(Clock);
  private readonly names = toSignal(
    inject(Api)
      .get<Pick<Person, 'name'>[]>('/people')
      .pipe(
        map((people) => people.map(({ name }) => name)),
        catchError(() => of([])),
      ),
    { initialValue: [] },
  );
  readonly schools = optionsOf(SCHOOL_NAMES);
  readonly ways = optionsOf(WAY_NAMES);
  /** When the job would be done with each way. */
  readonly gelCoatWays = computed(() =>
    compareGelCoatWays(this.inputs()).map((way) => ({ ...way, name: WAY_NAMES[way.way] })),
  );
  readonly why = computed(() =>
    this.plan().resin!.parent === 'thermoplastic'
      ? remarkWords({ id: 'hold.thermoplastic' })
      : WHY_WORDS[this.plan().resin!.verdicts.why],
  );
  /** The school's choice first. */
  readonly families = computed(() => {
    const { families, recommended } = this.plan().resin!.verdicts;
    return [...families].sort((a, b) => Number(b.family === recommended) - Number(a.family === recommended));
  });
  readonly conditions = computed(() => resinConditions(this.plan().resin));

  /** Everybody here, and anybody a condition was given to who is no longer. */
  readonly people = computed(() => [...new Set([...this.names(), ...Object.values(this.inputs().resin.owners ?? {})])]);

  /** Gel coat that goes in first is laid against from inside. */
  takeGelCoatWay(gelCoatWay: GelCoatWay): void {
    this.edit({ gelCoatWay });
    const taken = this.gelCoatWays().find(({ way }) => way === gelCoatWay);
    if (taken?.fromInside && taken.possible) this.store.edit('taper', { sides: 'one', from: 'inside' });
  }

  setOwner(conditionId: string, name: string): void {
    const { [conditionId]: _, ...owners } = this.inputs().resin.owners ?? {};
    this.edit({ owners: name ? { ...owners, [conditionId]: name } : owners });
  }

  family(id: keyof typeof FAMILY_NAMES): string {
    return FAMILY_NAMES[id];
  }

  verdict(id: keyof typeof VERDICT_NAMES): string {
    return VERDICT_NAMES[id];
  }

  /** Systems of a family: shipped, the shop's own, and the one taken before even if it has been retired since. */
  systemsOf(family: string): readonly SystemCard[] {
    const { own } = this.inputs().resin;
    const systems = this.library.systems();
    const all = own && !systems.some((system) => system.id === own.id) ? [own, ...systems] : systems;
    return all.filter((system) => system.family === family);
  }

  /** What the shelf has of a family, on a line of its own that is always there: no button moves under a finger when the shelf has been read. */
  shelfOf(family: string): string {
    const here = this.systemsOf(family).flatMap(({ id, name }) => {
      const left = this.onShelf(id);
      return left === null ? [] : [`${name} ${left}`];
    });
    return `On the shelf: ${here.length > 0 ? here.join(', ') : 'none in date'}.`;
  }

  /** How much resin of a system the shelf has in date, g or ml as it is sold; null for none. */
  onShelf(id: string): string | null {
    const today = this.clock.now().slice(0, 10);
    const lots = this.library.lots().filter((lot) => lot.kind === 'system' && lot.part === 'resin' && lot.entryId === id && !lot.usedUp && lot.packs > 0 && (lot.expiresOn === null || lot.expiresOn >= today)); // prettier-ignore
    const left = lots.reduce(
      (sum, { packSize, packs, drawnG }) => sum + Math.max(0, packSize * packs - (drawnG ?? 0)),
      0,
    );
    return left > 0 ? `${(left / 1000).toFixed(left < 10_000 ? 1 : 0)} ${lots[0]!.unit === 'ml' ? 'l' : 'kg'}` : null;
  }

  /** Systems that can be used in this air, where the chosen one can not. */
  readonly suited = computed<readonly SystemCard[]>(() => {
    const { resin, air } = this.plan();
    return resin?.card ? systemsForAir(resin.card, this.library.systems(), resin.verdicts, air).slice(0, 3) : [];
  });

  /** An own card is kept with the job as it is now. */
  choose(card: SystemCard): void {
    const { hardener } = this.inputs().resin;
    this.store.edit('resin', {
      systemId: card.id,
      own: isOwn(card.id) ? card : undefined,
      hardener: hardener && hardens(hardener, card.family) ? hardener : undefined,
    });
  }

  /** Hardeners that set the chosen resin, and the one taken before even if it has been retired since. */
  readonly hardeners = computed<readonly Hardener[]>(() => {
    const { systemId, own, hardener } = this.inputs().resin;
    if (systemId === null) return [];
    const { family } = systemOf(systemId, own);
    const offered = this.library.hardeners().filter((entry) => hardens(entry, family));
    return hardener && !offered.some((entry) => entry.id === hardener.id) ? [hardener, ...offered] : offered;
  });

  /** A hardener is kept with the job as it is now. */
  takeHardener(id: string): void {
    this.edit({ hardener: this.hardeners().find((entry) => entry.id === id) });
  }

  edit(patch: Partial<RepairInputs['resin']>): void {
    this.store.edit('resin', patch);
  }
}
