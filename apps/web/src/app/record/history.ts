import { ChangeDetectionStrategy, Component, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { HistoryReply } from '@ashstep/contract';
import { SYSTEMS } from '@ashstep/core/resin';
import { BehaviorSubject, catchError, debounceTime, of, switchMap } from 'rxjs';
import { textOf } from '../parts/text-of';
import { Header } from '../parts/header';
import { Api, ApiError } from '../platform/api';
import { opensOn } from '../platform/opens-on';
import { SessionService } from '../platform/session.service';
import { WhenPipe } from '../platform/when.pipe';
import { TextInput } from '../parts/inputs';

interface Query {
  q: string;
  lot: string;
  page: number;
}

@Component({
  selector: 'ash-history',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, Header, RouterLink, WhenPipe],
  template: `
    <ash-header><span class="quiet">Every repair, open and sealed</span></ash-header>
    <main id="main" class="page">
      <h1>History</h1>
      <div class="fields">
        <div class="field">
          <label for="q">Craft, place, person, resin</label
          ><input id="q" type="search" [value]="query().q" (typed)="ask({ q: $event, page: 1 })" />
        </div>
        <div class="field">
          <label for="lot">Used lot</label
          ><input
            id="lot"
            type="search"
            placeholder="R-3107"
            [value]="query().lot"
            (typed)="ask({ lot: $event, page: 1 })"
          />
        </div>
        @if (session.person?.role !== 'technician') {
          <div class="field">
            <label for="file">Take in a record file (JSON)</label
            ><input id="file" type="file" accept="application/json,.json" (change)="take($event)" />
          </div>
        }
      </div>
      @if (told()) {
        <p class="remark" role="status">{{ told() }}</p>
      }
      @if (reply(); as r) {
        <p class="quiet">{{ r.total }} {{ r.total === 1 ? 'repair' : 'repairs' }}</p>
        <div class="scroll">
          <table class="ruled">
            <thead>
              <tr>
                <th>Craft</th>
                <th>Repair</th>
                <th>By</th>
                <th>Resin</th>
                <th>Lots</th>
                <th>State</th>
                <th>When</th>
              </tr>
            </thead>
            <tbody>
              @for (row of r.rows; track row.id) {
                <tr>
                  <td>
                    <a class="tag" [routerLink]="['/repair', row.id, opensOn(row)]">{{ row.craftTag }}</a>
                  </td>
                  <td>{{ row.title }}</td>
                  <td>{{ row.technician }}</td>
                  <td>{{ row.ownResin ?? system(row.resin) }}</td>
                  <td class="num">{{ row.lots.join(', ') || '–' }}</td>
                  <td>{{ standing(row) }}</td>
                  <td class="num">{{ row.sealedAt ?? row.updatedAt | when }}</td>
                </tr>
              } @empty {
                <tr>
                  <td colspan="7">Nothing fits. Take a word out, or look for another lot.</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        @if (r.total > r.pageSize) {
          <div class="row-actions">
            <button class="act small" type="button" [disabled]="r.page === 1" (click)="ask({ page: r.page - 1 })">
              Newer</button
            ><button
              class="act small"
              type="button"
              [disabled]="r.page * r.pageSize >= r.total"
              (click)="ask({ page: r.page + 1 })"
            >
              Older
            </button>
          </div>
        }
      } @else {
        <p class="quiet">Reading the history</p>
      }
    </main>
  `,
  styles: `
    .fields {
      grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
    }
  `,
})
export class History {
  readonly opensOn = opensOn;
  /** Asked for by the address. */
  readonly q = input<string>();
  readonly lot = input<string>();
  private readonly api = inject(Api);
  readonly session = inject(SessionService);
  private readonly queries = new BehaviorSubject<Query>({ q: '', lot: '', page: 1 });
  readonly query = toSignal(this.queries, { requireSync: true });
  readonly told = signal('');
  readonly reply = toSignal(
    this.queries.pipe(
      debounceTime(150),
      switchMap(({ q, lot, page }) =>
        this.api
          .get<HistoryReply>(
            `/history?${new URLSearchParams({ ...(q.trim() ? { q: q.trim() } : {}), ...(lot.trim() ? { lot: lot.trim() } : {}), page: String(page) })}`,
          )
          .pipe(
            catchError((error: unknown) => {
              this.told.set(error instanceof ApiError ? error.problem.detail : 'The history could not be read.');
              return of(null);
            }),
          ),
      ),
    ),
  );

  constructor() {
    effect(() => {
      const [q = '', lot = ''] = [this.q(), this.lot()];
      untracked(() => this.ask({ q, lot, page: 1 }));
    });
  }

  standing({ state, openRework, revision, origin }: HistoryReply['rows'][number]): string {
    if (origin !== null) return `From ${origin}`;
    const word = state === 'sealed' ? 'Sealed' : openRework > 0 ? 'Rework' : 'Open';
    return revision > 1 ? `${word}, rev. ${revision}` : word;
  }

  system(id: string | null): string {
    return SYSTEMS.find((card) => card.id === id)?.name ?? '–';
  }

  ask(patch: Partial<Query>): void {
    this.queries.next({ ...this.queries.value, ...patch });
  }

  async take(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    if (!file) return;
    let value: unknown;
    try {
      value = JSON.parse(await textOf(file));
    } catch {
      this.told.set(`${file.name} is not JSON. Pick the record file as it was exported.`);
      return;
    }
    this.api.send('POST', '/records', value).subscribe({
      next: () => {
        this.told.set(`${file.name} taken in, read-only, as from elsewhere. Its sheet says whether it is signed.`);
        this.ask({ page: 1 });
      },
      error: (error: unknown) =>
        this.told.set(
          error instanceof ApiError
            ? [error.problem.detail, ...error.problem.fields.slice(0, 3).map((f) => `${f.path}: ${f.message}`)].join(
                ' ',
              )
            : 'The file could not be taken in.',
        ),
    });
    field.value = '';
  }
}
