import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** What the bars of a time band mean. */
@Component({
  selector: 'ash-band-key',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span
      ><svg width="22" height="12" aria-hidden="true"><rect width="22" height="12" fill="var(--ink)" /></svg> on the
      longest chain</span
    >
    <span
      ><svg width="22" height="12" aria-hidden="true">
        <rect x=".5" y=".5" width="21" height="11" fill="var(--sheet)" stroke="var(--ink)" stroke-dasharray="4 3" />
      </svg>
      can wait</span
    >
    <span
      ><svg width="22" height="12" aria-hidden="true">
        <rect width="22" height="12" fill="url(#h-cure)" stroke="var(--ink)" />
      </svg>
      curing</span
    >
    @if (drying()) {
      <span
        ><svg width="22" height="12" aria-hidden="true">
          <rect width="22" height="12" fill="url(#h-drying)" stroke="var(--ink)" />
        </svg>
        drying</span
      >
    }
    <span
      ><svg width="12" height="12" aria-hidden="true"><path d="M1 1h10l-5 8z" fill="var(--ember)" /></svg> set by
      hand</span
    >
    @if (needs()) {
      <span
        ><svg width="22" height="12" aria-hidden="true">
          <rect width="22" height="12" fill="var(--amber-tint)" stroke="var(--ash-4)" />
        </svg>
        no lay-up: too cold, damp or dewy</span
      >
    }
    <span
      ><svg width="22" height="12" aria-hidden="true"><rect y="4" width="22" height="8" fill="var(--ash-4)" /></svg>
      rain</span
    >
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 16px;
      padding: 6px 18px;
      border-bottom: 1.5px solid var(--ink);
      font-size: 13px;
      color: var(--ink-2);
    }
    span {
      display: inline-flex;
      gap: 6px;
      align-items: center;
    }
  `,
})
export class BandKey {
  readonly drying = input(false);
  readonly needs = input(false);
}
