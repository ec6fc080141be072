import { Injectable, inject, signal } from '@angular/core';
import { ActivatedRoute, Router } from '@angular/router';

/** In place of the id of a part: all of them. */
export const ALL_PARTS = 'all';
/** Where the parts that were open last are kept on this device, and of how many stages. */
const PARTS_AT = 'ash-step.open-parts';
/** Where it is kept which cautions were met, by job. */
const CAUTIONS_AT = 'ash-step.met-cautions';
const KEPT = 60;

/** What the frame of the sheet and the stage in it share: the part that is open, and whether anything may be changed. */
@Injectable()
export class SheetFrame {
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  private readonly opened = signal<string | null>(null);
  /** The part of the stage that is open; null for none. */
  readonly part = this.opened.asReadonly();
  /** Sealed, or only looked at. */
  readonly frozen = signal(false);
  /** Step of the days that is picked. */
  readonly step = signal<string | null>(null);
  private readonly cautions = signal<readonly string[]>([]);
  private at = '';
  private repairId = '';

  /** Another stage, or another part by its address. A stage that is come to without one opens what was open there last. */
  follow(repairId: string, stage: string, part: string | undefined): void {
    const at = `${repairId}/${stage}`;
    const arrived = at !== this.at;
    this.at = at;
    if (this.repairId !== repairId) {
      this.repairId = repairId;
      this.cautions.set(kept<string[]>(CAUTIONS_AT)[repairId] ?? []);
    }
    const last = arrived && part === undefined ? kept<string>(PARTS_AT)[at] : undefined;
    if (last !== undefined) return this.show(last, true);
    this.opened.set(part ?? null);
    keep(PARTS_AT, at, part ?? null);
  }

  /** Opens one part in place of the other; null closes it. */
  show(part: string | null, instead = false): void {
    this.opened.set(part);
    keep(PARTS_AT, this.at, part);
    void this.router.navigate([], { relativeTo: this.route, queryParams: { part }, replaceUrl: instead });
  }

  /** Whether a caution was met in this job before. */
  met(caution: string): boolean {
    return this.cautions().includes(caution);
  }

  meet(caution: string): void {
    if (this.met(caution)) return;
    this.cautions.update((met) => [...met, caution]);
    keep(CAUTIONS_AT, this.repairId, this.cautions());
  }
}

function kept<T>(where: string): Record<string, T> {
  try {
    return JSON.parse(localStorage.getItem(where) ?? '{}') as Record<string, T>;
  } catch {
    return {};
  }
}

/** Of the last so many only. */
function keep<T>(where: string, key: string, value: T | null): void {
  const { [key]: _, ...others } = kept<T>(where);
  const all = [...Object.entries(others), ...(value === null ? [] : [[key, value] as const])].slice(-KEPT);
  try {
    localStorage.setItem(where, JSON.stringify(Object.fromEntries(all)));
  } catch {
    // A full store only forgets.
  }
}
