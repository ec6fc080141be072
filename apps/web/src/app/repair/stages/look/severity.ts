import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { GRAVE_NAMES, SEVERITY_NAMES } from '@ashstep/contract';
import { type RepairInputs, SEVERITIES, type Severity as Grade, repairKind } from '@ashstep/core/repair';
import { optionsOf } from '../../../parts/choice-field';
import { SessionService } from '../../../platform/session.service';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';
import { PickOf, PickSelect, TextInput, TickInput } from '../../../parts/inputs';
import { Clock } from '../../../platform/clock';

/** What is done where nothing is cut out and mended in place. */
const APART = {
  overlay: 'A skin over the whole area',
  panel: 'A new panel, from nothing',
  injection: 'Injected: off, but dry and sound',
} as const;

/** What is done with it, and how bad it is: proposed from the findings, set otherwise only with a reason; what is beyond this tool is held for a manager. */
@Component({
  selector: 'ash-severity',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, PickSelect, TextInput, TickInput, WhenPipe],
  template: `
    @let s = inputs().severity;
    @let found = plan().severity;
    <div class="field">
      <label for="worked">What is done</label
      ><select id="worked" (chosen)="setWorked($event)">
        <option value="" [selected]="!apart()">Mended in place: how, on Taper</option>
        @for (o of worked; track o.value) {
          <option [value]="o.value" [selected]="o.value === apart()">{{ o.label }}</option>
        }
      </select>
    </div>
    @for (reason of found.reasons; track reason.id) {
      <p class="why">{{ words(reason) }}</p>
    }
    <div class="fields">
      <div class="field">
        <label for="grave">Part of</label>
        <select id="grave" [of]="structures" (chosen)="edit({ structure: $event })">
          @for (o of structures; track o.value) {
            <option [value]="o.value" [selected]="o.value === s.structure">{{ o.label }}</option>
          }
        </select>
      </div>
      <div class="field">
        <label for="grade">Severity</label>
        <select id="grade" [of]="grades" (chosen)="grade($event)">
          @for (g of grades; track g.value) {
            <option [value]="g.value" [selected]="g.value === found.taken">{{ g.label }}</option>
          }
        </select>
      </div>
    </div>
    <label class="tick"
      ><input type="checkbox" [checked]="s.separated" (ticked)="edit({ separated: $event })" />In two, or an edge, tip
      or rail is missing</label
    >
    @if (s.override && s.override !== found.proposed) {
      <div class="field" [class.wrong]="found.needsReason">
        <label for="grade-why">Why not {{ names[found.proposed].toLowerCase() }}? It goes into the record.</label>
        <textarea id="grade-why" rows="2" [value]="s.reason" (entered)="edit({ reason: $event })"></textarea>
        @if (found.needsReason) {
          <span class="error">Write the reason.</span>
        }
      </div>
    }
    @if (found.taken === 'beyond' || found.proposed === 'beyond') {
      @if (s.release; as r) {
        <p class="why">
          <b>Released by {{ r.by }}, {{ r.at | when }}:</b> {{ r.reference }}
        </p>
      } @else if (manager()) {
        <div class="field">
          <label for="release">Drawing or person responsible</label
          ><input id="release" maxlength="400" [value]="reference()" (typed)="reference.set($event)" />
        </div>
        <button type="button" class="act" [disabled]="reference().trim().length < 3" (click)="release()">
          Release under this
        </button>
      } @else {
        <p class="remark">
          <b>Hold.</b> Beyond this tool. A manager names the drawing or the person responsible before anything is laid;
          this tool then records, and does not call it safe.
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
    }
  `,
})
export class Severity extends Panel {
  private readonly shedClock = inject(Clock);
  private readonly session = inject(SessionService);
  readonly names = SEVERITY_NAMES;
  readonly grades = SEVERITIES.map((value) => ({ value, label: SEVERITY_NAMES[value] }));
  readonly structures = optionsOf(GRAVE_NAMES);
  readonly reference = signal('');
  private readonly person = toSignal(this.session.person$, { initialValue: null });
  readonly manager = computed(() => this.person()?.role === 'manager');

  readonly worked = optionsOf(APART);
  /** What is done where it is no mending in place. */
  readonly apart = computed(() => {
    const kind = repairKind(this.inputs());
    return kind in APART ? (kind as keyof typeof APART) : null;
  });

  setWorked(kind: string): void {
    this.store.edit('taper', { kind: kind === '' ? undefined : (kind as RepairInputs['taper']['kind']) } as Partial<RepairInputs['taper']>); // prettier-ignore
  }

  edit(patch: Partial<RepairInputs['severity']>): void {
    this.store.edit('severity', patch);
  }

  grade(grade: Grade): void {
    this.edit({ override: grade === this.plan().severity.proposed ? null : grade });
  }

  release(): void {
    this.edit({
      release: { reference: this.reference().trim(), by: this.person()?.name ?? '', at: this.shedClock.now() },
    });
  }
}
