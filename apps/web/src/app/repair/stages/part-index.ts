import { NgComponentOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  Injector,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { formatQuantity } from '@ashstep/core/units';
import { LibraryService } from '../../library/library.service';
import { Clock } from '../../platform/clock';
import { quantityText } from '../../platform/quantity.pipe';
import { SessionService } from '../../platform/session.service';
import type { RepairState } from '../repair.store';
import { ALL_PARTS, SheetFrame } from '../sheet-frame';
import { stockOfJob } from './mix/stock';
import { troubleUnder } from './missing';
import type { LineWords, StagePart } from './stage-page';

/**
 * The parts of a stage, a line each: what it is, and the figure or state that matters. One opens in place of the other, under its line.
 * What wants attention stands first. What was opened stays as it was left while it is closed: nothing typed in it is lost.
 */
@Component({
  selector: 'ash-parts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgComponentOutlet],
  template: `
    @for (row of rows(); track row.id) {
      <section [class.open]="row.open" [attr.aria-labelledby]="'part-' + row.id">
        <h2>
          <button
            type="button"
            [id]="'part-' + row.id"
            [attr.aria-expanded]="row.open"
            [attr.aria-controls]="row.kept ? 'in-' + row.id : null"
            (click)="toggle(row.id)"
            (keydown)="step($event)"
          >
            <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
              <path
                [attr.d]="row.open ? 'M1 3L6 9L11 3' : 'M3 1L9 6L3 11'"
                fill="none"
                stroke="currentColor"
                stroke-width="2.2"
              />
            </svg>
            <span class="name">{{ row.name }}</span>&ngsp;
            <span class="line" [class.wants]="row.wants" [title]="row.wants ?? row.line">
              @if (row.wants) {
                <svg viewBox="0 0 16 16" width="15" height="15" aria-hidden="true">
                  <path d="M8 1L15 15H1Z M8 6v4 M8 12v1.5" fill="none" stroke="currentColor" stroke-width="1.8" />
                </svg>
                <span class="visually-hidden">Wants attention: </span>
              }
              <span>{{ row.wants ?? row.line }}</span>
            </span>
          </button>
        </h2>
        @if (row.kept) {
          <div class="inside" [id]="'in-' + row.id" [hidden]="!row.open" (keydown.escape)="leave($event)">
            <fieldset [disabled]="frame.frozen()">
              @for (panel of row.panels; track panel) {
                <ng-container *ngComponentOutlet="panel; inputs: row.inputs" />
              }
            </fieldset>
          </div>
        }
      </section>
    }
    <p class="all">
      <button type="button" [attr.aria-pressed]="all()" (click)="frame.show(all() ? null : every)">
        {{ all() ? 'Close all' : 'Open all' }}
      </button>
    </p>
  `,
  styles: `
    :host {
      display: block;
    }
    section {
      border-bottom: 1px solid var(--ash-4);
    }
    section.open {
      border-bottom: 1.5px solid var(--ink);
    }
    h2 {
      font-size: 15px;
    }
    h2 button {
      display: grid;
      grid-template-columns: 12px minmax(104px, auto) minmax(0, 1fr);
      gap: 10px;
      align-items: center;
      width: 100%;
      min-height: 36px;
      padding: 3px 18px 3px 14px;
      border: 0;
      background: none;
      color: var(--ink);
      font: 640 15px/1.15 var(--head);
      font-stretch: 90%;
      text-align: left;
      cursor: pointer;
    }
    h2 button:hover {
      background: var(--ash-2);
    }
    h2 button:focus-visible {
      outline-offset: -3px;
    }
    .open h2 {
      position: sticky;
      top: var(--headline, 0);
      z-index: 1;
      background: var(--sheet);
      box-shadow: inset 6px 0 0 var(--ink);
    }
    .line {
      display: flex;
      gap: 6px;
      align-items: center;
      justify-content: flex-end;
      min-width: 0;
      font: 430 14px/1.15 var(--text);
      color: var(--ink-2);
    }
    .line > span:last-child {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .line.wants {
      color: var(--amber-ink);
      font-weight: 620;
    }
    .line svg {
      flex: none;
    }
    .inside {
      border-top: 1px solid var(--ash-3);
    }
    .inside[hidden] {
      display: none;
    }
    .all {
      text-align: right;
      padding: 0 10px;
    }
    .all button {
      min-height: 32px;
      padding: 0 8px;
      border: 0;
      background: none;
      color: var(--ink-2);
      font: 560 13px var(--text);
      text-decoration: underline;
      cursor: pointer;
    }
    /* On a low screen all of it stays in sight. */
    @media (max-height: 820px) {
      h2 button {
        min-height: 34px;
      }
    }
    @media (max-width: 1100px) {
      h2 button {
        min-height: 48px;
      }
      .all button {
        min-height: 44px;
      }
    }
    @media (max-width: 480px) {
      h2 button {
        grid-template-columns: 12px minmax(0, 1fr);
        gap: 2px 8px;
        padding-inline: 12px;
      }
      .line {
        grid-column: 2;
        justify-content: flex-start;
      }
    }
  `,
})
export class PartIndex {
  readonly parts = input.required<readonly StagePart[]>();
  readonly state = input.required<RepairState>();
  readonly frame = inject(SheetFrame);
  readonly every = ALL_PARTS;
  readonly all = computed(() => this.frame.part() === ALL_PARTS);

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly injector = inject(Injector);
  private readonly inUnits = quantityText();
  private readonly units = toSignal(inject(SessionService).units$, { initialValue: 'metric' as const });
  private readonly library = inject(LibraryService);
  private readonly clock = inject(Clock);
  private readonly words: LineWords = {
    inUnits: this.inUnits,
    length: (mm) => formatQuantity(mm, 'length', this.units()).figure,
    short: (state) => stockOfJob(state, this.library, this.clock.now()).filter(({ short }) => short > 0).length,
  };
  private readonly shown = computed(() => this.parts().filter(({ when }) => when?.(this.state()) ?? true));
  /** What wants attention first, as it was when the last part was opened or closed: no line moves away under a finger. */
  private readonly order = linkedSignal({
    source: () => ({
      shown: this.shown()
        .map(({ id }) => id)
        .join(),
      open: this.frame.part(),
    }),
    computation: () =>
      untracked(() => {
        const shown = this.shown();
        const wants = new Set(shown.filter((part) => this.wanted(part) !== null));
        return [...wants, ...shown.filter((part) => !wants.has(part))].map(({ id }) => id);
      }),
  });
  /** Parts that have been opened here, in no order. */
  private readonly kept = linkedSignal<string | null, ReadonlySet<string>>({
    source: () => this.frame.part(),
    computation: (open, before) => {
      const kept = before?.value ?? new Set<string>();
      return open === null || kept.has(open) ? kept : new Set([...kept, open]);
    },
  });
  readonly rows = computed(() => {
    const [order, kept, open, state] = [this.order(), this.kept(), this.frame.part(), this.state()];
    return this.shown()
      .map((part) => ({
        ...part,
        panels: part.panels.flatMap((one) => ('panel' in one ? (one.when(state) ? [one.panel] : []) : [one])),
        inputs: { ...part.given, state },
        line: part.line(state, this.words),
        wants: this.wanted(part),
        open: open === part.id || open === ALL_PARTS,
        kept: part.ready || kept.has(part.id) || kept.has(ALL_PARTS),
      }))
      .sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  });

  constructor() {
    this.library.ensure();
    // What is opened is brought into sight whole where there is room for it.
    effect(() => {
      const open = this.frame.part();
      if (open === null || open === ALL_PARTS) return;
      afterNextRender(() => this.bring(open), { injector: this.injector });
    });
  }

  toggle(id: string): void {
    this.frame.show(this.frame.part() === id ? null : id);
  }

  /** Up and down go from line to line. */
  step(event: KeyboardEvent): void {
    if (event.key === 'Escape' && this.frame.part() !== null) return this.frame.show(null);
    if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
    event.preventDefault();
    const lines = [...this.host.querySelectorAll<HTMLElement>('h2 button')];
    lines[lines.indexOf(event.currentTarget as HTMLElement) + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
  }

  /** Escape goes back to the line, but for a field, where it takes back what was typed. */
  leave(event: Event): void {
    const open = this.frame.part();
    if (open === null || open === ALL_PARTS || /^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName))
      return;
    this.frame.show(null);
    this.host.querySelector<HTMLElement>(`#part-${open}`)?.focus();
  }

  private wanted({ fields, wants }: StagePart): string | null {
    const state = this.state();
    return (fields && troubleUnder(state, fields)) ?? wants?.(state, this.words) ?? null;
  }

  private bring(id: string): void {
    const section = this.host.querySelector<HTMLElement>(`#part-${id}`)?.closest('section');
    if (!section) return;
    const headline = this.host.parentElement?.querySelector<HTMLElement>('.headline')?.offsetHeight ?? 0;
    section.style.scrollMarginTop = `${headline}px`;
    const { top, bottom } = section.getBoundingClientRect();
    if (top < headline || bottom > window.innerHeight - FOOT_PX) section.scrollIntoView({ block: 'start' });
  }
}

/** The action and its cautions at the foot, about, px. */
const FOOT_PX = 110;
